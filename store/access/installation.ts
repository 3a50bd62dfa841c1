import { randomBytes } from 'node:crypto';
import type { Databases } from '../database.ts';
import { inQueue } from './inQueue.ts';
import { installationEntity, type InstallationRow } from './rows.ts';

/** What this installation is, made at its first start. */
export async function installationIn(databases: Databases): Promise<InstallationRow> {
  return inQueue(databases, async (manager) => {
    const known = await manager.findOneBy(installationEntity, { id: 1 });
    if (known) return known;
    const fresh: InstallationRow = { id: 1, name: randomBytes(4).toString('hex'), wide: false, names: [] };
    await manager.insert(installationEntity, fresh);
    return fresh;
  });
}

export async function changeInstallation(
  databases: Databases,
  some: Partial<Pick<InstallationRow, 'wide' | 'names'>>,
): Promise<void> {
  await inQueue(databases, (manager) => manager.update(installationEntity, { id: 1 }, some));
}
