import { LessThanOrEqual } from 'typeorm';
import type { SessionView } from '../../contract/access/account.ts';
import { roles } from '../../contract/access/rights.ts';
import type { Databases } from '../database.ts';
import { inQueue } from './inQueue.ts';
import { accountEntity, sessionEntity, type AccountRow, type SessionRow, SEEN_STEP_MS } from './rows.ts';
import { hashExactly } from './secrets.ts';

const DAY_MS = 86_400_000;
/** However busy, a session ends after this: the person signs in again. */
const LONGEST_MS = 90 * DAY_MS;
/** An id that was changed for another still holds this long, for requests that were under way. */
const GRACE_MS = 60_000;
/** "Last seen" is written no more often than this. */

/** Devices on which somebody is signed in. What the cookie holds is never kept, only its hash. */
export class Sessions {
  private readonly databases: Databases;
  private readonly now: () => number;

  constructor(databases: Databases, now: () => number) {
    this.databases = databases;
    this.now = now;
  }

  /** The session and its person, if it still holds: not ended, not idle too long, the door not shut. */
  find(secret: string): Promise<{ session: SessionRow; account: AccountRow } | null> {
    return this.findByHash(hashExactly(secret));
  }

  private async findByHash(id: string): Promise<{ session: SessionRow; account: AccountRow } | null> {
    const { reader } = this.databases;
    const session = await reader.getRepository(sessionEntity).findOneBy({ id });
    if (!session) return null;
    const account = await reader.getRepository(accountEntity).findOneBy({ id: session.accountId });
    if (!account || account.disabled) return null;
    const now = this.now();
    const idleSince = session.seenAt + roles[account.role].idleDays * DAY_MS;
    return now < session.endsAt && now < idleSince ? { session, account } : null;
  }

  /** The same, for whoever knows it by its hash: a connection that stayed open. */
  async holds(id: string): Promise<boolean> {
    return (await this.findByHash(id)) !== null;
  }

  /** A device signs in, or takes another id in place of the one it had. */
  async keep(
    secret: string,
    said: { accountId: string; device: string; address: string },
    before: SessionRow | null,
  ): Promise<void> {
    const now = this.now();
    await inQueue(this.databases, async (manager) => {
      await manager.delete(sessionEntity, { endsAt: LessThanOrEqual(now) });
      await manager.insert(sessionEntity, {
        id: hashExactly(secret),
        ...said,
        signedInAt: before?.signedInAt ?? now,
        rotatedAt: now,
        seenAt: now,
        endsAt: before?.endsAt ?? now + LONGEST_MS,
      });
      if (before) await manager.update(sessionEntity, { id: before.id }, { endsAt: now + GRACE_MS });
      await manager.update(accountEntity, { id: said.accountId }, { seenAt: now });
    });
  }

  async seen(session: SessionRow, address: string): Promise<void> {
    const now = this.now();
    if (now - session.seenAt < SEEN_STEP_MS) return;
    await inQueue(this.databases, async (manager) => {
      await manager.update(sessionEntity, { id: session.id }, { seenAt: now, address });
      await manager.update(accountEntity, { id: session.accountId }, { seenAt: now });
    });
  }

  async list(accountId: string, hereId: string | null): Promise<SessionView[]> {
    const rows = await this.databases.reader
      .getRepository(sessionEntity)
      .find({ where: { accountId }, order: { seenAt: 'DESC' } });
    const now = this.now();
    return rows
      .filter((row) => row.endsAt - now > GRACE_MS || row.id === hereId)
      .map(({ id, device, address, signedInAt, seenAt }) => ({
        ...{ id, device, address },
        signedInAt: new Date(signedInAt).toISOString(),
        seenAt: new Date(seenAt).toISOString(),
        here: id === hereId,
      }));
  }

  /** Signs one device of a person out. @returns whether there was one */
  async end(accountId: string, id: string): Promise<boolean> {
    const done = await inQueue(this.databases, (manager) => manager.delete(sessionEntity, { id, accountId }));
    return (done.affected ?? 0) > 0;
  }

  /** Signs a person out everywhere. @returns on how many devices */
  async endAll(accountId: string): Promise<number> {
    const done = await inQueue(this.databases, (manager) => manager.delete(sessionEntity, { accountId }));
    return done.affected ?? 0;
  }
}
