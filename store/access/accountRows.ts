import type { EntityManager } from 'typeorm';
import { asSignIn } from '../../contract/access/account.ts';
import { StoreProblem } from '../problems.ts';
import { accountEntity, oneTimeLinkEntity, sessionEntity, type AccountRow } from './rows.ts';
import { hashToken } from './secrets.ts';

// What several use cases of accounts do with the rows, inside their transaction.

/** An account that nobody has come in by yet: a keeper, until it is said otherwise. */
export function freshAccount(
  id: string,
  personId: string | null,
  name: string,
  signIn: string,
  now: number,
): AccountRow {
  return {
    ...{ id, version: 1, personId, name: name.trim(), signIn: asSignIn(signIn), mail: null },
    ...{ role: 'keeper', siteIds: [], systemIds: [], secretHash: null, disabled: false },
    ...{ createdAt: now, seenAt: null },
  };
}

/** Another password ends every session and every link of before. */
export async function setSecret(manager: EntityManager, row: AccountRow, secretHash: string): Promise<void> {
  await manager.update(accountEntity, { id: row.id }, { secretHash, version: row.version + 1 });
  await manager.delete(sessionEntity, { accountId: row.id });
  await manager.delete(oneTimeLinkEntity, { accountId: row.id });
  row.secretHash = secretHash;
}

export async function keepLink(
  manager: EntityManager,
  purpose: 'invite' | 'reset',
  accountId: string,
  token: string,
  endsAt: number,
): Promise<void> {
  await manager.insert(oneTimeLinkEntity, { id: hashToken(token), purpose, accountId, endsAt });
}

/** @throws StoreProblem invalid where somebody else signs in by that name */
export async function requireFree(manager: EntityManager, signIn: string, id: string): Promise<void> {
  const taken = await manager.findOneBy(accountEntity, { signIn: asSignIn(signIn) });
  if (taken && taken.id !== id)
    throw StoreProblem.invalid([
      {
        pointer: '/signIn',
        detail: `“${asSignIn(signIn)}” is taken: choose another name to sign in with.`,
      },
    ]);
}

/** One person, one account: what somebody does is theirs under one name. @throws StoreProblem invalid */
export async function requireNoAccount(
  manager: EntityManager,
  personId: string | null,
  id: string,
): Promise<void> {
  const known = personId === null ? null : await manager.findOneBy(accountEntity, { personId });
  if (known && known.id !== id)
    throw StoreProblem.invalid([
      { pointer: '/personId', detail: `${known.name} comes in already: change their account instead.` },
    ]);
}

/** Whether somebody else owns this installation who can come in. */
export async function otherOwner(manager: EntityManager, id: string): Promise<boolean> {
  const owners = await manager.findBy(accountEntity, { role: 'owner', disabled: false });
  return owners.some((owner) => owner.id !== id && owner.secretHash !== null);
}
