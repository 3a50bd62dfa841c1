import { expect, test } from 'vitest';
import { definitionOf } from '../../core/catalogue/index.ts';
import { withOverrides } from '../../core/catalogue/types.ts';
import { median } from '../../core/statistics/median.ts';
import { chanceDue } from '../../core/planning/dueCurve.ts';
import { houseCostRatios } from '../../core/planning/lateness.ts';
import { planAll } from '../../core/planning/planAll.ts';
import type { JobFacts, ServiceFact } from '../../core/rules/facts.ts';
import { emptyFacts } from '../../core/rules/testing/emptyFacts.ts';
import { daysBetween, endOfDay, MS_PER_DAY } from '../../core/time/day.ts';
import { foundGrades, wearEdges } from '../../core/wear/found.ts';
import { Chance } from '../../demo/chance.ts';

// Records and readings of one life are evidence on one belief: multiplied as strangers they name a day too early.

const ZONE = 'Europe/Berlin';
const TODAY = '2026-11-25';
const service = (at: number, more: Partial<ServiceFact>): ServiceFact => ({
  ...{ done: { kind: 'exact', at }, found: null, shareDone: 1 },
  ...more,
});
const plan = (facts: JobFacts) =>
  planAll([{ facts, visits: null }], (zone) => endOfDay(TODAY, zone), houseCostRatios).get(facts.jobId) ??
  expect.fail();

test('backwashes by wear and by pressure: 400 simulated, the windows hold eight in ten and the error is that of the readings', () => {
  const chance = new Chance(41);
  const definition = withOverrides(definitionOf('sand-filter', 'backwash'), {
    rules: [
      { kind: 'wear', range: { lo: 14, hi: 28 } },
      { kind: 'condition', measure: 'pressure-drop', limit: 50, against: 'rise-over-clean' },
    ],
  });
  const errors: number[] = [];
  let held = 0;
  const RUNS = 400;
  for (let run = 0; run < RUNS; run++) {
    const mu = Math.log(20) + 0.2 * chance.normal();
    const life = () => Math.exp(mu + 0.25 * chance.normal());
    const now = life();
    const age = 0.7 * now;
    // five lives before, seen at the service; readings of this one on its way, every tenth of it
    const services: ServiceFact[] = [];
    let back = age;
    for (let k = 0; k < 6; k++) {
      const before = life();
      const came = before * Math.exp(0.2 * chance.normal());
      const seen = (came / before) * Math.exp(0.12 * chance.normal());
      // the word of a service is for the life that ended with it
      const found = foundGrades.find((_, i) => seen < (wearEdges[i + 1] ?? Infinity)) ?? 'failed';
      services.unshift(service(endOfDay(TODAY, ZONE) - back * MS_PER_DAY, { found }));
      back += came;
    }
    const unitReadings = [0.01, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7].map((share) => ({
      measure: 'pressure-drop' as const,
      at: endOfDay(TODAY, ZONE) - (age - share * now) * MS_PER_DAY,
      value: 20 + 50 * share + 3 * chance.normal(),
      timing: share === 0.01 ? ('after' as const) : null,
    }));
    const planned = plan({ ...emptyFacts(definition, ZONE), services, unitReadings });
    const dueIn = now - age;
    const likely = daysBetween(TODAY, planned.likely ?? TODAY);
    errors.push(Math.abs(Math.log((likely + age) / now)));
    const due = chanceDue(planned.due ?? expect.fail('no curve'))(dueIn);
    if (due >= 0.1 && due <= 0.9) held++;
  }
  expect(median(errors)).toBeLessThan(0.1);
  expect(held / RUNS).toBeGreaterThan(0.72);
  expect(held / RUNS).toBeLessThan(0.92);
});
