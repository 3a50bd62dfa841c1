import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { allowed, casesOf, numberIn, numberOut } from '../reference/cases.ts';
import { normalCdf } from '../wear/normal.ts';
import { beliefOfRange } from '../wear/wearGrid.ts';
import { combine, daysUntilDue, FARTHEST_DAYS, givenNotDueAt, whoGoverns } from './combine.ts';

const fresh = [{ days: 0, weight: 1 }];
const lognormal = (lo: number, hi: number) => {
  const middle = Math.log(lo * hi) / 2;
  const sigma = Math.log(hi / lo) / (2 * 1.2815515655446004);
  return {
    clock: 'since-last-done' as const,
    survives: (x: number) => (x <= 0 ? 1 : normalCdf((middle - Math.log(x)) / sigma)),
  };
};
const quantiles = [
  ['p10', 0.1],
  ['p50', 0.5],
  ['p90', 0.9],
] as const;

describe('whichever comes first', () => {
  test.each(casesOf('minimum of independent lognormal times'))('$id [$source]', (one) => {
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
  test.each(casesOf('lognormal remaining life'))('$id [$source]', (one) => {
    const age = numberIn(one, 'age');
    const { middle, tau } = beliefOfRange({ lo: numberIn(one, 'P10'), hi: numberIn(one, 'P90') });
    const life = {
      clock: 'since-last-done' as const,
      survives: (x: number) => (x <= 0 ? 1 : normalCdf((middle - Math.log(x)) / tau)),
    };
    const curve = givenNotDueAt(combine([life], [{ days: age, weight: 1 }]), 0);
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
    const step = { clock: 'from-now' as const, survives: (x: number) => (x < 5 ? 1 : 0) };
    expect(whoGoverns([lognormal(50, 90), step], fresh)[1]).toBeGreaterThan(0.999);
  });
  test('what was seen counts from now, whatever the age of the part', () => {
    const seen = { clock: 'from-now' as const, survives: (days: number) => (days < 5 ? 1 : 0) };
    const old = [{ days: 700, weight: 1 }];
    expect(daysUntilDue(combine([seen], old), 0.5, 700)).toBeCloseTo(5, 4);
    expect(whoGoverns([lognormal(600, 900), seen], old)[1]).toBeGreaterThan(0);
  });
});
