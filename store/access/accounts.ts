import type { EntityManager } from 'typeorm';
import { v7 as uuid } from 'uuid';
import {
  asSignIn,
  type AccountView,
  type ChangeAccount,
  type Invite,
} from '../../contract/access/account.ts';
import { roles } from '../../contract/access/rights.ts';
import type { Databases } from '../database.ts';
import { inQueue } from './inQueue.ts';
import { StoreProblem } from '../problems.ts';
import type { Store } from '../store.ts';
import {
  freshAccount,
  keepLink,
  otherOwner,
  requireFree,
  requireNoAccount,
  setSecret,
} from './accountRows.ts';
import type { SignInLog } from './signInLog.ts';
import { accountEntity, oneTimeLinkEntity, SEEN_STEP_MS, sessionEntity, type AccountRow } from './rows.ts';
import { hashPassword, hashToken, isPassword, newToken } from './secrets.ts';

const DAY_MS = 86_400_000;
const INVITATION_HOLDS_MS = 7 * DAY_MS;
const RESET_HOLDS_MS = DAY_MS / 24;

interface Parts {
  databases: Databases;
  store: Store;
  log: SignInLog;
  now: () => number;
}
/** Who does it, for the log: a name and where from. */
export interface By {
  who: string;
  address: string;
}

/** People who come in: the first owner, invitations, passwords, what each may see. */
export class Accounts {
  private readonly parts: Parts;

  constructor(parts: Parts) {
    this.parts = parts;
  }

  /** Whether anybody owns this installation: from then on everybody signs in. */
  async hasOwner(): Promise<boolean> {
    return this.parts.databases.reader.getRepository(accountEntity).existsBy({ role: 'owner' });
  }

  /** Once. @throws StoreProblem conflict where somebody was first */
  async claim(said: { name: string; signIn: string; password: string }, by: By): Promise<AccountRow> {
    const secretHash = await hashPassword(said.password);
    return this.withPerson(await this.personCalled(said.name), said.name, by, async (manager, personId) => {
      if (await manager.existsBy(accountEntity, { role: 'owner' }))
        throw StoreProblem.conflict('This installation has its owner already. Sign in.', null, null);
      const row = {
        ...freshAccount(uuid(), personId, said.name, said.signIn, this.parts.now()),
        role: 'owner' as const,
        secretHash,
      };
      await manager.insert(accountEntity, row);
      await this.parts.log.writeIn(manager, said.name, 'became the first owner', by.address);
      return row;
    });
  }

  /** Invites somebody; sent again, the older invitation ends and a new one is shown. A device gets its token at once. */
  async invite(said: Invite, by: By): Promise<{ account: AccountRow; token: string; until: number | null }> {
    const token = newToken();
    const isDevice = !roles[said.role].signsIn;
    const account = await this.withPerson(
      roles[said.role].works ? said.personId : 'none',
      said.name,
      by,
      async (manager, personId) => {
        const known = await manager.findOneBy(accountEntity, { id: said.id });
        if (known?.secretHash != null)
          throw StoreProblem.conflict(`${known.name} has come in already.`, null, null);
        await requireFree(manager, said.signIn, said.id);
        await requireNoAccount(manager, personId, said.id);
        const row: AccountRow = {
          ...freshAccount(said.id, known?.personId ?? personId, said.name, said.signIn, this.parts.now()),
          ...{ mail: said.mail, role: said.role, siteIds: said.siteIds, systemIds: said.systemIds },
          version: (known?.version ?? 0) + 1,
          secretHash: isDevice ? hashToken(token) : null,
        };
        await manager.save(accountEntity, row);
        await manager.delete(oneTimeLinkEntity, { accountId: said.id });
        if (!isDevice)
          await keepLink(manager, 'invite', said.id, token, this.parts.now() + INVITATION_HOLDS_MS);
        await this.parts.log.writeIn(
          manager,
          by.who,
          `invited ${said.name} as ${roles[said.role].word}`,
          by.address,
        );
        return row;
      },
      known(said.id, this.parts.databases),
    );
    return { account, token, until: isDevice ? null : this.parts.now() + INVITATION_HOLDS_MS };
  }

  /** A link to choose another password by; an older one ends. */
  async offerReset(
    accountId: string,
    by: By,
  ): Promise<{ account: AccountRow; token: string; until: number }> {
    const token = newToken();
    const account = await this.changing(accountId, async (manager, row) => {
      if (row.secretHash === null || !roles[row.role].signsIn)
        throw StoreProblem.conflict(`${row.name} has no password yet: invite again.`, null, null);
      await manager.delete(oneTimeLinkEntity, { accountId });
      await keepLink(manager, 'reset', accountId, token, this.parts.now() + RESET_HOLDS_MS);
      await this.parts.log.writeIn(
        manager,
        by.who,
        `made a link for a new password of ${row.name}`,
        by.address,
      );
    });
    return { account, token, until: this.parts.now() + RESET_HOLDS_MS };
  }

  /** Whose link it is, if it holds. */
  async linkOf(token: string): Promise<{ account: AccountRow; purpose: 'invite' | 'reset' } | null> {
    const { reader } = this.parts.databases;
    const link = await reader.getRepository(oneTimeLinkEntity).findOneBy({ id: hashToken(token) });
    if (!link || link.endsAt <= this.parts.now()) return null;
    const account = await reader.getRepository(accountEntity).findOneBy({ id: link.accountId });
    return account && !account.disabled ? { account, purpose: link.purpose } : null;
  }

  /** Chooses a password by a link, once; all devices of that person are signed out. null: the link does not hold. */
  async useLink(token: string, password: string, by: By): Promise<AccountRow | null> {
    const secretHash = await hashPassword(password);
    return inQueue(this.parts.databases, async (manager) => {
      const link = await manager.findOneBy(oneTimeLinkEntity, { id: hashToken(token) });
      const row = link && (await manager.findOneBy(accountEntity, { id: link.accountId }));
      if (!link || !row || link.endsAt <= this.parts.now() || row.disabled) return null;
      await manager.delete(oneTimeLinkEntity, { id: link.id });
      await setSecret(manager, row, secretHash);
      await this.parts.log.writeIn(
        manager,
        row.name,
        link.purpose === 'invite' ? 'took the invitation' : 'chose another password by a link',
        by.address,
      );
      return row;
    });
  }

  /** Another password by the old one. @returns false where the old one is wrong */
  async changePassword(accountId: string, old: string, password: string, by: By): Promise<boolean> {
    const known = await this.get(accountId);
    if (!(await isPassword(old, known.secretHash))) return false;
    const secretHash = await hashPassword(password);
    await this.changing(accountId, async (manager, row) => {
      await setSecret(manager, row, secretHash);
      await this.parts.log.writeIn(manager, row.name, 'changed the password', by.address);
    });
    return true;
  }

  /** On the machine itself, with the server stopped. @throws StoreProblem not-found */
  async resetOnMachine(signIn: string, password: string): Promise<AccountRow> {
    const secretHash = await hashPassword(password);
    return inQueue(this.parts.databases, async (manager) => {
      const row = await manager.findOneBy(accountEntity, { signIn: asSignIn(signIn) });
      if (!row || !roles[row.role].signsIn) throw StoreProblem.notFound(`account (${signIn})`);
      await setSecret(manager, row, secretHash);
      await manager.update(accountEntity, { id: row.id }, { disabled: false });
      await this.parts.log.writeIn(manager, row.name, 'got another password on the machine', 'this machine');
      return row;
    });
  }

  /** Who it is, if name and password fit and the door is not shut to them. */
  async check(signIn: string, password: string): Promise<AccountRow | null> {
    const row = await this.bySignIn(signIn);
    const usable = row && !row.disabled && roles[row.role].signsIn ? row : null;
    return (await isPassword(password, usable?.secretHash ?? null)) ? usable : null;
  }

  /** The device that holds a token; when it was last used is kept, to the minute. */
  async deviceOf(token: string): Promise<AccountRow | null> {
    const { databases, now } = this.parts;
    const row = await databases.reader
      .getRepository(accountEntity)
      .findOneBy({ role: 'device', secretHash: hashToken(token), disabled: false });
    const at = now();
    if (row && (row.seenAt === null || at - row.seenAt >= SEEN_STEP_MS))
      await inQueue(databases, async (manager) => {
        await manager.update(accountEntity, { id: row.id }, { seenAt: at });
      });
    return row;
  }

  async bySignIn(signIn: string): Promise<AccountRow | null> {
    return this.parts.databases.reader.getRepository(accountEntity).findOneBy({ signIn: asSignIn(signIn) });
  }

  async get(id: string): Promise<AccountRow> {
    const row = await this.parts.databases.reader.getRepository(accountEntity).findOneBy({ id });
    if (!row) throw StoreProblem.notFound('account');
    return row;
  }

  /** Role, what it sees, mail, shut or open. The last owner stays one. @throws StoreProblem conflict */
  async change(id: string, said: ChangeAccount, by: By): Promise<AccountRow> {
    return this.changing(id, async (manager, row) => {
      if (row.version !== said.baseVersion)
        throw StoreProblem.conflict(
          `Somebody changed what ${row.name} may do in the meantime. Look again.`,
          null,
          said,
        );
      if (roles[row.role].signsIn !== roles[said.role].signsIn)
        throw StoreProblem.conflict('A person does not become a device, nor a device a person.', null, said);
      const stays = said.role === 'owner' && !said.disabled;
      if (row.role === 'owner' && !stays && !(await otherOwner(manager, id)))
        throw StoreProblem.conflict('The last owner stays one: make another owner first.', null, said);
      Object.assign(row, {
        mail: said.mail,
        role: said.role,
        siteIds: said.siteIds,
        systemIds: said.systemIds,
        disabled: said.disabled,
        version: row.version + 1,
      });
      await manager.save(accountEntity, row);
      if (said.disabled) await manager.delete(oneTimeLinkEntity, { accountId: id });
      await manager.delete(sessionEntity, { accountId: id });
      const done = said.disabled
        ? `shut the door to ${row.name}`
        : `set ${row.name} as ${roles[said.role].word}`;
      await this.parts.log.writeIn(manager, by.who, done, by.address);
    });
  }

  async list(): Promise<AccountView[]> {
    const { reader } = this.parts.databases;
    const [rows, links, sessions] = await Promise.all([
      reader.getRepository(accountEntity).find({ order: { name: 'ASC' } }),
      reader.getRepository(oneTimeLinkEntity).findBy({ purpose: 'invite' }),
      reader.getRepository(sessionEntity).find(),
    ]);
    const now = this.parts.now();
    const instant = (at: number | null | undefined) => (at == null ? null : new Date(at).toISOString());
    return rows.map((row) => ({
      ...{ id: row.id, version: row.version, personId: row.personId, name: row.name, signIn: row.signIn },
      ...{ mail: row.mail, role: row.role, siteIds: row.siteIds, systemIds: row.systemIds },
      state: row.disabled ? 'shut' : row.secretHash === null ? 'invited' : 'in use',
      invitedUntil: instant(links.find((one) => one.accountId === row.id && one.endsAt > now)?.endsAt),
      seenAt: instant(row.seenAt),
      devices: sessions.filter((one) => one.accountId === row.id && one.endsAt > now).length,
    }));
  }

  /** Whoever is named in the records already is that person, not another one of the same name. */
  private async personCalled(name: string): Promise<string | null> {
    const called = (text: string): string => text.trim().toLowerCase();
    const same = (await this.parts.store.snapshot())
      .all('person')
      .filter((person) => called(person.content.name) === called(name));
    return same.length === 1 ? (same[0]?.id ?? null) : null;
  }

  private async changing(
    id: string,
    act: (manager: EntityManager, row: AccountRow) => Promise<void>,
  ): Promise<AccountRow> {
    return inQueue(this.parts.databases, async (manager) => {
      const row = await manager.findOneBy(accountEntity, { id });
      if (!row) throw StoreProblem.notFound('account');
      await act(manager, row);
      return row;
    });
  }

  /** An account belongs to a person of the records; a new one is written in the same transaction. */
  private async withPerson<T>(
    personId: string | null,
    name: string,
    by: By,
    act: (manager: EntityManager, personId: string | null) => Promise<T>,
    already: Promise<boolean> = Promise.resolve(false),
  ): Promise<T> {
    if (personId === 'none' || (await already))
      return inQueue(this.parts.databases, (manager) => act(manager, null));
    if (personId !== null) {
      if (!(await this.parts.store.snapshot()).get('person', personId)) throw StoreProblem.notFound('person');
      return inQueue(this.parts.databases, (manager) => act(manager, personId));
    }
    const id = uuid();
    const content = { name: name.trim() };
    return this.parts.store.applyBeside(
      {
        writes: [{ op: 'create', kind: 'person', id, revisionId: uuid(), content }],
        who: by.who || name,
        why: 'invited',
      },
      (manager) => act(manager, id),
    );
  }
}

const known = (id: string, databases: Databases): Promise<boolean> =>
  databases.reader.getRepository(accountEntity).existsBy({ id });
