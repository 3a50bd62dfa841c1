import { mkdirSync, readdirSync } from 'node:fs';
import { basename, join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { backUp, keepNewest } from './backup.ts';
import { rowsApart } from './rowsApart.ts';
import { create, oneSock, openTestStore, swapped, work, type TestStore } from './testing/fixtures.ts';
import { proveBackup } from './wholeness.ts';

let one: TestStore;
let ids: ReturnType<typeof oneSock>['ids'];
beforeEach(async () => {
  one = await openTestStore();
  const sock = oneSock();
  ids = sock.ids;
  await one.store.apply(work(...sock.writes, create('service', swapped(ids.job, '2026-11-21'))));
});
afterEach(() => one.close());
const by = (sql: string) => one.databases.writer.query(sql);

describe('a record stands as its last revision says', () => {
  test('all that this program wrote does', async () => {
    expect(await rowsApart(one.databases.reader)).toEqual([]);
  });
  test.each([
    [
      'written over by another program',
      `UPDATE record_system SET content = replace(content, 'Reef', 'Leak')`,
      'system',
      'its content differs',
    ],
    ['deleted by hand', 'UPDATE record_job SET deleted = 1', 'job', 'whether it was deleted differs'],
    [
      'put in without a revision',
      `UPDATE record_service SET id = '019aa000-0000-7000-8000-000000000000'`,
      'service',
      'it has no revision',
    ],
    ['set back to an older version', 'UPDATE record_system SET version = 0', 'system', 'it has no revision'],
  ])('%s it is found', async (_how, sql, kind, what) => {
    await by(sql);
    expect(await rowsApart(one.databases.reader)).toMatchObject([{ kind, what }]);
  });
});

describe('a backup is worth what it gives back', () => {
  test('put back on trial it holds all records, and the trial leaves nothing behind', async () => {
    const backup = await backUp(one.databases.reader, one.dataDir, '2026-11-25T10-00-00Z');
    expect(await proveBackup(backup)).toBe(6);
    expect(readdirSync(join(one.dataDir, 'backups'))).toEqual(['2026-11-25T10-00-00Z']);
  });
  test('one that holds what nobody wrote is no backup', async () => {
    await by(`UPDATE record_system SET content = replace(content, 'Reef', 'Leak')`);
    const backup = await backUp(one.databases.reader, one.dataDir, '2026-11-25T10-00-00Z');
    await expect(proveBackup(backup)).rejects.toMatchObject({ code: 'damaged' });
    expect(readdirSync(join(one.dataDir, 'backups'))).toEqual(['2026-11-25T10-00-00Z']);
  });
  test('the newest stay, and what a restore kept aside', async () => {
    for (const day of [21, 22, 23, 24])
      await backUp(one.databases.reader, one.dataDir, `2026-11-${day}T10-00-00Z`);
    mkdirSync(join(one.dataDir, 'backups', 'before-restore-2026-11-20T10-00-00Z'));
    expect(keepNewest(one.dataDir, 2).map((folder) => basename(folder))).toEqual([
      '2026-11-21T10-00-00Z',
      '2026-11-22T10-00-00Z',
    ]);
    expect(readdirSync(join(one.dataDir, 'backups')).sort()).toEqual([
      '2026-11-23T10-00-00Z',
      '2026-11-24T10-00-00Z',
      'before-restore-2026-11-20T10-00-00Z',
    ]);
    expect(keepNewest(one.dataDir, 5)).toEqual([]);
  });
});
