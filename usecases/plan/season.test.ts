import { describe, expect, test } from 'vitest';
import { daysBetween, endOfDay } from '../../core/time/day.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { place } from '../../model/testing/place.ts';
import { makePlan } from './plan.ts';

const TODAY = '2026-11-26';
const YEAR = 365.2425;

/** Lives so many days ago: longest at the year's beginning where warmth wears, shortest there where heating does. */
const life = (usual: number, daysAgo: number, swing: number): number =>
  usual * Math.exp(swing * Math.cos((2 * Math.PI * (Date.parse(TODAY) / 86_400_000 - daysAgo)) / YEAR));

/** Six pumps of one place, each scrubbed for two years when it was time. The row of one with a usual life of 42 days. */
function rowOf(swing: number) {
  const here = place();
  const systemId = here.system('Glasshouse', 300);
  const jobIds = [30, 36, 42, 48, 54, 60].map((usual, k) => {
    const jobId = here.job(
      { componentId: here.component('stream-pump', [systemId]) },
      'stream-pump',
      'scrub',
    );
    const ages = [730 + 7 * k];
    for (let ago = 730 + 7 * k; ago > usual;) ages.push((ago -= life(usual, ago, swing)));
    for (const ago of ages.filter((one) => one > 1)) here.done(jobId, Math.round(ago), { found: 'right' });
    here.done(jobId, 1);
    return jobId;
  });
  const plan = makePlan(Snapshot.of(here.records), (zone) => endOfDay(TODAY, zone), TODAY);
  const row = plan.jobs.find((one) => one.jobId === jobIds[2]);
  if (!row?.likely) throw new Error('a row with a likely day');
  return { days: daysBetween(TODAY, row.likely), sentence: row.rules[0]?.sentence ?? '' };
}

describe('a season that nobody logged, learned from the jobs of a place', () => {
  const [summer, none, winter] = [0.3, 0, -0.3].map(rowOf);
  test('its jobs come later in the slow half of the year, sooner in the fast one', () => {
    expect(summer?.days).toBeGreaterThan(none?.days ?? Number.NaN);
    expect(winter?.days).toBeLessThan(none?.days ?? Number.NaN);
    expect((summer?.days ?? 0) - (winter?.days ?? 0)).toBeGreaterThan(8);
  });
  test('and the reason says so', () => {
    expect(summer?.sentence).toMatch(/things wear \d+ % slower at this time of year\.$/);
    expect(winter?.sentence).toMatch(/things wear \d+ % faster at this time of year\.$/);
    expect(none?.sentence).not.toContain('time of year');
  });
});
