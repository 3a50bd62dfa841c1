import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { kindWords } from '../contract/kinds.ts';
import { archiveLines, recordsOfArchive } from './archive.ts';
import { databaseFile, openDatabases, type Databases } from './database.ts';
import { StoreProblem } from './problems.ts';
import { rowsApart } from './rowsApart.ts';

/**
 * Reads all there is: pages, links, every record against its last revision, every revision against its checksum and shape.
 * @returns how many records there are
 * @throws StoreProblem damaged, with the first thing found
 */
export async function requireWhole(databases: Databases): Promise<number> {
  const { reader } = databases;
  const [pages] = await reader.query<{ integrity_check: string }[]>('PRAGMA integrity_check');
  if (pages?.integrity_check !== 'ok')
    throw StoreProblem.damaged(`The database is damaged: ${pages?.integrity_check ?? 'no answer'}.`);
  const links = await reader.query<unknown[]>('PRAGMA foreign_key_check');
  if (links.length > 0)
    throw StoreProblem.damaged(`${links.length} records belong to others that are missing.`);
  const [apart] = await rowsApart(reader);
  if (apart)
    throw StoreProblem.damaged(
      `The ${kindWords[apart.kind]} ${apart.id} is not as it was last written: ${apart.what}. Put a backup back, or correct it by hand.`,
    );
  const records = recordsOfArchive(archiveLines(databases));
  let count = 0;
  while (!(await records.next()).done) count++;
  return count;
}

/**
 * A trial restore: the backup is put back into a folder of its own, brought up to date as a start would, and read whole.
 * @returns how many records it holds
 */
export async function proveBackup(backup: string): Promise<number> {
  const trial = mkdtempSync(join(dirname(backup), 'trial.'));
  try {
    cpSync(databaseFile(backup), databaseFile(trial));
    const databases = await openDatabases(trial, 'before-migration.sqlite');
    try {
      return await requireWhole(databases);
    } finally {
      await databases.reader.destroy();
      await databases.writer.destroy();
    }
  } finally {
    rmSync(trial, { recursive: true, force: true });
  }
}
