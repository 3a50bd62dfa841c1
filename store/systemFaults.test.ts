import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { systemFaultOf } from './systemFaults.ts';
import { create, oneSock, openTestStore, swapped, work } from './testing/fixtures.ts';

const failing = async (act: () => unknown): Promise<unknown> => {
  try {
    await act();
  } catch (error) {
    return error;
  }
  return expect.fail('it went through');
};

test('a database that may not be written, or has no more room: one sentence; nothing is stored, and then it goes on', async () => {
  const one = await openTestStore();
  try {
    const { ids, writes } = oneSock();
    await one.store.apply(work(...writes));
    const before = (await one.store.snapshot()).all('service').length;
    const log = () => one.store.apply(work(create('service', swapped(ids.job, '2026-11-20'))));
    await one.databases.writer.query('PRAGMA query_only = 1');
    expect(systemFaultOf(await failing(log))).toMatchObject({
      kind: 'not-writable',
      detail: expect.stringContaining('cannot be written') as string,
    });
    await one.databases.writer.query('PRAGMA query_only = 0');

    const [{ page_count: pages }] =
      await one.databases.writer.query<[{ page_count: number }]>('PRAGMA page_count');
    await one.databases.writer.query(`PRAGMA max_page_count = ${pages}`);
    const much = () =>
      one.store.apply(
        work(
          ...Array.from({ length: 40 }, () =>
            create('service', { ...swapped(ids.job, '2026-11-20'), note: 'x'.repeat(3900) }),
          ),
        ),
      );
    expect(systemFaultOf(await failing(much))?.kind).toBe('full');
    await one.databases.writer.query('PRAGMA max_page_count = 1000000');

    expect((await one.store.snapshot()).all('service')).toHaveLength(before);
    await log();
    expect((await one.store.snapshot()).all('service')).toHaveLength(before + 1);
  } finally {
    await one.close();
  }
});

test('a folder that is none is said to be none, with its path; what is no fault of the system is left to others', async () => {
  const dir = mkdtempSync(join(tmpdir(), 'jondrel-fault-'));
  try {
    const file = join(dir, 'file');
    writeFileSync(file, '');
    const error = await failing(() => mkdirSync(join(file, 'data'), { recursive: true }));
    expect(systemFaultOf(error)).toEqual({
      kind: 'no-folder',
      detail: `${join(file, 'data')} is no folder.`,
      todo: 'Name a folder with --data.',
    });
  } finally {
    rmSync(dir, { recursive: true });
  }
  expect([new Error('another'), null, { code: 17 }, { code: 'ECONNREFUSED' }].map(systemFaultOf)).toEqual([
    ...[null, null, null, null],
  ]);
});

test.each([
  ['EROFS', 'not-writable'],
  ['EACCES', 'not-writable'],
  ['SQLITE_READONLY_DBMOVED', 'not-writable'],
  ['SQLITE_BUSY_SNAPSHOT', 'busy'],
  ['ENOSPC', 'full'],
])('%s: %s', (code, kind) => {
  expect(systemFaultOf({ code })?.kind).toBe(kind);
  // as the database's driver wraps it
  expect(systemFaultOf({ driverError: { code } })?.kind).toBe(kind);
});
