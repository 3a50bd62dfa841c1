import type { EntityManager } from 'typeorm';
import type { SignInEvent } from '../../contract/access/account.ts';
import type { Databases } from '../database.ts';
import { inQueue } from './inQueue.ts';
import { signInEventEntity } from './rows.ts';

/** So many are kept: enough to see what happened in weeks, and no stranger can fill the disk with them. */
const KEPT = 2000;
const SHOWN = 200;

/** What happened at the door: who came in, who was refused, what was granted and taken back. */
export class SignInLog {
  private readonly databases: Databases;
  private readonly now: () => number;

  constructor(databases: Databases, now: () => number) {
    this.databases = databases;
    this.now = now;
  }

  /** Inside a transaction that does the thing it tells of. */
  async writeIn(manager: EntityManager, who: string, what: string, address: string): Promise<void> {
    await manager.insert(signInEventEntity, { at: this.now(), who: who.slice(0, 120), what, address });
    await manager.query(`DELETE FROM door_event WHERE id <= (SELECT max(id) FROM door_event) - ${KEPT}`);
  }

  async write(who: string, what: string, address: string): Promise<void> {
    await inQueue(this.databases, (manager) => this.writeIn(manager, who, what, address));
  }

  /** Newest first. */
  async list(): Promise<SignInEvent[]> {
    const rows = await this.databases.reader
      .getRepository(signInEventEntity)
      .find({ order: { id: 'DESC' }, take: SHOWN });
    return rows.map(({ at, who, what, address }) => ({ at: new Date(at).toISOString(), who, what, address }));
  }
}
