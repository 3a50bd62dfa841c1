import { expect, test } from 'vitest';
import { dayOf, daysBetween, endOfDay } from '../../core/time/day.ts';
import type { Stored } from '../../contract/records.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { NOW, place } from '../../model/testing/place.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import { makePlan } from '../plan/plan.ts';
import { levelPlan } from './levelPlan.ts';

// An own figure of 24 days with visits once a week: the visits on either side of it are three days early and four days
// late. What lateness costs decides between them, and no visit before them is worth its wasted life.

const TODAY = dayOf(NOW, 'UTC');

/** Days from the last time to the first visit that takes the job; Saturday 21 November was the last one. */
function placedAfter(consequence: 'A' | 'B' | 'C', { alone = false, travelMin = 0 } = {}): number {
  const here = place();
  if (travelMin > 0) {
    const site = here.records.find((one) => one.kind === 'site') as Stored<'site'>;
    const visits = { weekdays: [6], everyWeeks: 1, from: '2026-11-07', minutes: null, travelMin };
    here.records.push({ ...site, version: 2, content: { ...site.content, visits } });
  }
  const systemId = here.system('Reef', 200);
  const componentId = here.component('sock-felt', [systemId]);
  const jobId = here.job({ componentId }, 'sock-felt', 'swap', {
    overrides: { rules: [{ kind: 'calendar', range: { lo: 24, hi: 24 } }], consequence },
  });
  here.done(jobId, 5);
  if (!alone) {
    // something is done there every week anyway
    const weekly = here.job({ systemId }, 'water-change', 'change', {
      overrides: { rules: [{ kind: 'calendar', range: { lo: 7, hi: 7 } }], consequence: 'C' },
    });
    here.done(weekly, 5, { litres: 20 });
  }
  const snapshot = Snapshot.of(here.records);
  const plan = makePlan(snapshot, () => endOfDay(TODAY, 'UTC'), TODAY);
  const [levelled] = levelPlan(evidenceOf(snapshot), plan.jobs, NOW);
  const visit = levelled?.visits.find((one) => one.entries.some((entry) => entry.jobId === jobId));
  return daysBetween('2026-11-21', visit?.day ?? expect.fail('not placed'));
}

test.each(['A', 'B', 'C'] as const)('consequence %s: on day 21 or 28, never on 14', (consequence) =>
  expect([21, 28]).toContain(placedAfter(consequence)),
);
test('what must not be late is done before, not after', () => expect(placedAfter('C')).toBe(21));

test.each(['A', 'B', 'C'] as const)(
  'consequence %s, the only job of the place: the usual visit is made anyway, on day 21 or 28',
  (consequence) => expect([21, 28]).toContain(placedAfter(consequence, { alone: true })),
);
test.each(['A', 'B', 'C'] as const)(
  'consequence %s, an hour away: it may wait for company, not beyond its window by more than a visit',
  (consequence) => {
    // the window of an own figure ends on its day, 24; the visit after it is on day 28
    expect(placedAfter(consequence, { alone: true, travelMin: 60 })).toBeLessThanOrEqual(28);
  },
);
