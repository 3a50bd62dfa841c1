import { expect, test } from 'vitest';
import { carriedOver } from './carriedOver.ts';
import type { PlaceInstance } from './placeInstance.ts';

const place = (jobs: readonly [string, boolean][], days: readonly string[]): PlaceInstance =>
  ({
    jobs: jobs.map(([jobId, look]) => ({ row: { jobId }, look })),
    visits: days.map((day) => ({ day })),
  }) as unknown as PlaceInstance;

test('a plan of before by jobs and days: new ones have none, what is gone is left out', () => {
  const before = place(
    [
      ['sock', false],
      ['pump', true],
      ['pump', false],
    ],
    ['2026-11-28', '2026-12-05', '2026-12-12'],
  );
  const now = place(
    [
      ['lamp', false],
      ['pump', false],
      ['pump', true],
      ['sock', false],
    ],
    ['2026-12-05', '2026-12-12', '2026-12-19'],
  );
  expect(carriedOver(before, [[0, 1, 2], [0], [2]], now)).toEqual([[], [1], [], [0, 1]]);
});
