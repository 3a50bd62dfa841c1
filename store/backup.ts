import { cpSync, existsSync, linkSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { basename, join } from 'node:path';
import type { DataSource } from 'typeorm';
import { copyDatabase, databaseFile } from './database.ts';
import { StoreProblem } from './problems.ts';
import { backupsOf, faultOfFile } from './soundness.ts';

/** A backup is a folder: a consistent copy of the database, and the pictures. */
export async function backUp(source: DataSource, dataDir: string, stamp: string): Promise<string> {
  const to = join(dataDir, 'backups', stamp);
  if (existsSync(to)) throw StoreProblem.conflict(`A backup named ${stamp} exists already.`, null, null);
  const draft = `${to}.part`;
  rmSync(draft, { recursive: true, force: true });
  mkdirSync(draft, { recursive: true });
  try {
    await copyDatabase(source, databaseFile(draft));
    linkAll(join(dataDir, 'pictures'), join(draft, 'pictures'));
    renameSync(draft, to);
  } catch (error) {
    // half a backup is none
    rmSync(draft, { recursive: true, force: true });
    throw error;
  }
  return to;
}

/** Pictures never change once they are there: another name for each costs no room. Where the disk has none, a copy. */
function linkAll(from: string, to: string): void {
  mkdirSync(to, { recursive: true });
  for (const name of readdirSync(from).filter((one) => !one.endsWith('.part')))
    try {
      linkSync(join(from, name), join(to, name));
    } catch {
      cpSync(join(from, name), join(to, name));
    }
}

/**
 * Removes all backups but the newest so many; what a restore kept aside stays.
 * @param which of them are counted, and removed, by name
 * @returns what was removed
 */
export function keepNewest(
  dataDir: string,
  count: number,
  which: (name: string) => boolean = () => true,
): string[] {
  const old = backupsOf(dataDir)
    .filter((folder) => which(basename(folder)))
    .slice(0, -count);
  for (const folder of old) rmSync(folder, { recursive: true });
  return old;
}

/** Puts a backup in place of a data directory's content; what was there is kept beside it. @returns where */
export function restoreBackup(backup: string, dataDir: string, stamp: string): string | null {
  if (!existsSync(databaseFile(backup))) throw StoreProblem.notFound(`backup (${backup})`);
  // before anything of what is there is touched
  const fault = faultOfFile(databaseFile(backup));
  if (fault !== null) throw StoreProblem.damaged(`The backup ${backup} ${fault}. Nothing was changed.`);
  const kept = existsSync(databaseFile(dataDir)) ? join(dataDir, 'backups', `before-restore-${stamp}`) : null;
  mkdirSync(dataDir, { recursive: true });
  if (kept) {
    mkdirSync(kept, { recursive: true });
    // the write-ahead log belongs to its database: they move together
    for (const name of readdirSync(dataDir)) {
      if (name.startsWith('jondrel.sqlite') || name === 'pictures')
        renameSync(join(dataDir, name), join(kept, name));
    }
  }
  mkdirSync(join(dataDir, 'pictures'), { recursive: true });
  if (existsSync(join(backup, 'pictures')))
    cpSync(join(backup, 'pictures'), join(dataDir, 'pictures'), { recursive: true });
  // the database last and whole at once: broken off before, the start says that it is gone
  const draft = `${databaseFile(dataDir)}.part`;
  cpSync(databaseFile(backup), draft);
  renameSync(draft, databaseFile(dataDir));
  return kept;
}

/** A name for a backup from an instant: 2026-11-25T14-20-05Z. */
export function stampOf(now: number): string {
  return new Date(now).toISOString().replace(/\.\d+/, '').replaceAll(':', '-');
}
