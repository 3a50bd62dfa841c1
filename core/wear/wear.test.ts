import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { allowed, casesOf, numberIn, numberOut } from '../reference/cases.ts';
import { ageReplacement } from './ageReplacement.ts';
import { Belief } from './belief.ts';
import { foundLikelihood, likelihoodTables } from './foundLikelihood.ts';
import { foundGrades, type Found } from './found.ts';
import { normalCdf, normalCdfFast, normalQuantile } from '../statistics/normal.ts';
import { beliefOfRange, MU_STEP, normalise, priorGrid, type WearGrid } from './wearGrid.ts';
import { wearPosterior, type WearCycle } from './wearPosterior.ts';
import { wearQuantile } from './wearQuantile.ts';
import { tabulateWearSurvival, wearSurvival } from './wearSurvival.ts';

const cycle = (exposure: number, found: Found | null = 'right', newLifeAfter = false): WearCycle => ({
  exposure,
  found,
  days: exposure,
  newLifeAfter,
});
const window = (grid: WearGrid) =>
  [0.1, 0.5, 0.9].map((p) => wearQuantile(grid, p)) as [number, number, number];

describe('the normal distribution (Abramowitz and Stegun 1964, table 26.1, values from memory)', () => {
  test.each([
    [0, 0.5],
    [1, 0.8413447460685429],
    [-1.96, 0.024997895148220435],
    [3, 0.9986501019683699],
    [-8, 6.22096057427178e-16],
  ])('Φ(%d)', (z, expected) =>
    expect(Math.abs(normalCdf(z) / expected - 1)).toBeLessThan(z < -7 ? 1e-7 : 1e-9),
  );
  test('the table is within 2e-7 of it', () => {
    for (let z = -9; z <= 9; z += 0.00317)
      expect(Math.abs(normalCdfFast(z) - normalCdf(z))).toBeLessThan(2e-7);
  });
  test('there and back', () => {
    for (const p of [0.001, 0.1, 0.5, 0.9, 0.999]) expect(normalCdf(normalQuantile(p))).toBeCloseTo(p, 12);
  });
});

test.each(casesOf('lognormal from a range'))('$name [$source]', (one) => {
  const { middle, tau } = beliefOfRange({ lo: numberIn(one, 'P10'), hi: numberIn(one, 'P90') });
  expect(Math.abs(middle - numberOut(one, 'mu'))).toBeLessThanOrEqual(allowed(one, 'mu'));
  expect(Math.abs(tau - numberOut(one, 'sigma'))).toBeLessThanOrEqual(allowed(one, 'sigma'));
});

describe('the window from the catalogue alone', () => {
  test('is wider than the range of typical lives, since one life scatters too', () => {
    const [earliest, likely, latest] = window(wearPosterior({ lo: 28, hi: 56 }, []));
    expect(earliest).toBeLessThan(28);
    expect(latest).toBeGreaterThan(56);
    expect(likely).toBeCloseTo(Math.sqrt(28 * 56), 0);
  });
  test('a range of one point still leaves a window', () => {
    const [earliest, , latest] = window(wearPosterior({ lo: 30, hi: 30 }, []));
    expect(latest / earliest).toBeGreaterThan(1.2);
  });
});

describe('records move it the right way', () => {
  const range = { lo: 3, hi: 7 };
  const base = window(wearPosterior(range, []));
  test.each([
    ['as-new', 'later'],
    ['light', 'later'],
    ['overdue', 'earlier'],
    ['failed', 'earlier'],
  ] as const)('found %s at the catalogue’s middle moves it %s', (found, direction) => {
    const [, likely] = window(wearPosterior(range, [cycle(Math.sqrt(21), found)]));
    if (direction === 'later') expect(likely).toBeGreaterThan(base[1] * 1.02);
    else expect(likely).toBeLessThan(base[1] * 0.98);
  });
  test('the longer it took to be just right, the later the next', () => {
    const likely = [4, 6, 9].map((days) => window(wearPosterior(range, [cycle(days)]))[1]);
    expect(likely).toEqual([...likely].sort((a, b) => a - b));
    expect((likely[2] ?? 0) / (likely[0] ?? 1)).toBeGreaterThan(1.2);
  });
  test('eight agreeing cycles narrow it and centre it', () => {
    const [earliest, likely, latest] = window(
      wearPosterior(
        range,
        Array.from({ length: 8 }, () => cycle(6)),
      ),
    );
    expect(likely).toBeGreaterThan(5.4);
    expect(likely).toBeLessThan(6.8);
    expect(latest / earliest).toBeLessThan(base[2] / base[0]);
  });
  test('found clogged after long neglect bounds the life from above only', () => {
    // design case: found overdue or failed after 190 days, range 28–56, must not come out near 60 or more
    for (const found of ['overdue', 'failed'] as const) {
      const [, likely] = window(wearPosterior({ lo: 28, hi: 56 }, [cycle(190, found)]));
      expect(likely).toBeLessThan(50);
      expect(likely).toBeGreaterThan(25);
    }
  });
  test('an ungraded rhythm is one weak vote, however often', () => {
    const once = window(wearPosterior(range, [cycle(7, null)]))[1];
    const often = window(
      wearPosterior(
        range,
        Array.from({ length: 12 }, () => cycle(7, null)),
      ),
    )[1];
    expect(once).toBeGreaterThan(base[1]);
    expect(often / once).toBeLessThan(1.1);
  });
  test('an event that ends an old life sets the old records aside: one new record outweighs six old ones', () => {
    const lives = (event: boolean) => [
      ...Array.from({ length: 6 }, (_, i) => cycle(12, 'right', event && i === 5)),
      cycle(6),
    ];
    const likely = (event: boolean) => window(wearPosterior(range, lives(event)))[1];
    // unseen, a halving is half believed after one record; named, it is believed
    expect(likely(false)).toBeGreaterThan(7.2);
    expect(likely(true)).toBeLessThan(0.95 * likely(false));
    // and before any new one: nearer to what is usual than to the old ones
    const aside = wearPosterior(
      range,
      Array.from({ length: 6 }, (_, i) => cycle(12, 'right', i === 5)),
    );
    expect(window(aside)[1]).toBeLessThan(8);
  });
  test('a life that halved unseen is believed after two records, and the old one is not lost after one', () => {
    const lives = (halved: number) => [
      ...Array.from({ length: 6 }, () => cycle(12)),
      ...Array.from({ length: halved }, () => cycle(6)),
    ];
    const after = (halved: number) => window(wearPosterior(range, lives(halved)));
    const [earliest, , latest] = after(1);
    expect(earliest).toBeLessThan(6);
    expect(latest).toBeGreaterThan(12);
    expect(after(3)[1]).toBeLessThan(7);
  });
  test('a jump goes from where the part stands, not back to the catalogue', () => {
    // far over the catalogue's 3 to 7 days: one record of half of it is no reason to believe the catalogue again
    const far = [...Array.from({ length: 6 }, () => cycle(40)), cycle(20), cycle(20)];
    expect(window(wearPosterior(range, far))[1]).toBeGreaterThan(16);
  });
  test('conflicting words, exposure nought and 500 cycles give finite windows in order', () => {
    const histories = [
      [cycle(5, 'as-new'), cycle(5, 'failed')],
      [cycle(0, 'right')],
      Array.from({ length: 500 }, (_, i) => cycle(4 + (i % 3))),
    ];
    for (const cycles of histories) {
      const [earliest, likely, latest] = window(wearPosterior(range, cycles));
      expect([earliest, likely, latest].every(Number.isFinite)).toBe(true);
      expect(earliest).toBeLessThan(likely);
      expect(likely).toBeLessThan(latest);
    }
  });
});

test('the words cover everything: their chances add up to one', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -3, max: 6, noNaN: true }),
      fc.double({ min: -1, max: 6, noNaN: true }),
      fc.double({ min: 0.08, max: 0.57, noNaN: true }),
      (logX, mu, sigma) => {
        const sum = foundGrades.reduce(
          (total, found) => total + foundLikelihood(found, logX, mu, sigma, false),
          0,
        );
        expect(sum).toBeCloseTo(1, 9);
      },
    ),
    { seed: 11, numRuns: 100 },
  );
});

test('the three-point walk adds the variance it was asked for, and no more', () => {
  const grid = priorGrid({ lo: 20, hi: 40 }, []);
  const spread = () => {
    let mean = 0;
    let square = 0;
    grid.mus.forEach((mu, i) =>
      grid.sigmas.forEach((_, j) => {
        const w = grid.weights[j * grid.mus.length + i] ?? 0;
        mean += w * mu;
        square += w * mu * mu;
      }),
    );
    return square - mean * mean;
  };
  for (const variance of [0.0009, 0.0034, 0.02]) {
    const before = spread();
    const belief = new Belief(grid);
    belief.next(null, 0, variance, 0, false);
    belief.settle();
    expect(spread() - before).toBeCloseTo(variance, 3);
  }
});

describe('posterior on a grid against the conjugate closed form', () => {
  // The same grid machinery with exact observations and a known σ must give the textbook answer.
  test.each(casesOf('posterior of the wear life').filter((one) => one.inputs.observed))(
    '$name [$source]',
    (one) => {
      const observed = (one.inputs.observed?.value ?? []) as number[];
      const sigma = numberIn(one, 'sigma');
      const { middle, tau } = beliefOfRange({ lo: numberIn(one, 'P10'), hi: numberIn(one, 'P90') });
      const mus = Float64Array.from({ length: 49 }, (_, i) => middle + (i - 24) * MU_STEP);
      const weights = mus.map((mu) =>
        Math.exp(
          -(((mu - middle) / tau) ** 2) / 2 -
            observed.reduce((sum, x) => sum + ((Math.log(x) - mu) / sigma) ** 2 / 2, 0),
        ),
      );
      normalise(weights);
      const grid: WearGrid = { mus, sigmas: Float64Array.of(sigma), muPrior: weights, weights, middle };
      for (const [name, p] of [
        ['predictive_p10', 0.1],
        ['predictive_p90', 0.9],
      ] as const) {
        expect(Math.abs(wearQuantile(grid, p) / numberOut(one, name) - 1)).toBeLessThan(1e-4);
      }
    },
  );
});

describe('age replacement against the closed form', () => {
  const single = (mu: number, sigma: number): WearGrid => ({
    mus: Float64Array.of(mu),
    sigmas: Float64Array.of(sigma),
    muPrior: Float64Array.of(1),
    weights: Float64Array.of(1),
    middle: mu,
  });
  const lognormal = casesOf('age replacement').filter((one) => one.inputs.P10 && one.inputs.cost_ratio);
  test('cases were found', () => expect(lognormal.length).toBeGreaterThanOrEqual(6));
  test.each(lognormal)('$name [$source]', (one) => {
    const { middle, tau } = beliefOfRange({ lo: numberIn(one, 'P10'), hi: numberIn(one, 'P90') });
    const age = ageReplacement(single(middle, tau), numberIn(one, 'cost_ratio'));
    if (one.outputs.replace_early?.value === false) expect(age).toBe(Number.POSITIVE_INFINITY);
    else expect(Math.abs(age / numberOut(one, 'T') - 1)).toBeLessThan(0.006); // the table steps by 1 %
  });
});

test('the survival is one at nought and falls', () => {
  const grid = wearPosterior({ lo: 3, hi: 7 }, [cycle(5)]);
  expect(wearSurvival(grid, 0)).toBe(1);
  const values = [1, 2, 4, 8, 16, 64].map((t) => wearSurvival(grid, t));
  expect(values).toEqual([...values].sort((a, b) => b - a));
});

test('the tabulated survival stays within 0.002 of the sum it stands for', () => {
  const grid = wearPosterior({ lo: 3, hi: 7 }, [cycle(5), cycle(6, 'light'), cycle(7)]);
  const table = tabulateWearSurvival(grid);
  for (let t = 0.5; t < 40; t *= 1.07) expect(Math.abs(table(t) - wearSurvival(grid, t))).toBeLessThan(0.002);
});

test('weighing a whole grid says what the likelihood of one cell says', () => {
  for (const found of foundGrades) {
    for (const afterNeglect of [false, true]) {
      const grid = priorGrid({ lo: 3, hi: 7 }, []);
      const expected = grid.weights.map(
        (weight, cell) =>
          weight *
          foundLikelihood(
            found,
            Math.log(6),
            grid.mus[cell % grid.mus.length] ?? 0,
            grid.sigmas[Math.floor(cell / grid.mus.length)] ?? 0,
            afterNeglect,
          ),
      );
      normalise(expected);
      const belief = new Belief(grid);
      belief.next(likelihoodTables(found, grid.sigmas, afterNeglect), Math.log(6), 0, 0, false);
      belief.settle();
      grid.weights.forEach((weight, cell) =>
        expect(Math.abs(weight - (expected[cell] ?? 0))).toBeLessThan(1e-6),
      );
    }
  }
});
