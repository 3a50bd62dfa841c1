import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { allowed, casesOf, numberIn, numberOut } from '../reference/cases.ts';
import { normalCdf, normalQuantileFast } from '../statistics/normal.ts';
import { beliefOfRange } from '../wear/wearGrid.ts';
import { conditionalOn, causeStates } from './commonCause.ts';
import { plainAge } from './age.ts';
import { combine, daysUntilDue, whoGoverns } from './combine.ts';
import { FARTHEST_DAYS } from './farthest.ts';
import { byCalendar, byExposure } from './evaluation.ts';
import { outlasting } from '../wear/thisLife.ts';

const fresh = [plainAge(0)];
const lognormal = (lo: number, hi: number) => {
  const middle = Math.log(lo * hi) / 2;
  const sigma = Math.log(hi / lo) / (2 * 1.2815515655446004);
  const survives = (x: number) => (x <= 0 ? 1 : normalCdf((middle - Math.log(x)) / sigma));
  return { ...byExposure(survives), survives };
};
const quantiles = [
  ['p10', 0.1],
  ['p50', 0.5],
  ['p90', 0.9],
] as const;

describe('whichever comes first', () => {
  test.each(casesOf('minimum of independent lognormal times'))('$name [$source]', (one) => {
    const ranges = one.inputs.ranges?.value as [number, number][];
    const curve = combine(
      ranges.map(([lo, hi]) => lognormal(lo, hi)),
      fresh,
    );
    for (const [name, share] of quantiles)
      expect(Math.abs(daysUntilDue(curve, share, 0) - numberOut(one, name))).toBeLessThanOrEqual(
        allowed(one, name) + 1e-6 * numberOut(one, name),
      );
  });
  test('never later than the earliest rule alone', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.double({ min: 1.1, max: 4, noNaN: true }),
        fc.double({ min: 1, max: 200, noNaN: true }),
        (lo, ratio, other) => {
          const rules = [lognormal(lo, lo * ratio), lognormal(other, other * 1.5)];
          const both = daysUntilDue(combine(rules, fresh), 0.5, 0);
          for (const rule of rules)
            expect(both).toBeLessThanOrEqual(daysUntilDue(combine([rule], fresh), 0.5, 0) + 1e-6);
        },
      ),
      { seed: 5, numRuns: 60 },
    );
  });
  test('what never falls due is "never"', () => expect(daysUntilDue(() => 1, 0.5, 0)).toBe(FARTHEST_DAYS));
});

describe('after a look that found it not due', () => {
  test.each(casesOf('lognormal remaining life'))('$name [$source]', (one) => {
    const age = numberIn(one, 'age');
    const { middle, tau } = beliefOfRange({ lo: numberIn(one, 'P10'), hi: numberIn(one, 'P90') });
    const survives = (x: number) => (x <= 0 ? 1 : normalCdf((middle - Math.log(x)) / tau));
    const curve = combine([byExposure(outlasting(survives, age))], [plainAge(age)]);
    for (const [name, share] of quantiles)
      expect(Math.abs(age + daysUntilDue(curve, share, age) - numberOut(one, name))).toBeLessThanOrEqual(
        allowed(one, name) + 1e-5 * numberOut(one, name),
      );
  });
});

describe('who governs', () => {
  test('two like rules share evenly; the chances add up to one', () => {
    const [a, b] = whoGoverns([lognormal(20, 40), lognormal(20, 40)], fresh);
    expect(a).toBeCloseTo(0.5, 6);
    expect((a ?? 0) + (b ?? 0)).toBeCloseTo(1, 9);
  });
  test('against the closed form: P(X < Y) of two lognormals is Φ((μY − μX)/√(σX² + σY²))', () => {
    const [x, y] = [beliefOfRange({ lo: 20, hi: 40 }), beliefOfRange({ lo: 25, hi: 60 })];
    const expected = normalCdf((y.middle - x.middle) / Math.hypot(x.tau, y.tau));
    expect(whoGoverns([lognormal(20, 40), lognormal(25, 60)], fresh)[0]).toBeCloseTo(expected, 2);
  });
  test('a step before everything else governs alone', () => {
    const step = byCalendar((x) => (x < 5 ? 1 : 0));
    expect(whoGoverns([lognormal(50, 90), step], fresh)[1]).toBeGreaterThan(0.999);
  });
  test('what was seen counts from now, whatever the age of the part', () => {
    const seen = byCalendar((days) => (days < 5 ? 1 : 0));
    const old = [plainAge(700)];
    expect(daysUntilDue(combine([seen], old), 0.5, 700)).toBeCloseTo(5, 4);
    expect(whoGoverns([lognormal(600, 900), seen], old)[1]).toBeGreaterThan(0);
  });
});

describe('rules that one cause drives', () => {
  const caused = (lo: number, hi: number) => ({ ...lognormal(lo, hi), cause: 'feeding' as const });
  const [a, b] = [caused(20, 60), caused(25, 70)];
  const half = (curves: Parameters<typeof combine>[0]) => daysUntilDue(combine(curves, fresh), 0.5, 0);
  test('come later together than if they knew nothing of each other, and not after the first alone', () => {
    const together = half([a, b]);
    expect(together).toBeGreaterThan(half([lognormal(20, 60), lognormal(25, 70)]) * 1.02);
    expect(together).toBeLessThan(half([a]));
  });
  test('each alone stays as it was', () => {
    for (const days of [10, 25, 40, 80]) expect(combine([a], fresh)(days)).toBeCloseTo(a.survives(days), 12);
    // averaged over the states of the cause, a curve is itself again
    for (const days of [15, 30, 45, 70]) {
      const value = a.survives(days);
      const mean = causeStates([a, b]).reduce(
        (sum, { weight, bends }) =>
          sum + weight * conditionalOn(value, normalQuantileFast(value), bends[0] ?? null),
        0,
      );
      expect(Math.abs(mean - value)).toBeLessThan(0.01);
    }
  });
  test('like two normal factors of that correlation, drawn by chance (a simulation, no published source)', () => {
    let seed = 7;
    const even = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
    const normal = () => Math.sqrt(-2 * Math.log(even())) * Math.cos(2 * Math.PI * even());
    const day = 30;
    const draws = 40_000;
    let left = 0;
    for (let k = 0; k < draws; k++) {
      const common = Math.sqrt(0.5) * normal();
      const lasts = (survives: number) => normalCdf(common + Math.sqrt(0.5) * normal()) < survives;
      if (lasts(a.survives(day)) && lasts(b.survives(day))) left++;
    }
    expect(Math.abs(combine([a, b], fresh)(day) - left / draws)).toBeLessThan(0.015);
  });
  test('who governs still adds up to one', () => {
    const chances = whoGoverns([a, b, lognormal(30, 90)], fresh);
    expect(chances.reduce((sum, chance) => sum + chance, 0)).toBeCloseTo(1, 9);
    expect(chances[0]).toBeGreaterThan(chances[2] ?? 1);
  });
});
