import { describe, expect, test } from 'vitest';
import { definitionOf } from '../../catalogue/index.ts';
import { MS_PER_DAY } from '../../time/day.ts';
import type { Band } from '../../water/parameters.ts';
import { jobAge } from '../age.ts';
import { evaluate } from '../evaluate.ts';
import { emptyFacts, emptySeries } from '../testing/emptyFacts.ts';
import type { RuleContext } from '../evaluation.ts';
import type { JobFacts, WaterReading } from '../facts.ts';

const NOW = Date.UTC(2026, 10, 25, 12);
const ago = (days: number) => NOW - days * MS_PER_DAY;
const band: Band = { lo: 0.03, hi: 0.1 };

function context(some: Partial<JobFacts>): RuleContext {
  const facts: JobFacts = {
    ...emptyFacts(definitionOf('phosphate-media', 'replace'), 'UTC'),
    services: [{ done: { kind: 'exact', at: ago(30) }, found: null, shareDone: 1 }],
    ...some,
  };
  const age = jobAge(facts);
  const last = age.last?.kind === 'exact' ? age.last.at : null;
  return {
    facts,
    age,
    at: NOW,
    ageDays: last === null ? null : (NOW - last) / MS_PER_DAY,
    other: () => null,
  };
}
const tests = (
  ...values: [daysAgo: number, value: number, timing?: WaterReading['timing'], below?: boolean][]
) => ({
  water: [
    {
      ...emptySeries,
      band,
      readings: values.map(([days, value, timing = 'before', below = false]) => ({
        at: ago(days),
        value,
        timing,
        below,
      })),
    },
  ],
});
const waterTest = (some: Partial<JobFacts>) =>
  evaluate({ kind: 'water-test', parameter: 'phosphate' }, context(some));

describe('water test', () => {
  test('over its band: due since that test', () => {
    const curve = waterTest(tests([20, 0.05], [6, 0.15]));
    expect(curve?.reason).toMatchObject({ kind: 'water-test', trend: null, latest: { value: 0.15 } });
    expect(curve?.survives(23.9)).toBe(1);
    expect(curve?.survives(24.1)).toBe(0);
  });
  test('a steady rise is projected to its limit', () => {
    // 0.05 to 0.086 in 18 days: 0.002 a day, so 0.10 about 7 days after the last test
    const curve = waterTest(tests([19, 0.05], [13, 0.062], [7, 0.074], [1, 0.086]));
    expect(curve?.reason).toMatchObject({ trend: { readings: 4 } });
    expect(curve?.survives(30)).toBeGreaterThan(0.95);
    const half = [...Array(40).keys()].find((days) => (curve?.survives(30 + days) ?? 1) < 0.5);
    expect(half).toBeGreaterThanOrEqual(5);
    expect(half).toBeLessThanOrEqual(8);
  });
  test('noise within the kit’s error, a fall, or fewer than three tests say nothing', () => {
    expect(waterTest(tests([21, 0.06], [14, 0.068], [7, 0.059], [1, 0.066]))).toBeNull();
    expect(waterTest(tests([21, 0.09], [14, 0.07], [7, 0.05]))).toBeNull();
    expect(waterTest(tests([7, 0.05], [1, 0.08]))).toBeNull();
  });
  test('no line crosses a change: tests before the last service and tests after a change are left out', () => {
    expect(waterTest(tests([60, 0.2], [45, 0.2], [35, 0.2]))).toBeNull();
    expect(waterTest(tests([6, 0.2, 'after']))).toBeNull();
  });
  test('no band, no date', () => {
    const { water } = tests([6, 0.2]);
    expect(waterTest({ water: water.map((series) => ({ ...series, band: null })) })).toBeNull();
  });
  test('below the lowest reading is never over a band', () =>
    expect(waterTest(tests([6, 0.02, 'before', true]))).toBeNull());
  test('of two systems served the sooner is named', () => {
    const calm = tests([6, 0.05]).water;
    const high = tests([3, 0.3]).water.map((series) => ({ ...series, systemId: 't', systemName: 'Trough' }));
    expect(waterTest({ water: [...calm, ...high] })?.reason).toMatchObject({ systemName: 'Trough' });
  });
});

describe('after an event', () => {
  const rule = { kind: 'after-event' as const, event: 'replaced' as const, days: 2 };
  test('silent while nothing happened since the last time', () => {
    expect(evaluate(rule, context({}))).toBeNull();
    expect(evaluate(rule, context({ events: [{ kind: 'replaced', at: ago(40), note: '' }] }))).toBeNull();
    expect(evaluate(rule, context({ events: [{ kind: 'outage', at: ago(4), note: '' }] }))).toBeNull();
  });
  test('due so many days after it', () => {
    const curve = evaluate(rule, context({ events: [{ kind: 'replaced', at: ago(1), note: 'membrane' }] }));
    expect(curve?.survives(30.9)).toBe(1);
    expect(curve?.survives(31.1)).toBe(0);
    expect(curve?.reason).toMatchObject({ note: 'membrane' });
  });
});

describe('usage', () => {
  const rule = { kind: 'usage' as const, ratedHours: { lo: 8000, hi: 9000 } };
  test('half a duty is half the hours', () => {
    expect(evaluate(rule, context({ dutyHoursPerDay: 12 }))?.reason).toMatchObject({
      usedHours: 360,
      metered: false,
    });
  });
  test('what never runs never wears by hours', () =>
    expect(evaluate(rule, context({ dutyHoursPerDay: 0 }))).toBeNull());
  test('a meter that runs backwards is not believed as a rate', () => {
    const meter = [
      { at: ago(20), hours: 500 },
      { at: ago(2), hours: 100 },
    ];
    expect(evaluate(rule, context({ meter }))?.reason).toMatchObject({ hoursPerDay: 24 });
  });
});

describe('cycles', () => {
  const service = (days: number, shareDone = 1) => ({
    done: { kind: 'exact' as const, at: ago(days) },
    found: 'right' as const,
    shareDone,
  });
  test('a first service ends no cycle; later ones end theirs', () => {
    expect(jobAge(context({ services: [service(30)] }).facts).cycles).toEqual([]);
    expect(
      jobAge(context({ services: [service(30), service(20), service(5)] }).facts).cycles.map(
        (cycle) => cycle.exposure,
      ),
    ).toEqual([10, 15]);
  });
  test('half done leaves half its age', () => {
    const age = jobAge(context({ services: [service(30), service(10, 0.5)] }).facts);
    expect(age.residualDays).toBe(10);
  });
  test('rests are left out of exposure', () => {
    const age = jobAge(
      context({ services: [service(30), service(10)], rests: [{ from: ago(25), to: ago(20) }] }).facts,
    );
    expect(age.cycles[0]?.exposure).toBe(15);
  });
  test('an event in the middle of a cycle sets aside the cycles before it', () => {
    const age = jobAge(
      context({
        services: [service(40), service(30), service(20), service(10)],
        lifeEnds: [{ at: ago(15), what: 'Another feed' }],
      }).facts,
    );
    expect(age.cycles.map((cycle) => cycle.newLifeAfter)).toEqual([false, true, false]);
    const now = jobAge(
      context({ services: [service(40), service(30)], lifeEnds: [{ at: ago(15), what: 'Another feed' }] })
        .facts,
    );
    expect(now.cycles.map((cycle) => cycle.newLifeAfter)).toEqual([true]);
  });
});
