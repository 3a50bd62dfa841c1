import type { NewPageLink, PageLinkView } from '../../contract/access/account.ts';
import type { Databases } from '../database.ts';
import { inQueue } from './inQueue.ts';
import { StoreProblem } from '../problems.ts';
import type { By } from './accounts.ts';
import type { SignInLog } from './signInLog.ts';
import { pageLinkEntity, SEEN_STEP_MS, type PageLinkRow } from './rows.ts';
import { hashToken, newToken } from './secrets.ts';

const DAY_MS = 86_400_000;

/** Secret links to the page of a place: whoever holds one reads it, until it is revoked. */
export class PageLinks {
  private readonly databases: Databases;
  private readonly log: SignInLog;
  private readonly now: () => number;

  constructor(databases: Databases, log: SignInLog, now: () => number) {
    this.databases = databases;
    this.log = log;
    this.now = now;
  }

  /** The token is shown this once. Sent again, a link of the same id is given another token and the old one ends. */
  async make(said: NewPageLink, by: By): Promise<{ token: string; row: PageLinkRow }> {
    const token = newToken();
    const now = this.now();
    const row: PageLinkRow = {
      ...{ id: said.id, name: said.name.trim(), siteId: said.siteId, systemIds: said.systemIds },
      ...{ sendsTests: said.sendsTests },
      ...{ tokenHash: hashToken(token), madeBy: by.who, madeAt: now },
      endsAt: said.days === null ? null : now + said.days * DAY_MS,
      ...{ revokedAt: null, usedAt: null },
    };
    await inQueue(this.databases, async (manager) => {
      await manager.save(pageLinkEntity, row);
      await this.log.writeIn(manager, by.who, `made a link for ${row.name}`, by.address);
    });
    return { token, row };
  }

  async revoke(id: string, by: By): Promise<void> {
    await inQueue(this.databases, async (manager) => {
      const row = await manager.findOneBy(pageLinkEntity, { id });
      if (!row) throw StoreProblem.notFound('link');
      if (row.revokedAt !== null) return;
      await manager.update(pageLinkEntity, { id }, { revokedAt: this.now() });
      await this.log.writeIn(manager, by.who, `revoked the link for ${row.name}`, by.address);
    });
  }

  /** What a token opens, if it holds. */
  async open(token: string): Promise<PageLinkRow | null> {
    const row = await this.databases.reader
      .getRepository(pageLinkEntity)
      .findOneBy({ tokenHash: hashToken(token) });
    const now = this.now();
    if (!row || row.revokedAt !== null || (row.endsAt !== null && row.endsAt <= now)) return null;
    if (row.usedAt === null || now - row.usedAt > SEEN_STEP_MS)
      await inQueue(this.databases, async (manager) => {
        await manager.update(pageLinkEntity, { id: row.id }, { usedAt: now });
      });
    return row;
  }

  async list(): Promise<PageLinkView[]> {
    const rows = await this.databases.reader
      .getRepository(pageLinkEntity)
      .find({ order: { madeAt: 'DESC' } });
    const instant = (at: number | null) => (at === null ? null : new Date(at).toISOString());
    return rows.map((row) => ({
      ...{ id: row.id, name: row.name, siteId: row.siteId, systemIds: row.systemIds, madeBy: row.madeBy },
      sendsTests: row.sendsTests,
      madeAt: new Date(row.madeAt).toISOString(),
      endsAt: instant(row.endsAt),
      revokedAt: instant(row.revokedAt),
      usedAt: instant(row.usedAt),
    }));
  }
}
