import { describe, expect, test } from 'vitest';
import { endOfDay, weekdayOf } from '../../core/time/day.ts';
import type { Stored } from '../../contract/records.ts';
import { isOwnDay, ownWeekdays } from '../../model/facts/systemDays.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { NOW, place } from '../../model/testing/place.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import { levelPlan } from '../levelling/levelPlan.ts';
import { makePlan } from '../plan/plan.ts';
import { offeredVisit } from './offered.ts';

// Thursday; the place is visited on Wednesdays and Saturdays
const TODAY = '2026-11-26';

/** A reef that is worked on on Wednesdays, a trough on any day; a sock long due in each. */
function twoWaters() {
  const here = place();
  const site = here.records.find((one) => one.kind === 'site') as Stored<'site'>;
  const visits = { weekdays: [3, 6], everyWeeks: 1, from: '2026-11-07', minutes: null };
  here.add('site', { ...site.content, visits }, site.id);
  const reef = here.system('Reef', 400, { weekdays: [3] });
  const trough = here.system('Trough', 400);
  const sockOf = (systemId: string): string => {
    const id = here.job({ componentId: here.component('sock-felt', [systemId]) }, 'sock-felt', 'swap');
    here.done(id, 60);
    return id;
  };
  const socks = { reef: sockOf(reef), trough: sockOf(trough) };
  const snapshot = Snapshot.of(here.records);
  const plan = makePlan(snapshot, () => endOfDay(TODAY, 'UTC'), TODAY);
  return { here, reef, trough, socks, snapshot, plan, evidence: evidenceOf(snapshot) };
}

describe('a system with days of its own within its place', () => {
  test('its next visit is the next one on its days', () => {
    const { plan, socks } = twoWaters();
    const nextOf = (jobId: string) => plan.jobs.find((row) => row.jobId === jobId)?.nextVisit;
    expect(nextOf(socks.reef)).toBe('2026-12-02');
    expect(nextOf(socks.trough)).toBe('2026-11-28');
  });
  test('the round of another day leaves it for its own, with that reason', () => {
    const { evidence, plan, snapshot, here, socks } = twoWaters();
    const home = snapshot.get('site', here.siteId) ?? expect.fail('no place');
    const { jobIds, waits } = offeredVisit(evidence, plan.jobs, home, { today: TODAY });
    expect(jobIds).toEqual([socks.trough]);
    expect(waits).toMatchObject([{ row: { jobId: socks.reef }, why: 'day', until: '2026-12-02', lacks: [] }]);
  });
  test('the plan of weeks places it on its days only', () => {
    const { evidence, plan, socks } = twoWaters();
    const visits = levelPlan(evidence, plan.jobs, NOW)[0]?.visits ?? [];
    const days = visits.filter((visit) => visit.entries.some((entry) => entry.jobId === socks.reef));
    expect(days.length).toBeGreaterThan(1);
    expect(days.every((visit) => weekdayOf(visit.day) === 3)).toBe(true);
  });
  test('what serves two waters is done when both are: where that is never, whenever the place is visited', () => {
    const { here, reef, trough } = twoWaters();
    const snapshot = () => Snapshot.of(here.records);
    expect(ownWeekdays(snapshot(), [reef, trough])).toEqual([3]);
    expect(ownWeekdays(snapshot(), [trough])).toBeNull();
    const system = snapshot().content('system', trough) ?? expect.fail('no system');
    here.add('system', { ...system, weekdays: [6] }, trough);
    expect(ownWeekdays(snapshot(), [reef, trough])).toEqual([]);
    expect(isOwnDay(snapshot(), [reef, trough], '2026-11-28')).toBe(true);
    expect(isOwnDay(snapshot(), [reef], '2026-11-28')).toBe(false);
  });
});
