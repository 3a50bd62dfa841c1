import { IsNull } from 'typeorm';
import type { Databases } from '../database.ts';
import { inQueue } from './inQueue.ts';
import { oneTimeLinkEntity, pageLinkEntity, sessionEntity } from './rows.ts';

/**
 * A copy from earlier knows nothing of what was signed out and revoked since: none of it comes back to life. People
 * sign in again with the passwords of then; links are made anew.
 */
export async function endAllAfterRestore(databases: Databases, now: number): Promise<void> {
  await inQueue(databases, async (manager) => {
    await manager.clear(sessionEntity);
    await manager.clear(oneTimeLinkEntity);
    await manager.update(pageLinkEntity, { revokedAt: IsNull() }, { revokedAt: now });
  });
}
