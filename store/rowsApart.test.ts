import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { rowsApart } from './rowsApart.ts';
import { create, oneSock, openTestStore, swapped, work, type TestStore } from './testing/fixtures.ts';

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
