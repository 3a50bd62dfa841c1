import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { casesOf, numberIn, numberOut, type ReferenceCase } from '../../reference/cases.ts';
import { costByDay, tailByDay } from './costs.ts';
import { chanceOfLife, setDay, chanceDue, CURVE_SHARES } from '../dueCurve.ts';
import { exactModel } from './exactModel.ts';
import type { LevelInstance, LevelJob } from './instance.ts';
import { level, levelled, iterationsFor } from './level.ts';
import { priced } from './priced.ts';
import { loadHighs } from './testing/highs.ts';
import { instanceOf } from './testing/instances.ts';

const FEW = 3000;

/** A job of the published cases: once, at one of the rounds, with a cost by day. */
const once = (minutes: number, cost: (day: number) => number, horizon: number): LevelJob => ({
  minutes,
  setUps: [],
  first: Array.from({ length: horizon + 1 }, (_, day) => cost(day)),
  ...{ again: null, tail: null, never: 1e6, allowed: null, pinned: [] },
});
const listIn = <T>(one: ReferenceCase, name: string): T[] => one.inputs[name]?.value as T[];

function instanceOfCase(one: ReferenceCase): LevelInstance {
  const capacity = { capacityMin: numberIn(one, 'crew'), mostOverMin: 0 };
  if ('minutes' in one.inputs) {
    const minutes = listIn<number>(one, 'minutes');
    const visits = minutes.map((_, day) => ({ day, ...capacity, cost: 1 }));
    return {
      ...{ horizon: minutes.length, visits, setUpMin: [], apart: [], overPerMin: 0 },
      jobs: minutes.map((min) => once(min, () => 0, minutes.length)),
    };
  }
  const days = listIn<number>(one, 'days');
  const horizon = days.at(-1) ?? 0;
  const early = numberIn(one, 'early');
  return {
    ...{ horizon, setUpMin: [], overPerMin: 0 },
    visits: days.map((day) => ({ day, ...capacity, cost: numberIn(one, 'visit') })),
    jobs: listIn<[number, number, number]>(one, 'jobs').map(([best, late, minutes]) =>
      once(minutes, (day) => (day < best ? (best - day) * early : (day - best) * late), horizon),
    ),
    apart: listIn<[number, number, number]>(one, 'apart').map(([a, b, least]) => ({ a, b, days: least })),
  };
}

// Published with the cases: exact optima by HiGHS through scipy, checked by enumeration of all assignments.
describe('visits are packed as well as they can be (cases of visit packing in core/reference/cases.json)', () => {
  test.each(casesOf('visit packing').map((one) => [one.name, one] as const))('%s', (_, one) => {
    const instance = instanceOfCase(one);
    const placement = levelled(instance);
    const { total, broken, made } = priced(instance, placement);
    expect(broken).toEqual([]);
    expect(placement.every((path) => path.length === 1)).toBe(true);
    if ('rounds' in one.outputs) return expect(made).toBe(numberOut(one, 'rounds'));
    expect(total).toBeCloseTo(numberOut(one, 'cost'), 6);
    // the assignment itself only where no other costs the same
    if (numberOut(one, 'optima') === 1)
      expect(placement.map((path) => path[0])).toEqual(one.outputs['one_optimum']?.value);
  });
});

describe('against HiGHS on the same model', () => {
  test.each([
    ...[1, 2, 3, 4, 5, 6].map((seed) => ({ seed, crowded: false })),
    ...[7, 8, 9, 10].map((seed) => ({ seed, crowded: true })),
  ])('plant $seed, crowded $crowded: within 5 % of the proven optimum', async ({ seed, crowded }) => {
    const instance = instanceOf(seed, { jobs: 8, visits: 5, everyDays: 7, capacityMin: 90, crowded });
    const model = exactModel(instance);
    const highs = await loadHighs();
    const answer = highs.solve(model.lp);
    expect(answer.Status).toBe('Optimal');
    const exact = priced(
      instance,
      model.placementOf((name) => (answer.Columns[name] as { Primal?: number } | undefined)?.Primal ?? 0),
    );
    // the program written out is the model that is searched: its optimum costs the same by the check on plans
    expect(exact.broken).toEqual([]);
    expect(exact.total).toBeCloseTo(answer.ObjectiveValue, 4);
    const found = priced(instance, levelled(instance)).total;
    expect(found).toBeGreaterThanOrEqual(exact.total - 1e-6);
    expect(found).toBeLessThanOrEqual(exact.total * 1.05 + 1e-6);
  });
});

describe('properties on generated plants', () => {
  const plant = fc
    .record({
      seed: fc.integer({ min: 1, max: 1e6 }),
      jobs: fc.integer({ min: 1, max: 30 }),
      visits: fc.integer({ min: 1, max: 12 }),
      everyDays: fc.constantFrom(1, 7, 14),
      capacityMin: fc.constantFrom(30, 60, 120, Infinity),
      crowded: fc.boolean(),
    })
    .map(({ seed, ...shape }) => instanceOf(seed, shape));
  const runs = { numRuns: 60 };
  test('no constraint is broken, nothing is lost', () => {
    fc.assert(
      fc.property(plant, (instance) => {
        const placement = levelled(instance, { iterations: 300 });
        expect(placement).toHaveLength(instance.jobs.length);
        expect(priced(instance, placement).broken).toEqual([]);
      }),
      runs,
    );
  });
  test('pins are kept, even where the visit is then too full', () => {
    fc.assert(
      fc.property(plant, fc.nat(), fc.nat(), (instance, which, where) => {
        const job = which % instance.jobs.length;
        const visit = where % instance.visits.length;
        const jobs = instance.jobs.map((one, j) => (j === job ? { ...one, pinned: [visit] } : one));
        const pinned = { ...instance, jobs };
        const placement = levelled(pinned, { iterations: 300 });
        expect(placement[job]).toContain(visit);
        expect(priced(pinned, placement).broken).toEqual([]);
      }),
      runs,
    );
  });
  test('the same input gives the same plan', () => {
    fc.assert(
      fc.property(plant, (instance) => {
        expect(levelled(instance, { iterations: 200 })).toEqual(levelled(instance, { iterations: 200 }));
      }),
      { numRuns: 20 },
    );
  });
  test('the sum kept while it works is the price from nothing; it never gets worse than where it began', () => {
    fc.assert(
      fc.property(plant, (instance) => {
        const rough = priced(instance, levelled(instance, { iterations: 0 })).total;
        const fine = priced(instance, levelled(instance, { iterations: 500 })).total;
        expect(fine).toBeLessThanOrEqual(rough + 1e-6);
      }),
      runs,
    );
  });
  test('a plan of before is the start: with nothing taken out and nothing changed it stays', () => {
    const instance = instanceOf(7, { jobs: 20, visits: 8, everyDays: 7, capacityMin: 120 });
    const before = levelled(instance, { iterations: FEW });
    expect(priced(instance, levelled(instance, { from: before, iterations: 0 })).total).toBeLessThanOrEqual(
      priced(instance, before).total + 1e-6,
    );
  });
  test('how far it is goes up to its end, and whoever iterates may stop', () => {
    const instance = instanceOf(3, { jobs: 20, visits: 8, everyDays: 7, capacityMin: 120 });
    const shares = [...level(instance, { iterations: FEW })].map(({ done, of }) => done / of);
    expect(shares.length).toBeGreaterThan(5);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.at(-1)).toBeLessThanOrEqual(1);
  });
  test('many places share the steps there are', () => {
    expect(iterationsFor(20, 10_000) * 500).toBeLessThanOrEqual(64_500);
    // a place alone gets what is worth it, and no more however large it is
    const alone = iterationsFor(10, 10);
    expect(alone).toBeGreaterThan(100 * iterationsFor(10, 10_000));
    expect(iterationsFor(500, 500)).toBe(alone);
  });
});

describe('what a day costs', () => {
  // the cheapest safe date: the slope of the cost is rate × (k F − 1), nought where F = 1 / k
  test.each([
    [2, 0.5],
    [5, 0.2],
    [20, 0.05],
  ])(
    'with cost ratio %i it costs nothing where the chance is %d, and more either way',
    (costRatio, accepted) => {
      const life = chanceOfLife({ earliest: 40, likely: 60, latest: 90 });
      let day = 1;
      while (life(day) < accepted) day++;
      const costs = costByDay(life, { recommended: day, rate: 0.5, costRatio, days: 400 });
      expect(costs[day]).toBe(0);
      expect(costs[day - 10]).toBeGreaterThan(0);
      expect(costs[day + 10]).toBeGreaterThan(costs[day + 5] ?? 0);
      // closed form: early by n days where nothing is due yet wastes n days of its rate
      expect((costs[0] ?? 0) - (costs[5] ?? 0)).toBeCloseTo(5 * 0.5, 6);
      // and long after, each day costs (k − 1) rates
      expect((costs[400] ?? 0) - (costs[399] ?? 0)).toBeCloseTo(0.5 * (costRatio - 1), 1);
    },
  );
  test('a recommended day in the past is no profit, one beyond the end no waste', () => {
    const chance = chanceDue(CURVE_SHARES.map((_, i) => -12 + (16 * i) / 12));
    const late = costByDay(chance, { recommended: -5, rate: 1, costRatio: 5, days: 10 });
    expect(late[0]).toBe(0);
    expect(late[10]).toBeGreaterThan(late[1] ?? 0);
    const far = costByDay(() => 0, { recommended: 500, rate: 1, costRatio: 5, days: 10 });
    expect(far[10]).toBeCloseTo(490, 6);
    expect(far[0]).toBeCloseTo(500, 6);
  });
  test('the tail: a life that is not over wastes nothing', () => {
    const again = costByDay(chanceOfLife({ earliest: 8, likely: 10, latest: 13 }), {
      ...{ recommended: 8, rate: 1, costRatio: 5, days: 20 },
    });
    const tail = tailByDay(again, 8);
    expect(tail[3]).toBe(0);
    expect(tail[15]).toBe(again[15]);
  });
  test('the points of a curve are met, between them it rises, and a day that was set is a step', () => {
    const days = CURVE_SHARES.map((_, i) => 10 + 2 * i ** 1.3);
    const chance = chanceDue(days);
    CURVE_SHARES.forEach((share, i) => expect(chance(days[i] ?? 0)).toBeCloseTo(share, 5));
    for (let day = 0; day < 80; day++) expect(chance(day + 1)).toBeGreaterThanOrEqual(chance(day));
    const set = chanceDue(setDay(5));
    expect([set(4.9), set(5), set(90)]).toEqual([0, 1, 1]);
  });
  test('a step inside a curve stays a step; what is not known to its end stays where it was last known', () => {
    // up to a fifth it creeps, then everything on day 20
    const step = chanceDue(CURVE_SHARES.map((share) => (share <= 0.2 ? 10 + 40 * share : 20)));
    expect(step(19.99)).toBeLessThan(0.36);
    expect(step(20)).toBe(1);
    const open = chanceDue(CURVE_SHARES.map((share) => (share <= 0.5 ? 10 + 20 * share : null)));
    expect(open(20)).toBeCloseTo(0.5, 5);
    expect(open(9_000)).toBeCloseTo(0.5, 5);
    expect(chanceDue(CURVE_SHARES.map(() => null))(100)).toBe(0);
  });
});
