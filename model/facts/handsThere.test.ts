import { expect, test } from 'vitest';
import type { Worker } from '../../core/planning/hands.ts';
import { handsTaken, minutesOfHands, peopleComing } from './handsThere.ts';

const DAY = '2026-11-26'; // a Thursday
const worker = (name: string, minutesPerVisit: number | null, weekdays: number[] = []): Worker => ({
  ...{ name, skills: [], permits: [], weekdays, minutesPerVisit, absences: [] },
});
const site = (people?: number) => ({
  visits: { weekdays: [4], everyWeeks: 1, from: '2026-01-01', minutes: 60, ...(people ? { people } : {}) },
});

test('who comes: one where nobody said', () => {
  expect([
    peopleComing(undefined),
    peopleComing({ visits: null }),
    peopleComing(site()),
    peopleComing(site(3)),
  ]).toEqual([1, 1, 1, 3]);
});
test('a job takes those it needs, no more than come', () => {
  const pair = { hands: { people: 2 } };
  expect([handsTaken(pair, site()), handsTaken(pair, site(3)), handsTaken({}, site(3))]).toEqual([1, 2, 1]);
});
test('where how many come is said, each has the minutes of the visit, or fewer of their own', () => {
  const two = [worker('Ada', null), worker('Ben', 45)];
  expect(minutesOfHands(60, 2, two, DAY)).toBe(105);
  expect(minutesOfHands(60, 2, [], DAY)).toBe(120);
  // Cleo does not come on Thursdays; the two with the longest come of those who do
  expect(minutesOfHands(60, 2, [...two, worker('Cleo', 60, [1]), worker('Dan', 10)], DAY)).toBe(105);
  expect(minutesOfHands(60, 3, two, DAY)).toBe(105);
  expect(minutesOfHands(null, 2, two, DAY)).toBe(45);
  expect(minutesOfHands(null, 2, [], DAY)).toBeNull();
});
test('where nobody said, the place’s minutes, or those of who is there where they are fewer', () => {
  expect(minutesOfHands(60, undefined, [worker('Ada', 20), worker('Ben', 30)], DAY)).toBe(50);
  expect(minutesOfHands(60, undefined, [worker('Ada', null)], DAY)).toBe(60);
  expect(minutesOfHands(null, 1, [worker('Ada', 20)], DAY)).toBe(20);
});
