import { existsSync } from 'node:fs';
import { stampOf } from '../store/backup.ts';
import { databaseFile, openDatabases, type Databases } from '../store/database.ts';
import { newestBackup } from '../store/soundness.ts';
import { takeLock } from '../store/lock.ts';
import { BadInput } from './exit.ts';
import { now } from './clock.ts';

export const defaultDataDir = (): string => process.env.JONDREL_DATA ?? './data';

/** Opens a data directory for reading; fine beside a running server. */
export async function withReading<T>(
  dataDir: string,
  work: (databases: Databases) => Promise<T>,
): Promise<T> {
  // gone, with backups there, it is said to be damaged when it is opened
  if (!existsSync(databaseFile(dataDir)) && newestBackup(dataDir) === null)
    throw new BadInput(`There are no data in ${dataDir}.`);
  return opened(dataDir, work);
}

/** Opens a data directory for writing: takes its lock, refuses while a server runs. */
export async function withWriting<T>(
  dataDir: string,
  what: string,
  work: (databases: Databases) => Promise<T>,
): Promise<T> {
  const release = takeLock(dataDir, what);
  try {
    return await opened(dataDir, work);
  } finally {
    release();
  }
}

export async function opened<T>(dataDir: string, work: (databases: Databases) => Promise<T>): Promise<T> {
  const databases = await openDatabases(dataDir, `before-migration-${stampOf(now())}.sqlite`);
  try {
    return await work(databases);
  } finally {
    await databases.reader.destroy();
    await databases.writer.destroy();
  }
}
