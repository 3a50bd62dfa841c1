import { expect, test } from 'vitest';
import type { Stored } from '../../../contract/records.ts';
import { sitterWrites } from './sitterWrites.ts';

const begunWith = { phones: [{ name: 'Ida', phone: '555 01' }], doNotTouch: '' };
const typed = { ...begunWith, doNotTouch: 'the ozone unit' };
const site = (version: number, some: Partial<Stored<'site'>['content']>): Stored<'site'> => ({
  ...{ kind: 'site', id: 'home', version, deleted: false, createdAt: '', updatedAt: '' },
  content: { name: 'Home', timeZone: 'UTC', visits: null, sitter: begunWith, ...some },
});
const begun = { version: 3, sitter: begunWith };
const bases = (now: Stored<'site'>, sitter = typed): (number | undefined)[] =>
  sitterWrites(now, { sitter, begun }).map((write) =>
    'baseVersion' in write ? write.baseVersion : undefined,
  );

test('nothing typed of the place: nothing of it is written', () => {
  expect(bases(site(3, {}), begunWith)).toEqual([]);
  expect(
    sitterWrites(site(3, {}), {
      sitter: { phones: [], doNotTouch: '' },
      begun: { version: 3, sitter: null },
    }),
  ).toEqual([]);
});

test('another fact of the place changed meanwhile: both stand', () => {
  const [write] = sitterWrites(site(5, { name: 'Harbour' }), { sitter: typed, begun });
  expect(write).toMatchObject({ baseVersion: 5, content: { name: 'Harbour', sitter: typed } });
});

test('the same changed meanwhile: it goes on the version it was begun from, and is a conflict', () => {
  expect(bases(site(5, { sitter: { ...begunWith, doNotTouch: 'the valves' } }))).toEqual([3]);
});
