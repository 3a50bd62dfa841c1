import { expect, test } from 'vitest';
import { addDays } from '../time/day.ts';
import { visitList, type ListedJob, type Visit } from './visitList.ts';
import { visitDays, type VisitRhythm } from './visits.ts';

const TODAY = '2026-11-25'; // a Wednesday
const saturdays = { weekdays: [6], everyWeeks: 1, from: '2026-11-07' };
/** Over the visits of a rhythm; without one every day may be a visit. */
function listed(jobs: readonly ListedJob[], rhythm: VisitRhythm | null, weeks: number): Visit[] {
  const end = addDays(TODAY, 7 * weeks);
  const days = rhythm
    ? visitDays(rhythm, TODAY, weeks * 7)
    : Array.from({ length: 7 * weeks + 1 }, (_, i) => addDays(TODAY, i));
  return visitList(
    jobs,
    days.filter((day) => day <= end),
    end,
  );
}
const job = (some: Partial<ListedJob>): ListedJob => ({
  jobId: 'sock',
  recommended: '2026-11-30',
  jobDay: '2026-11-30',
  isLook: false,
  intervalDays: 7,
  minutes: 10,
  ...some,
});

test('the last visit on or before the day; later turns follow from that visit', () => {
  const visits = listed([job({})], saturdays, 4);
  expect(visits.map((visit) => visit.day)).toEqual(['2026-11-28', '2026-12-05', '2026-12-12', '2026-12-19']);
  expect(visits.map((visit) => visit.entries[0]?.turn)).toEqual([0, 1, 2, 3]);
});
test('what is due before anyone comes waits for the first visit, once a visit', () => {
  const visits = listed([job({ recommended: '2026-11-20', intervalDays: 3 })], saturdays, 3);
  expect(visits.map((visit) => [visit.day, visit.entries.length])).toEqual([
    ['2026-11-28', 1],
    ['2026-12-05', 1],
    ['2026-12-12', 1],
  ]);
});
test('a look first, then the job on its own day', () => {
  const visits = listed(
    [job({ isLook: true, recommended: '2026-11-29', jobDay: '2026-12-17', intervalDays: 100 })],
    saturdays,
    12,
  );
  expect(visits.map((visit) => [visit.day, visit.entries[0]?.look, visit.minutes])).toEqual([
    ['2026-11-28', true, 2],
    ['2026-12-12', false, 10],
  ]);
});
test('without a rhythm each day is its own visit, never in the past', () => {
  expect(
    listed([job({ recommended: '2026-11-20', intervalDays: 30 })], null, 8).map((visit) => visit.day),
  ).toEqual(['2026-11-25', '2026-12-25']);
});
test('minutes add up, jobs without a date are left out', () => {
  const visits = listed(
    [
      job({}),
      job({ jobId: 'pump', minutes: 45, intervalDays: 200 }),
      job({ jobId: 'none', recommended: null, jobDay: null }),
    ],
    saturdays,
    1,
  );
  expect(visits[0]?.minutes).toBe(55);
});
