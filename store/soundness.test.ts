import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { backUp, restoreBackup } from './backup.ts';
import { databaseFile, openDatabases } from './database.ts';
import { StoreProblem } from './problems.ts';
import { faultOfFile, newestBackup } from './soundness.ts';
import { Store } from './store.ts';
import { NOW, oneSock, work } from './testing/fixtures.ts';

let dir: string;
let backup: string;
beforeEach(async () => {
  dir = mkdtempSync(join(tmpdir(), 'jondrel-sound-'));
  const databases = await openDatabases(dir, 'copy.sqlite');
  await new Store(databases, () => NOW).apply(work(...oneSock().writes));
  backup = await backUp(databases.writer, dir, '2026-11-25T14-20-00Z');
  await databases.reader.destroy();
  await databases.writer.destroy();
});
afterEach(() => rmSync(dir, { recursive: true }));

const open = async (): Promise<string> => {
  try {
    const databases = await openDatabases(dir, 'copy.sqlite');
    await databases.reader.destroy();
    await databases.writer.destroy();
    return 'opened';
  } catch (error) {
    if (!(error instanceof StoreProblem)) throw error;
    return `${error.code}: ${error.message}`;
  }
};
const overwrite = (file: string, from: number, bytes: number): void => {
  const content = readFileSync(file);
  content.fill(0x5a, from, from + bytes);
  writeFileSync(file, content);
};

describe('a database that is damaged is said to be so, with the command that puts a backup back', () => {
  test.each<[string, (file: string) => void, string]>([
    ['gone', (file) => rmSync(file), 'is not there'],
    ['empty', (file) => truncateSync(file, 0), 'is empty'],
    ['overwritten', (file) => overwrite(file, 0, 200), 'is no database, or was overwritten'],
    ['cut off', (file) => truncateSync(file, 8192), 'damaged pages'],
  ])('%s', async (_what, damage, word) => {
    const file = databaseFile(dir);
    for (const beside of [`${file}-wal`, `${file}-shm`]) rmSync(beside, { force: true });
    damage(file);
    const before = existsSync(file) ? readFileSync(file) : null;
    const said = await open();
    expect(said).toMatch(/^damaged: /);
    expect(said).toContain(word);
    expect(said).toContain(`./jondrel restore --data ${dir} ${backup}`);
    // it was not made anew in silence, nor written to
    expect(existsSync(file) ? readFileSync(file) : null).toEqual(before);
    restoreBackup(backup, dir, 'later');
    expect(await open()).toBe('opened');
  });
  test('a new folder begins empty; one without a backup says that there is none', async () => {
    rmSync(join(dir, 'backups'), { recursive: true });
    truncateSync(databaseFile(dir), 0);
    expect(await open()).toContain('There is no backup in this folder');
    rmSync(databaseFile(dir));
    expect(await open()).toBe('opened');
  });
  test('gone without a backup, but with what only a folder in use has: it does not begin empty', async () => {
    rmSync(join(dir, 'backups'), { recursive: true });
    rmSync(databaseFile(dir));
    writeFileSync(join(dir, 'pictures', 'one'), 'picture');
    expect(await open()).toMatch(/^damaged: .* is not there, though pictures of it lie beside it\./);
    expect(existsSync(databaseFile(dir))).toBe(false);
  });
  test('a damaged backup is refused before anything is touched', () => {
    const bad = join(dir, 'backups', 'bad');
    mkdirSync(bad);
    copyFileSync(databaseFile(dir), databaseFile(bad));
    overwrite(databaseFile(bad), 0, 200);
    const before = readFileSync(databaseFile(dir));
    expect(() => restoreBackup(bad, dir, 'later')).toThrow(
      /is no database, or was overwritten\. Nothing was changed/,
    );
    expect(readFileSync(databaseFile(dir)).equals(before)).toBe(true);
    expect(existsSync(join(dir, 'backups', 'before-restore-later'))).toBe(false);
  });
  test('the newest whole backup is the one that is named; half a one is none', () => {
    mkdirSync(join(dir, 'backups', '2026-12-01T00-00-00Z.part'));
    mkdirSync(join(dir, 'backups', '2026-12-02T00-00-00Z'));
    mkdirSync(join(dir, 'backups', 'before-restore-2026-12-03T00-00-00Z'));
    copyFileSync(
      databaseFile(dir),
      databaseFile(join(dir, 'backups', 'before-restore-2026-12-03T00-00-00Z')),
    );
    expect(newestBackup(dir)).toBe(backup);
    expect(faultOfFile(databaseFile(backup))).toBeNull();
  });
});
