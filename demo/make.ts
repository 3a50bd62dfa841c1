import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { daysBetween, endOfDay, type Day } from '../core/time/day.ts';
import { databaseFile, openDatabases } from '../store/database.ts';
import { Store } from '../store/store.ts';
import { demoWrites } from './build.ts';

const WRITES_AT_ONCE = 5000;

export interface DemoData {
  madeOn: Day;
  ageDays: number;
}
const stampFile = (dataDir: string): string => join(dataDir, 'demo.json');

/** Makes the demo data of a day in a data directory. Made whole beside it first, so that a half one never stands. */
export async function makeDemo(dataDir: string, today: Day): Promise<void> {
  const draft = `${dataDir}.part`;
  rmSync(draft, { recursive: true, force: true });
  const databases = await openDatabases(draft, 'none.sqlite');
  const store = new Store(databases, () => endOfDay(today, 'Europe/Berlin'));
  const writes = demoWrites(today);
  for (let from = 0; from < writes.length; from += WRITES_AT_ONCE) {
    await store.apply({
      writes: writes.slice(from, from + WRITES_AT_ONCE),
      who: 'demo',
      why: 'demonstration data',
    });
  }
  await databases.reader.destroy();
  await databases.writer.destroy();
  writeFileSync(stampFile(draft), JSON.stringify({ madeOn: today }));
  rmSync(dataDir, { recursive: true, force: true });
  renameSync(draft, dataDir);
}

/** What demo data there are; null where there are none. */
export function demoIn(dataDir: string, today: Day): DemoData | null {
  if (!existsSync(databaseFile(dataDir)) || !existsSync(stampFile(dataDir))) return null;
  const { madeOn } = JSON.parse(readFileSync(stampFile(dataDir), 'utf8')) as { madeOn: Day };
  return { madeOn, ageDays: daysBetween(madeOn, today) };
}
