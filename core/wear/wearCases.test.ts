import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { counted } from './driver.ts';
import { foundGrades, type Found } from './found.ts';
import { learnSigmaPrior } from './sigmaPrior.ts';
import { answerCases, type WearAnswer, type WearCase } from './wearCases.ts';
import { gridSigmas, houseSigmaPrior } from './wearGrid.ts';

const cycle = (days: number, found: Found | null = 'right', driver: number | null = null) => ({
  days,
  found,
  driver,
  newLifeAfter: false,
});
const caseOf = (cycles: WearCase['cycles'], more: Partial<WearCase> = {}): WearCase => ({
  range: { lo: 28, hi: 56 },
  cycles,
  now: { days: 0, driver: null, driverRate: null },
  costRatio: 5,
  late: 'gradual',
  group: null,
  ...more,
});
const answer = (one: WearCase): WearAnswer => answerCases([one])[0] as WearAnswer;
const ordered = ({ earliest, likely, latest, recommended }: WearAnswer, from: number) => {
  for (const days of [earliest, likely, latest, recommended]) expect(Number.isFinite(days)).toBe(true);
  expect(earliest).toBeGreaterThanOrEqual(from);
  expect(likely).toBeGreaterThanOrEqual(earliest);
  expect(latest).toBeGreaterThanOrEqual(likely);
  expect(recommended).toBeGreaterThanOrEqual(from);
  expect(recommended).toBeLessThanOrEqual(latest);
};

const someCycle = fc.record({
  days: fc.double({ min: 0, max: 900, noNaN: true }),
  found: fc.option(fc.constantFrom(...foundGrades), { nil: null }),
  driver: fc.option(fc.double({ min: 0, max: 1e5, noNaN: true }), { nil: null }),
  newLifeAfter: fc.constant(false),
});

describe('an answer is in order and finite', () => {
  test('whatever the history', () => {
    fc.assert(
      fc.property(
        fc.array(someCycle, { maxLength: 12 }),
        fc.double({ min: 0, max: 3000, noNaN: true }),
        fc.constantFrom(2, 5, 20, 100),
        fc.constantFrom('gradual' as const, 'sudden' as const),
        fc.double({ min: 0.1, max: 400, noNaN: true }),
        fc.double({ min: 1, max: 6, noNaN: true }),
        (cycles, days, costRatio, late, lo, ratio) => {
          const one = caseOf(cycles, {
            now: { days, driver: null, driverRate: null },
            costRatio,
            late,
            range: { lo, hi: lo * ratio },
          });
          ordered(answer(one), days);
        },
      ),
      { seed: 5, numRuns: 300 },
    );
  });
  test.each([
    ['no cycle', []],
    ['one cycle', [cycle(40)]],
    ['500 cycles', Array.from({ length: 500 }, (_, k) => cycle(38 + (k % 5)))],
    ['exposure nought', [cycle(0), cycle(40)]],
    [
      'conflicting words',
      [cycle(40, 'as-new'), cycle(40, 'failed'), cycle(40, 'as-new'), cycle(40, 'failed')],
    ],
    ['a million days', [cycle(1e6, 'light')]],
  ])('%s', (_, cycles) => ordered(answer(caseOf(cycles)), 0));
  test('a range of one point', () => ordered(answer(caseOf([cycle(31)], { range: { lo: 30, hi: 30 } })), 0));
  test('looked at far past anything that is believed', () => {
    const now = { days: 1e6, driver: null, driverRate: null };
    ordered(answer(caseOf([], { now })), 1e6);
  });
});

test('from the third agreeing cycle on a further one never widens the window by more than 1 %', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 2, max: 200, noNaN: true }),
      fc.double({ min: 1.05, max: 5, noNaN: true }),
      fc.double({ min: 0.35, max: 3, noNaN: true }),
      (lo, ratio, share) => {
        const days = Math.sqrt(lo * lo * ratio) * share;
        const width = (n: number) => {
          const { earliest, latest } = answer(
            caseOf(
              Array.from({ length: n }, () => cycle(days)),
              { range: { lo, hi: lo * ratio } },
            ),
          );
          return latest / earliest;
        };
        let before = width(3);
        for (let n = 4; n <= 12; n++) {
          const now = width(n);
          expect(now / before).toBeLessThan(1.01);
          before = now;
        }
      },
    ),
    { seed: 8, numRuns: 60 },
  );
});

test('the neglect case: found clogged after 190 days where 28 to 56 are usual', () => {
  for (const found of ['overdue', 'failed'] as const)
    expect(answer(caseOf([cycle(190, found)])).likely).toBeLessThan(60);
  const usual = answer(caseOf([cycle(40), cycle(42), cycle(190, 'overdue'), cycle(41)])).likely;
  expect(usual).toBeGreaterThan(36);
  expect(usual).toBeLessThan(48);
});

describe('drivers', () => {
  const histories = fc.array(
    fc.record({
      days: fc.double({ min: 5, max: 120, noNaN: true }),
      found: fc.constantFrom(...foundGrades),
    }),
    { minLength: 1, maxLength: 8 },
  );
  const at = (rate: number, unit: number, list: readonly { days: number; found: Found }[]) =>
    answer(
      caseOf(
        list.map(({ days, found }) => cycle(days, found, days * rate * unit)),
        { now: { days: 6, driver: 6 * rate * unit, driverRate: rate * unit } },
      ),
    );
  test('at a constant rate say what days say, in grams as in kilograms', () => {
    fc.assert(
      fc.property(histories, fc.double({ min: 0.01, max: 500, noNaN: true }), (list, rate) => {
        const byDays = answer(
          caseOf(
            list.map(({ days, found }) => cycle(days, found)),
            { now: { days: 6, driver: null, driverRate: null } },
          ),
        );
        for (const other of [at(rate, 1, list), at(rate, 1000, list)]) {
          for (const name of ['earliest', 'likely', 'latest', 'recommended'] as const)
            expect(Math.abs(other[name] / byDays[name] - 1)).toBeLessThan(1e-4);
        }
      }),
      { seed: 4, numRuns: 60 },
    );
  });
  test('twice the feeding lately halves what is left', () => {
    const list = Array.from({ length: 6 }, () => ({ days: 40, found: 'right' as const }));
    const usual = at(2, 1, list);
    const doubled = answer(
      caseOf(
        list.map(({ days, found }) => cycle(days, found, days * 2)),
        { now: { days: 6, driver: 12, driverRate: 4 } },
      ),
    );
    expect((usual.likely - 6) / (doubled.likely - 6)).toBeCloseTo(2, 3);
  });
  test('a cycle without a total counts its days at the usual rate', () => {
    const { cycles } = counted({ lo: 28, hi: 56 }, [cycle(10, 'right', 50), cycle(20, 'right', null)], {
      days: 0,
      driver: null,
      driverRate: null,
    });
    expect(cycles.map((one) => one.exposure)).toEqual([10, 20]);
  });
});

describe('what jobs teach one another', () => {
  const right = (days: number, n = 6) => Array.from({ length: n }, () => cycle(days));
  test('a new part takes the life of its like parts, not that of others', () => {
    const alone = answer(caseOf([])).likely;
    const like = Array.from({ length: 4 }, () => caseOf(right(70), { group: 'twin pumps' }));
    const [among] = answerCases([caseOf([], { group: 'twin pumps' }), ...like]);
    const [beside] = answerCases([caseOf([], { group: 'another' }), ...like]);
    expect(among?.likely).toBeGreaterThan(alone * 1.3);
    expect(Math.abs((beside?.likely ?? 0) / alone - 1)).toBeLessThan(0.01);
  });
  test('its own records outweigh what is lent', () => {
    const like = Array.from({ length: 4 }, () => caseOf(right(70), { group: 'twin pumps' }));
    const [among] = answerCases([caseOf(right(30), { group: 'twin pumps' }), ...like]);
    expect(among?.likely).toBeLessThan(42);
  });
  test('the order of the cases changes nothing', () => {
    const cases = [
      caseOf(right(70), { group: 'a' }),
      caseOf([cycle(20, 'failed'), cycle(60, 'light')], { group: 'a' }),
      caseOf([], { group: 'a' }),
      caseOf(right(35, 3)),
      caseOf([cycle(50, 'overdue')], { group: 'b' }),
      caseOf([], { group: 'b' }),
    ];
    const forward = answerCases(cases);
    expect(answerCases([...cases].reverse()).reverse()).toEqual(forward);
  });
  test('many even lives teach a narrow spread, many uneven ones a wide one', () => {
    const mean = (prior: Float64Array) =>
      prior.reduce((sum, weight, j) => sum + weight * (gridSigmas[j] ?? 0), 0);
    const toward = (j: number) =>
      learnSigmaPrior(Array.from({ length: 60 }, () => gridSigmas.map((_, k) => (k === j ? 1 : 0.2))));
    expect(mean(toward(0))).toBeLessThan(mean(houseSigmaPrior));
    expect(mean(toward(gridSigmas.length - 1))).toBeGreaterThan(mean(houseSigmaPrior));
    for (const prior of [toward(0), toward(gridSigmas.length - 1)])
      expect(prior.reduce((sum, weight) => sum + weight, 0)).toBeCloseTo(1, 12);
  });
});

describe('the recommended day', () => {
  test('gradual: where the chance of being due, given the look, reaches what is accepted', () => {
    const days = [2, 5, 20, 100].map((costRatio) => answer(caseOf([], { costRatio })).recommended);
    expect(days).toEqual([...days].sort((a, b) => b - a));
    expect(answer(caseOf([], { costRatio: 2 })).recommended).toBeCloseTo(answer(caseOf([])).likely, 6);
  });
  test('sudden: earlier the dearer a failure, never past the latest day', () => {
    const even = Array.from({ length: 8 }, () => cycle(40));
    const days = [2, 5, 20, 100].map(
      (costRatio) => answer(caseOf(even, { costRatio, late: 'sudden' })).recommended,
    );
    expect(days).toEqual([...days].sort((a, b) => b - a));
  });
});
