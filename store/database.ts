import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type Database from 'better-sqlite3';
import { DataSource } from 'typeorm';
import { First1795000000000 } from './migrations/1795000000000-first.ts';
import { KeptPlan1795100000000 } from './migrations/1795100000000-kept-plan.ts';
import { Tests1795200000000 } from './migrations/1795200000000-tests.ts';
import { WaterWork1795300000000 } from './migrations/1795300000000-water-work.ts';
import { Access1795400000000 } from './migrations/1795400000000-access.ts';
import { Rounds1795500000000 } from './migrations/1795500000000-rounds.ts';
import { SitterSheets1795600000000 } from './migrations/1795600000000-sitterSheets.ts';
import { Levelling1795700000000 } from './migrations/1795700000000-levelling.ts';
import { Routes1795800000000 } from './migrations/1795800000000-routes.ts';
import { SentTests1795900000000 } from './migrations/1795900000000-sentTests.ts';
import { DeviceReadings1796000000000 } from './migrations/1796000000000-deviceReadings.ts';
import { accessEntities } from './access/rows.ts';
import { sumUpWhatIsNot } from './devices/sums.ts';
import { recordEntities, revisionEntity } from './rows.ts';
import { requireSound } from './soundness.ts';

/** Every migration, in order. A new one is a new file and a line here. */
const migrations = [
  First1795000000000,
  KeptPlan1795100000000,
  Tests1795200000000,
  WaterWork1795300000000,
  Access1795400000000,
  Rounds1795500000000,
  SitterSheets1795600000000,
  Levelling1795700000000,
  Routes1795800000000,
  SentTests1795900000000,
  DeviceReadings1796000000000,
];
const entities = [...Object.values(recordEntities), revisionEntity, ...accessEntities];

const pragmas = (synchronous: 'FULL' | 'NORMAL') => (db: Database.Database) => {
  db.pragma('journal_mode = WAL');
  db.pragma('foreign_keys = ON');
  db.pragma('busy_timeout = 5000');
  // FULL on the writer: NORMAL in WAL can lose an acknowledged commit on a power cut
  db.pragma(`synchronous = ${synchronous}`);
};

const sourceOf = (file: string, synchronous: 'FULL' | 'NORMAL'): DataSource =>
  new DataSource({
    type: 'better-sqlite3',
    database: file,
    entities,
    migrations,
    synchronize: false,
    prepareDatabase: pragmas(synchronous),
  });

export interface Databases {
  writer: DataSource;
  reader: DataSource;
  file: string;
  /** The copy made before migrating older data, if that happened. */
  copyBeforeMigration: string | null;
}

export const databaseFile = (dataDir: string): string => join(dataDir, 'jondrel.sqlite');

/**
 * Opens (and at first start creates) the database of a data directory. Older data is migrated after a copy.
 * @param nameOfCopy a name for that copy, made from the clock by the caller
 */
export async function openDatabases(dataDir: string, nameOfCopy: string): Promise<Databases> {
  // a new one is for the server's user alone: it holds what people are told apart by
  for (const folder of ['pictures', 'backups'])
    mkdirSync(join(dataDir, folder), { recursive: true, mode: 0o700 });
  const file = databaseFile(dataDir);
  requireSound(file, dataDir);
  const existed = existsSync(file);
  const writer = await sourceOf(file, 'FULL').initialize();
  let copyBeforeMigration: string | null = null;
  if (existed && (await writer.showMigrations())) {
    copyBeforeMigration = join(dataDir, 'backups', nameOfCopy);
    await copyDatabase(writer, copyBeforeMigration);
  }
  await writer.runMigrations({ transaction: 'each' });
  await writer.transaction(sumUpWhatIsNot);
  const reader = await sourceOf(file, 'NORMAL').initialize();
  return { writer, reader, file, copyBeforeMigration };
}

/** Another connection to read an open database by, for another thread. */
export const openReader = (file: string): Promise<DataSource> => sourceOf(file, 'NORMAL').initialize();

/** A consistent copy of a live database, made by SQLite itself. */
export async function copyDatabase(source: DataSource, to: string): Promise<void> {
  // whole or not at all: a copy that a killed process left behind must not pass for one
  const draft = `${to}.part`;
  rmSync(draft, { force: true });
  await source.query('VACUUM INTO ?', [draft]);
  renameSync(draft, to);
}
