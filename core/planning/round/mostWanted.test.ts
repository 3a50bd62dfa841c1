import { expect, test } from 'vitest';
import { mostWantedFirst, type Wanted } from './mostWanted.ts';

const job = (id: string, some: Partial<Wanted>): Wanted & { id: string } => ({
  ...{ id, isPastWindow: false, chanceByNext: 0.5, costRatio: 5, intervalDays: 30 },
  ...some,
});
const order = (...jobs: (Wanted & { id: string })[]): string[] =>
  mostWantedFirst(jobs, (one) => one).map((one) => one.id);

// common practice, no published source: what is late comes first, then what is grave and likely, then by what it saves
test('past its window first, then grave and likely, in the order given', () => {
  expect(
    order(
      job('weekly', { chanceByNext: 1, intervalDays: 7 }),
      job('grave', { costRatio: 100, chanceByNext: 0.6 }),
      job('late', { isPastWindow: true, intervalDays: 700 }),
    ),
  ).toEqual(['grave', 'late', 'weekly']);
});

test('a long clean-out that is hardly due does not crowd out weekly tests', () => {
  expect(
    order(
      job('tank', { costRatio: 100, chanceByNext: 0.42, intervalDays: 184 }),
      job('salinity', { chanceByNext: 1, intervalDays: 7 }),
      job('ammonia', { chanceByNext: 1, intervalDays: 7 }),
    ),
  ).toEqual(['salinity', 'ammonia', 'tank']);
});

test('what nobody knows counts as due, what is done once as yearly', () => {
  expect(
    order(
      job('once', { intervalDays: null, chanceByNext: null }),
      job('rare', { intervalDays: 400, chanceByNext: 1 }),
    ),
  ).toEqual(['once', 'rare']);
});
