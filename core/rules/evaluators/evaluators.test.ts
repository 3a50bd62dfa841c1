import { describe, expect, test } from 'vitest';
import { definitionOf } from '../../catalogue/index.ts';
import { MS_PER_DAY } from '../../time/day.ts';
import { parameters, type Band } from '../../water/parameters.ts';
import { isRecurrence } from '../../time/recurrence.ts';
import { jobAge } from '../age.ts';
import { evaluate } from '../evaluate.ts';
import { normalCdf } from '../../statistics/normal.ts';
import { emptyFacts, emptySeries } from '../testing/emptyFacts.ts';
import type { RuleContext } from '../evaluation.ts';
import type { JobFacts } from '../facts.ts';
import type { TestPoint } from '../../water/testSeries.ts';
import { plainAge } from '../age.ts';
import { wearEvidenceOf } from '../wearEvidence.ts';

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
  const ageDays = last === null ? null : (NOW - last) / MS_PER_DAY;
  const wear = wearEvidenceOf(facts, age, NOW, ageDays, undefined);
  return { facts, age, at: NOW, ageDays, wear, other: () => null };
}
const tests = (
  ...values: [daysAgo: number, value: number, timing?: TestPoint['timing'], below?: boolean][]
) => ({
  water: [
    {
      ...emptySeries,
      band,
      points: values.map(([days, value, timing = 'before', below = false]) => ({
        ...{ at: ago(days), days: -days, value, timing, below, doubt: null },
      })),
    },
  ],
});
/** The first whole day from now by which it is more likely due than not; last done 30 days ago. */
const halfDay = (curve: ReturnType<typeof evaluate>): number =>
  [...Array(60).keys()].find((days) => notDue(curve, days) < 0.5) ?? Number.POSITIVE_INFINITY;
const notDue = (curve: ReturnType<typeof evaluate>, days: number): number =>
  curve?.notDue(days, plainAge(30)) ?? 1;
const waterTest = (some: Partial<JobFacts>) =>
  evaluate({ kind: 'water-test', parameter: 'phosphate' }, context(some));

describe('water test', () => {
  test('over its band: due since it crossed, somewhere between the last test inside and the first outside', () => {
    const curve = waterTest(tests([20, 0.05], [6, 0.15]));
    expect(curve?.reason).toMatchObject({ kind: 'water-test', trend: null, latest: { value: 0.15 } });
    expect(curve?.reason).toMatchObject({ crossed: { after: ago(20), by: ago(6) } });
    expect(notDue(curve, -20.1)).toBe(1);
    // both tests are nearly five errors from the limit
    expect(notDue(curve, -13)).toBeCloseTo(0.5, 5);
    expect(notDue(curve, -5.9)).toBe(0);
    // one reading, and it is out: due since that one
    const alone = waterTest(tests([6, 0.15]));
    expect(alone?.reason).toMatchObject({ crossed: { after: null, by: ago(6) } });
    expect([notDue(alone, -6.1), notDue(alone, -5.9)]).toEqual([1, 0]);
  });
  test('a steady rise is projected to its limit', () => {
    // 0.05 to 0.086 in 18 days: 0.002 a day, so 0.10 about 7 days after the last test
    const curve = waterTest(tests([19, 0.05], [13, 0.062], [7, 0.074], [1, 0.086]));
    expect(curve?.reason).toMatchObject({ trend: { readings: 4 } });
    expect(notDue(curve, 0)).toBeGreaterThan(0.85);
    const half = halfDay(curve);
    expect(half).toBeGreaterThanOrEqual(5);
    expect(half).toBeLessThanOrEqual(8);
  });
  test('noise within the kit’s error is no trend: its error alone widens with the days', () => {
    const curve = waterTest(tests([21, 0.06], [14, 0.068], [7, 0.059], [1, 0.066]));
    expect(curve?.reason).toMatchObject({ crossed: null, trend: null });
    expect(notDue(curve, 7)).toBeGreaterThan(0.95);
    // as a line of no slope through four tests of one error: the chance by hand, from the textbook error of such a line
    const days = [-21, -14, -7, -1];
    const middle = -10.75;
    const spread = days.reduce((sum, day) => sum + (day - middle) ** 2, 0);
    const sd = Math.hypot(0.01, 0.01 / Math.sqrt(12));
    const error = (day: number) => sd * Math.sqrt(1 / 4 + (day - middle) ** 2 / spread);
    const level = 0.0637;
    const inside = (day: number) => normalCdf((0.1 - level) / error(day));
    expect(notDue(curve, 40)).toBeCloseTo(inside(40) / inside(-1), 2);
  });
  test('a fall, or fewer than three tests say nothing', () => {
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

describe('water test at the other side', () => {
  const alkalinity = (values: readonly [number, number][]) => ({
    water: [
      {
        ...emptySeries,
        parameter: 'alkalinity' as const,
        band: { lo: 7.5, hi: 9 },
        method: parameters.alkalinity.method,
        points: values.map(([days, value]) => ({
          ...{ at: ago(days), days: -days, value, below: false, timing: null, doubt: null },
        })),
      },
    ],
  });
  const falling = alkalinity([
    [21, 8.6],
    [14, 8.3],
    [7, 8.0],
    [1, 7.75],
  ]);
  test('a fall is projected to the low end, and only where the rule asks for that side', () => {
    const below = evaluate({ kind: 'water-test', parameter: 'alkalinity', side: 'below' }, context(falling));
    // 0.0425 a day from 7.75: six days after the last test
    expect(below?.reason).toMatchObject({ side: 'below', limit: 7.5 });
    expect(halfDay(below)).toBeGreaterThanOrEqual(3);
    expect(halfDay(below)).toBeLessThanOrEqual(8);
    expect(evaluate({ kind: 'water-test', parameter: 'alkalinity' }, context(falling))).toBeNull();
  });
  test('either end', () => {
    const rule = { kind: 'water-test' as const, parameter: 'alkalinity' as const, side: 'either' as const };
    expect(evaluate(rule, context(falling))?.reason).toMatchObject({ side: 'below' });
    expect(evaluate(rule, context(alkalinity([[2, 9.6]])))?.reason).toMatchObject({
      side: 'above',
      trend: null,
    });
  });
});

describe('condition', () => {
  const pressure = (values: readonly [number, number, ('after' | null)?][], some: Partial<JobFacts> = {}) =>
    context({
      unitReadings: values.map(([days, value, timing = null]) => ({
        measure: 'pressure-drop' as const,
        at: ago(days),
        value,
        timing,
      })),
      ...some,
    });
  const rule = {
    kind: 'condition' as const,
    measure: 'pressure-drop' as const,
    limit: 50,
    against: 'rise-over-clean' as const,
  };
  const steady = [
    [29.5, 25, 'after'],
    [22, 35],
    [15, 45],
    [8, 55],
    [1, 65],
  ] as [number, number, 'after'?][];
  test('a rise over the clean value is projected: 25 clean, 1.4 a day, 75 about a week after the last', () => {
    const curve = evaluate(rule, pressure(steady));
    expect(curve?.reason).toMatchObject({ limit: 75, clean: 25, trend: { from: 'readings' } });
    expect(halfDay(curve)).toBeGreaterThanOrEqual(4);
    expect(halfDay(curve)).toBeLessThanOrEqual(8);
  });
  test('over its limit: due since it crossed; the reading’s own error is not over', () => {
    const crossed = { after: ago(1), by: ago(0.5) };
    expect(evaluate(rule, pressure([...steady, [0.5, 81]]))?.reason).toMatchObject({ crossed });
    expect(evaluate(rule, pressure([...steady.slice(0, 1), [0.5, 76]]))?.reason).toMatchObject({
      crossed: null,
    });
  });
  test('nobody knows the clean value: silent, not guessed', () =>
    expect(evaluate(rule, pressure(steady.slice(1)))).toBeNull());
  test('with few readings of its own the slopes of earlier cycles speak, and it says so', () => {
    const services = [90, 60, 30].map((days) => ({
      done: { kind: 'exact' as const, at: ago(days) },
      found: null,
      shareDone: 1,
    }));
    const earlier = [60, 90].flatMap((from): [number, number, ('after' | null)?][] => [
      [from - 0.5, 25, 'after'],
      [from - 10, 39],
      [from - 20, 54],
      [from - 29, 66],
    ]);
    const curve = evaluate(
      rule,
      pressure([...earlier.sort((a, b) => b[0] - a[0]), [29.5, 25, 'after'], [10, 55]], { services }),
    );
    expect(curve?.reason).toMatchObject({ trend: { from: 'earlier-cycles' } });
    expect(halfDay(curve)).toBeLessThanOrEqual(6);
  });
  test('a share of the clean value falls: flow under 80 %', () => {
    const flow = (value: number, days: number) => ({
      measure: 'flow' as const,
      at: ago(days),
      value,
      timing: null,
    });
    const facts = context({ unitReadings: [flow(2800, 29), flow(2500, 15), flow(2150, 1)] });
    const curve = evaluate(
      { kind: 'condition', measure: 'flow', limit: 80, against: 'share-of-clean' },
      facts,
    );
    expect(curve?.reason).toMatchObject({ limit: 2240, trend: null });
  });
});

describe('depletion', () => {
  const rule = { kind: 'depletion' as const, store: 'litres-left' as const };
  const store = { capacity: 60, unusable: 6, usePerDay: 6 };
  const litres = (days: number, value: number) => ({
    measure: 'litres-left' as const,
    at: ago(days),
    value,
    timing: null,
  });
  const filled = (days: number) => [
    { done: { kind: 'exact' as const, at: ago(days) }, found: null, shareDone: 1 },
  ];
  test('as declared: 54 usable litres at 6 a day last nine days from filling', () => {
    const curve = evaluate(rule, context({ store, services: filled(4) }));
    expect(curve?.reason).toMatchObject({ by: 'declared', perDay: 6, left: 36 });
    expect(notDue(curve, 5)).toBeCloseTo(0.5, 6);
  });
  test('read once: the measured rate replaces the declared one', () => {
    const curve = evaluate(rule, context({ store, services: filled(4), unitReadings: [litres(0, 20)] }));
    expect(curve?.reason).toMatchObject({ by: 'readings', perDay: 10, left: 20 });
    expect(notDue(curve, 1.4)).toBeCloseTo(0.5, 6);
  });
  test('nothing known: silent; used up already: due', () => {
    expect(evaluate(rule, context({ services: filled(4) }))).toBeNull();
    const empty = evaluate(rule, context({ store, services: filled(4), unitReadings: [litres(1, 5)] }));
    expect(notDue(empty, 0)).toBe(0);
  });
});

describe('season', () => {
  // RFC 5545: yearly in April and October on the first
  const rule = {
    kind: 'season' as const,
    recurrence: 'FREQ=YEARLY;BYMONTH=4,10;BYMONTHDAY=1',
    from: '2000-01-01',
  };
  test('due on the first day of the recurrence after it was last done', () => {
    // last done 26 October: 1 April comes 127 days after 25 November
    const curve = evaluate(rule, context({}));
    expect(curve?.reason).toMatchObject({ day: '2027-04-01' });
    expect(notDue(curve, 126)).toBe(1);
    expect(notDue(curve, 127.01)).toBe(0);
  });
  test('missed: due since that day', () => {
    const services = [{ done: { kind: 'exact' as const, at: ago(90) }, found: null, shareDone: 1 }];
    const curve = evaluate(rule, context({ services }));
    expect(curve?.reason).toMatchObject({ day: '2026-10-01' });
    expect(notDue(curve, 0)).toBe(0);
  });
  test('never done: the next one', () =>
    expect(evaluate(rule, context({ services: [] }))?.reason).toMatchObject({ day: '2027-04-01' }));
  test('what is no rule of whole days is refused', () => {
    expect(isRecurrence(rule.recurrence)).toBe(true);
    for (const text of ['FREQ=HOURLY', 'FREQ=YEARLY;BYHOUR=3', 'FREQ=YEARLY;BYMONTH=13', 'every spring'])
      expect(isRecurrence(text)).toBe(false);
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
    expect(notDue(curve, 0.9)).toBe(1);
    expect(notDue(curve, 1.1)).toBe(0);
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
