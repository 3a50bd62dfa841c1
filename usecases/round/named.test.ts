import { describe, expect, test } from 'vitest';
import { endOfDay } from '../../core/time/day.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { NOW, place } from '../../model/testing/place.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import { levelPlan } from '../levelling/levelPlan.ts';
import { makePlan } from '../plan/plan.ts';
import { buildRound } from './build.ts';
import { namedOf } from './named.ts';
import { offeredVisit } from './offered.ts';

// Thursday; the place is visited on Saturdays
const TODAY = '2026-11-26';
const SATURDAY = '2026-11-28';

function tank() {
  const here = place();
  const systemId = here.system('Reef', 400);
  const unit = (kindId: string, jobId: string, daysAgo: number): string => {
    const id = here.job({ componentId: here.component(kindId, [systemId]) }, kindId, jobId);
    here.done(id, daysAgo);
    return id;
  };
  const named = (...jobIds: string[]) => {
    const evidence = evidenceOf(Snapshot.of(here.records));
    return namedOf(evidence, {
      ...{ steps: buildRound(evidence, jobIds), jobIds, looks: new Set(), breaches: [] },
      ...{ siteId: here.siteId, day: SATURDAY, leftOff: new Set() },
    });
  };
  const planned = () => {
    const snapshot = Snapshot.of(here.records);
    const plan = makePlan(snapshot, () => endOfDay(TODAY, 'UTC'), TODAY);
    return levelPlan(evidenceOf(snapshot), plan.jobs, NOW)[0]?.visits ?? [];
  };
  return { ...here, systemId, unit, named, planned };
}

describe('what a round breaks is named, with the nearest visit on which it would be right', () => {
  test('two carriers of one water: harm to animals, left to a reason; the less grave one waits a week', () => {
    const here = tank();
    const first = here.unit('canister', 'rinse-pads', 400);
    const second = here.unit('porous-media', 'swish', 400);
    const [one, ...more] = here.named(first, second);
    expect(more).toEqual([]);
    expect(one).toMatchObject({ rule: 'life-taken-out', harm: false });
    expect(one?.leave).toEqual({ jobId: second, until: '2026-12-05' });
    expect([...(one?.jobIds ?? [])].sort()).toEqual([first, second].sort());
  });
  test('acid and bleach, one after the other: named, left to a reason; at once: it does not begin', () => {
    const here = tank();
    const jobs = [here.unit('sock-felt', 'swap', 60), here.unit('return-pump', 'strip-soak', 900)];
    const met = { rule: 'acid-and-bleach', leave: { jobId: jobs[1], until: '2026-12-05' } };
    expect(here.named(...jobs)).toMatchObject([{ ...met, harm: false }]);
    // bleach while the acid bath still stands there
    const evidence = evidenceOf(Snapshot.of(here.records));
    const steps = buildRound(evidence, jobs);
    const bleach = steps.filter((step) => step.baths?.includes('bleach'));
    const soak = steps.findIndex((step) => step.phase === 'soak');
    const rest = steps.filter((step) => !bleach.includes(step));
    const own = [...rest.slice(0, soak + 1), ...bleach, ...rest.slice(soak + 1)];
    const named = namedOf(evidence, {
      ...{ steps: own, jobIds: jobs, looks: new Set(), breaches: [] },
      ...{ siteId: here.siteId, day: SATURDAY, leftOff: new Set() },
    });
    expect(named).toContainEqual(expect.objectContaining({ ...met, harm: true }));
    expect(here.named(jobs[0] ?? '')).toEqual([]);
  });
});

describe('the plan of weeks keeps the same rules over roles', () => {
  test('two carriers stand in visits three days apart or more', () => {
    const here = tank();
    const jobs = [here.unit('canister', 'rinse-pads', 400), here.unit('porous-media', 'swish', 400)];
    const days = here
      .planned()
      .flatMap((visit) => visit.entries.filter((one) => jobs.includes(one.jobId)).map(() => visit.day));
    expect(days.length).toBeGreaterThanOrEqual(2);
    expect(new Set(days).size).toBe(days.length);
  });
  test('acid and bleach stand in different visits', () => {
    const here = tank();
    const bleach = here.unit('sock-felt', 'swap', 60);
    const acid = here.unit('return-pump', 'strip-soak', 900);
    for (const visit of here.planned()) {
      const ids = visit.entries.map((entry) => entry.jobId);
      expect(ids.includes(bleach) && ids.includes(acid)).toBe(false);
    }
  });
});

test('a job for two people waits for the first visit on which two are there', () => {
  const here = tank();
  const person = (name: string, weekdays: number[]): void => {
    here.add('person', { name, comes: { weekdays, minutes: null } });
  };
  person('Ada', [6, 3]);
  person('Ben', [3]);
  const site = here.records.find((one) => one.kind === 'site');
  here.add(
    'site',
    {
      ...{ name: 'Home', timeZone: 'UTC' },
      visits: { weekdays: [3, 6], everyWeeks: 1, from: '2026-11-07', minutes: null },
    },
    site?.id,
  );
  const componentId = here.component('intake-line', [here.systemId]);
  const two = here.job({ componentId }, 'intake-line', 'suction-screen');
  here.done(two, 5000);
  const snapshot = Snapshot.of(here.records);
  const evidence = evidenceOf(snapshot);
  const hands = evidence.definitionOf(snapshot.content('job', two) ?? expect.fail('no job')).hands;
  expect(hands?.people).toBe(2);
  const plan = makePlan(snapshot, () => endOfDay(TODAY, 'UTC'), TODAY);
  const home = snapshot.get('site', here.siteId) ?? expect.fail('no place');
  const { jobIds, waits } = offeredVisit(evidence, plan.jobs, home, { today: TODAY });
  expect(jobIds).not.toContain(two);
  expect(waits).toMatchObject([
    { why: 'hands', until: '2026-12-02', lacks: [{ kind: 'people', needed: 2 }] },
  ]);
});
