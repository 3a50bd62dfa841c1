import { existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { SETTING_ID } from '../../contract/kinds.ts';
import { defaultSetting } from '../../model/settings.ts';
import { backUp } from '../../store/backup.ts';
import { databaseFile } from '../../store/database.ts';
import { StoreProblem } from '../../store/problems.ts';
import { create, NOW, oneSock, openTestStore, work } from '../../store/testing/fixtures.ts';
import { proveBackup } from '../../store/wholeness.ts';
import { Safekeeping } from './safekeeping.ts';
import { runTask, type Task } from './task.ts';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

let one: Awaited<ReturnType<typeof openTestStore>>;
let clock: number;
let warned: unknown[];
beforeEach(async () => {
  one = await openTestStore();
  await one.store.apply(work(...oneSock().writes));
  clock = NOW;
  warned = [];
});
afterEach(() => one.close());

/** The same work as the thread does, here. */
const here = async (task: Task): Promise<{ records: number | null; fault: string | null }> => {
  try {
    if (task.kind === 'trial') return { records: await proveBackup(task.backup), fault: null };
    if (task.kind === 'check') return { records: 1, fault: null };
    await backUp(one.databases.reader, task.dataDir, task.name);
    return { records: null, fault: null };
  } catch (error) {
    if (!(error instanceof StoreProblem)) throw error;
    return { records: null, fault: error.message };
  }
};
const made = (run: typeof runTask = here): Safekeeping =>
  new Safekeeping({
    ...{ store: one.store, dataDir: one.dataDir, run },
    now: () => clock,
    warn: (error) => void warned.push(error),
  });
const names = async (of: Safekeeping): Promise<string[]> =>
  (await of.report()).backups.map((each) => each.name);

describe('backups by themselves', () => {
  test('one a day, the newest fourteen stay; what a person made stays whatever its age', async () => {
    const safe = made();
    const own = await safe.backUpNow();
    for (let day = 0; day < 20; day++) {
      clock += DAY_MS;
      await safe.tick();
      // looked at again on the same day: nothing more
      await safe.tick();
    }
    const kept = await names(safe);
    expect(kept).toHaveLength(15);
    expect(kept.filter((name) => name.endsWith('-auto'))).toHaveLength(14);
    expect(own.endsWith(kept.at(-1) ?? '')).toBe(true);
    expect((await safe.report()).lastBackup).toEqual({ at: new Date(clock).toISOString(), fault: null });
    expect(warned).toEqual([]);
  });
  test('on the days that were said; never, where that was said', async () => {
    const safe = made();
    const say = (everyDays: number | null) =>
      one.store.apply(
        work(create('setting', { ...defaultSetting, backups: { everyDays, keep: 3 } }, SETTING_ID)),
      );
    await say(null);
    clock += 3 * DAY_MS;
    await safe.tick();
    expect(await names(safe)).toEqual([]);
  });
  test('one that failed says why, is tried again after an hour and not before, and leaves nothing half made', async () => {
    let tries = 0;
    const safe = made(async (task) => {
      if (task.kind !== 'backup') return here(task);
      tries++;
      if (tries === 1) throw Object.assign(new Error('no room'), { code: 'ENOSPC' });
      return here(task);
    });
    await safe.tick();
    expect((await safe.report()).lastBackup).toMatchObject({ fault: 'the disk is full' });
    expect(warned).toHaveLength(1);
    clock += HOUR_MS / 2;
    await safe.tick();
    expect(tries).toBe(1);
    clock += HOUR_MS;
    await safe.tick();
    expect((await safe.report()).lastBackup).toMatchObject({ fault: null });
  });
  test('a clock that was wrong for a while holds nothing up', async () => {
    clock += 400 * DAY_MS;
    const safe = made();
    await safe.tick();
    clock = NOW;
    await safe.tick();
    expect(await names(safe)).toHaveLength(2);
  });
});

describe('the trial restore of each month', () => {
  test('says what it read; a damaged backup is told', async () => {
    const safe = made();
    await safe.tick();
    const { lastTrial, backups } = await safe.report();
    expect(lastTrial).toMatchObject({ fault: null, name: backups[0]?.name });
    expect(lastTrial?.records).toBeGreaterThan(3);
    const file = databaseFile(join(one.dataDir, 'backups', backups[0]?.name ?? ''));
    const bytes = readFileSync(file);
    bytes.fill(0x5a, 4096, 12_000);
    writeFileSync(file, bytes);
    // within the month it rests on what it read
    clock += HOUR_MS;
    await safe.tick();
    expect((await safe.report()).lastTrial?.fault).toBeNull();
    clock = NOW + 31 * DAY_MS;
    // no newer one is made, so that the damaged one is tried
    await one.store.apply(
      work(create('setting', { ...defaultSetting, backups: { everyDays: null, keep: 3 } }, SETTING_ID)),
    );
    await safe.tick();
    expect((await safe.report()).lastTrial?.fault).toMatch(/damaged/);
  });
});

test('in a thread of its own: a copy is made, tried and the data read whole', async () => {
  const file = databaseFile(one.dataDir);
  const name = '2026-11-25T14-20-05Z-auto';
  expect(await runTask({ kind: 'backup', file, dataDir: one.dataDir, name })).toEqual({
    ...{ records: null, fault: null },
  });
  const backup = join(one.dataDir, 'backups', name);
  const trial = await runTask({ kind: 'trial', backup });
  expect(trial.fault).toBeNull();
  expect(await runTask({ kind: 'check', file })).toEqual(trial);
  // made again under its name it is refused in words
  expect(await runTask({ kind: 'backup', file, dataDir: one.dataDir, name })).toMatchObject({
    fault: expect.stringContaining('exists already') as string,
  });
});

test('pictures of a backup take no room of their own, and outlast the ones they are of', async () => {
  const picture = join(one.dataDir, 'pictures', 'a'.repeat(64));
  mkdirSync(join(one.dataDir, 'pictures'), { recursive: true });
  writeFileSync(picture, 'picture');
  const folder = await made().backUpNow();
  const copy = join(folder, 'pictures', 'a'.repeat(64));
  expect(statSync(copy).ino).toBe(statSync(picture).ino);
  rmSync(picture);
  expect(existsSync(copy)).toBe(true);
});
