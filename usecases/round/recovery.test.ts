import { describe, expect, test } from 'vitest';
import { daysBetween } from '../../core/time/day.ts';
import type { Stored } from '../../contract/records.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { place } from '../../model/testing/place.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import { recoveryOf } from './recovery.ts';

// Thursday; visits are on Saturdays
const TODAY = '2026-11-26';

function neglected(minutes: number | null) {
  const here = place();
  const site = here.records.find((one) => one.kind === 'site') as Stored<'site'>;
  const visits = { weekdays: [6], everyWeeks: 1, from: '2026-11-07', minutes };
  here.add('site', { ...site.content, visits }, site.id);
  const systemId = here.system('Reef', 400);
  const unit = (kindId: string, jobId: string): void => {
    here.job({ componentId: here.component(kindId, [systemId]) }, kindId, jobId);
  };
  unit('heater', 'check');
  unit('return-pump', 'strip-soak');
  unit('stream-pump', 'scrub');
  unit('sock-felt', 'swap');
  unit('porous-media', 'swish');
  unit('canister', 'rinse-pads');
  here.job({ systemId }, 'water-test', 'test-nitrate');
  return recoveryOf(evidenceOf(Snapshot.of(here.records)), systemId, TODAY);
}

describe('a neglected tank is brought back (common practice, no published source)', () => {
  const days = (steps: ReturnType<typeof neglected>) => [...new Set(steps.map((step) => step.day))];

  test('on the visits that are made there, and nowhere between', () => {
    for (const day of days(neglected(null))) expect(daysBetween('2026-11-28', day) % 7).toBe(0);
    expect(neglected(null)[0]?.day).toBe('2026-11-28');
  });
  test('dangers first, then tests, biology last and one a visit', () => {
    const stages = neglected(null).map((step) => step.stage.id);
    expect(stages.slice(0, 2)).toEqual(['safe', 'test']);
    const media = neglected(null).filter((step) => step.stage.id === 'media');
    expect(stages.slice(-media.length).every((id) => id === 'media')).toBe(true);
    expect(media.length).toBeGreaterThanOrEqual(2);
    expect(media.every((step) => step.jobs.length === 1)).toBe(true);
    expect(new Set(media.map((step) => step.day)).size).toBe(media.length);
  });
  test('within the minutes of a visit: what does not fit has the next one', () => {
    const steps = neglected(30);
    const byDay = new Map<string, number>();
    for (const { day, jobs } of steps)
      byDay.set(day, (byDay.get(day) ?? 0) + jobs.reduce((sum, one) => sum + one.minutes, 0));
    const long = Math.max(...steps.flatMap((step) => step.jobs.map((one) => one.minutes)));
    for (const minutes of byDay.values()) expect(minutes).toBeLessThanOrEqual(Math.max(30, long));
    expect(days(steps).length).toBeGreaterThan(days(neglected(null)).length);
    expect(steps.flatMap((step) => step.jobs)).toHaveLength(7);
  });
});
