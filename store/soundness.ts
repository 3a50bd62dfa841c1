import Database from 'better-sqlite3';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { StoreProblem } from './problems.ts';

/** A start does not wait for more to be read; `jondrel check` reads all. */
const WHOLLY_READ_BYTES = 256 * 1024 * 1024;

/** What is wrong with the file of a database, as the rest of a sentence that begins with the file; null: it is sound. */
export function faultOfFile(file: string): string | null {
  if (!existsSync(file)) return 'is not there';
  if (statSync(file).isDirectory()) return 'is a folder';
  if (statSync(file).size === 0) return 'is empty';
  let db: Database.Database;
  try {
    db = new Database(file, { readonly: true, fileMustExist: true });
  } catch (error) {
    return damageWord(error);
  }
  try {
    if (statSync(file).size <= WHOLLY_READ_BYTES) {
      const [first] = db.pragma('quick_check(1)') as { quick_check: string }[];
      if (first?.quick_check !== 'ok') return 'has damaged pages';
    }
    const tables = db
      .prepare(
        "SELECT count(*) AS n FROM sqlite_master WHERE type = 'table' AND name IN ('revision', 'migrations')",
      )
      .get() as { n: number };
    return tables.n > 0 ? null : 'holds no data of this program';
  } catch (error) {
    return damageWord(error);
  } finally {
    db.close();
  }
}
const damageWord = (error: unknown): string => {
  const { code } = error as { code?: string };
  if (code === 'SQLITE_NOTADB') return 'is no database, or was overwritten';
  if (code?.startsWith('SQLITE_CORRUPT')) return 'has damaged pages';
  if (code?.startsWith('SQLITE_IOERR')) return 'cannot be read from the disk';
  throw error;
};

/** The backups of a data directory, oldest first. What a restore kept aside is none, nor is half a copy. */
export function backupsOf(dataDir: string): string[] {
  const folder = join(dataDir, 'backups');
  if (!existsSync(folder)) return [];
  return (
    readdirSync(folder)
      // by their stamp
      .filter((name) => /^\d{4}-[^.]+$/.test(name) && existsSync(join(folder, name, 'jondrel.sqlite')))
      .sort()
      .map((name) => join(folder, name))
  );
}

/** The newest backup of a data directory; null: there is none. */
export const newestBackup = (dataDir: string): string | null => backupsOf(dataDir).at(-1) ?? null;

/** What only a folder in use has, in words; null: it has none of it. */
function tracesOf(dataDir: string): string | null {
  const has = (folder: string): boolean =>
    existsSync(join(dataDir, folder)) && readdirSync(join(dataDir, folder)).length > 0;
  if (has('pictures')) return 'pictures';
  return has('backups') ? 'copies' : null;
}

/**
 * Never starts on what is damaged, nor empty in silence where data were.
 * @throws StoreProblem damaged: what is wrong, and the command that puts the newest backup back
 */
export function requireSound(file: string, dataDir: string): void {
  const backup = newestBackup(dataDir);
  const exists = existsSync(file);
  if (!exists && backup === null) {
    const left = tracesOf(dataDir);
    // a new data directory
    if (left === null) return;
    throw StoreProblem.damaged(
      `${file} is not there, though ${left} of it lie beside it. Put it back from a copy of your own, or name another folder for new data. Nothing was changed.`,
    );
  }
  const fault = faultOfFile(file);
  if (fault === null) return;
  const way =
    backup === null
      ? 'There is no backup in this folder. Nothing was changed.'
      : `The newest backup is put back by: ./jondrel restore --data ${dataDir} ${backup}`;
  throw StoreProblem.damaged(`${file} ${fault}. ${way}`);
}
