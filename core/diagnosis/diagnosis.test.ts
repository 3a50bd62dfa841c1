import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { simulateNothing } from './testing/facts.ts';
import { findSource } from './findSource.ts';
import { rank, type Check } from './rank.ts';
import { supplyOf } from './supply.ts';
import { nutrientSources } from './sources/index.ts';
import { fromFeed } from './sources/feed.ts';
import { sourceIds, type NutrientFacts } from './sources/types.ts';

describe('ranking causes', () => {
  const checks: Check<'a' | 'b'>[] = [
    {
      id: 'sharp',
      ask: '',
      minutes: 7,
      answers: [
        { id: 'yes', label: '', chance: { a: 0.9 }, otherwise: 0.1 },
        { id: 'no', label: '', chance: { a: 0.1 }, otherwise: 0.9 },
      ],
    },
    {
      id: 'blunt',
      ask: '',
      minutes: 7,
      answers: [
        { id: 'yes', label: '', chance: { a: 0.55 }, otherwise: 0.45 },
        { id: 'no', label: '', chance: { a: 0.45 }, otherwise: 0.55 },
      ],
    },
  ];
  const causes = [
    { id: 'a', weight: 1 },
    { id: 'b', weight: 1 },
  ] as const;
  test('Bayes’ rule by hand: even odds, seen what is nine times likelier under a', () => {
    const { ranked } = rank(causes, checks, [{ checkId: 'sharp', answerId: 'yes' }]);
    expect(ranked[0]).toMatchObject({ id: 'a' });
    expect(ranked[0]?.chance).toBeCloseTo(0.9, 12);
  });
  test('the more telling check comes first for equal minutes; its bits by hand', () => {
    const { next } = rank(causes, checks, []);
    expect(next.map((one) => one.checkId)).toEqual(['sharp', 'blunt']);
    // 1 bit of doubt, 0.469 bits left after either answer
    expect(next[0]?.tells).toBeCloseTo(1 - (-0.9 * Math.log2(0.9) - 0.1 * Math.log2(0.1)), 9);
  });
  test('the last answer counts; an unknown check counts for nothing; what was checked is not asked again', () => {
    const made = [
      { checkId: 'sharp', answerId: 'yes' },
      { checkId: 'sharp', answerId: 'no' },
      { checkId: 'never heard of', answerId: 'yes' },
    ];
    const { ranked, next } = rank(causes, checks, made);
    expect(ranked[0]?.id).toBe('b');
    expect(next.map((one) => one.checkId)).toEqual(['blunt']);
  });
});

describe('what comes in', () => {
  test('by hand: a rise of 0.02 mg/L a day in 500 L, and 60 L changed at the level of its day', () => {
    const tests = [-28, -21, -14, -7, 0].map((days) => ({ days, value: 1 + 0.02 * (days + 28) }));
    const supply = supplyOf(tests, [{ days: -14, litres: 60 }], 500, 0, 0.01) ?? expect.fail('none');
    expect(supply.stays).toBeCloseTo(10, 9);
    // 60 L at 1.28 mg/L in 28 days
    expect(supply.byChanges).toBeCloseTo((60 * 1.28) / 28, 9);
    expect(supply.supply).toBeCloseTo(10 + (60 * 1.28) / 28, 9);
    expect(supply.before).toBeNull();
    // new water that holds as much carries nothing out
    expect(supplyOf(tests, [{ days: -14, litres: 60 }], 500, 2, 0.01)?.byChanges).toBe(0);
  });
  test('changes without litres are taken as the others, and unknown where all are; two tests are no balance', () => {
    const tests = [-28, -21, -14, -7, 0].map((days) => ({ days, value: 1 }));
    const some = supplyOf(
      tests,
      [
        { days: -20, litres: 50 },
        { days: -10, litres: null },
      ],
      500,
      0,
      0.01,
    );
    expect(some?.byChanges).toBeCloseTo(100 / 28, 9);
    expect(supplyOf(tests, [{ days: -10, litres: null }], 500, 0, 0.01)?.byChanges).toBeNull();
    expect(supplyOf(tests, [], 500, 0, 0.01)?.byChanges).toBe(0);
    expect(supplyOf(tests.slice(-2), [], 500, 0, 0.01)).toBeNull();
  });
  test('what a gram of feed brings: 0.092 of its protein is nitrogen (Timmons and Ebeling)', () => {
    expect(fromFeed(1, 'nitrate')).toBeCloseTo((1000 * 0.45 * 0.092 * 62.004) / 14.007, 1);
    expect(fromFeed(1, 'phosphate')).toBeCloseTo((1000 * 0.011 * 0.6 * 94.97) / 30.974, 1);
  });
});

const order = (facts: NutrientFacts, made: Parameters<typeof findSource>[1] = []) =>
  findSource(facts, made).sources.map((one) => one.id);

describe('candidates', () => {
  test('each is a file, present or not by what the system has', () => {
    expect(nutrientSources.map((one) => one.id).sort()).toEqual([...sourceIds].sort());
    const bare = order({ ...simulateNothing('nitrate'), media: [], skimmer: [], harvest: [] });
    for (const gone of ['media', 'skimmer', 'harvest', 'rock'] as const) expect(bare).not.toContain(gone);
  });
  test('under each source the chances of what a check shows add up to one', () => {
    for (const source of nutrientSources)
      for (const id of sourceIds)
        expect(
          source.check.answers.reduce((sum, one) => sum + (one.chance[id] ?? one.otherwise), 0),
          `${source.id} ${id}`,
        ).toBeCloseTo(1, 9);
  });
  test.each([
    [
      'a product that holds some',
      'product-water',
      {
        product: {
          litresPerDay: 8,
          test: { value: 0.3, below: false, daysAgo: 5 },
          rejectionPercent: null,
          stages: [],
        },
      },
    ],
    ['more feed than before', 'food', { feed: { now: 9, before: 5, changedDaysAgo: 25 } }],
    ['a death', 'dead-animal', { deathDaysAgo: 6 }],
    ['an outlet as high as the inlet', 'media', { outlet: { inlet: 0.2, outlet: 0.19, daysAgo: 3 } }],
    ['half the air', 'skimmer', { airShare: 0.5 }],
    ['a screen long overdue', 'harvest', { harvest: [{ name: 'Screen', chanceDue: 0.98, daysSince: 40 }] }],
    ['piles nobody siphoned', 'detritus', { detritus: [{ name: 'Floor', chanceDue: 0.98, daysSince: 120 }] }],
  ] as const)('%s: %s comes first', (_, id, sign) => {
    expect(order({ ...simulateNothing('phosphate'), ...sign })[0]).toBe(id);
  });
  test('the ranking follows checks as they are logged', () => {
    const facts: NutrientFacts = { ...simulateNothing('phosphate'), airShare: 0.5 };
    expect(order(facts)[0]).toBe('skimmer');
    expect(
      order(facts, [
        { checkId: 'air-intake', answerId: 'clear' },
        { checkId: 'look-for-piles', answerId: 'deep' },
      ])[0],
    ).toBe('detritus');
  });
  test('a clean product acquits the water, whatever the membrane says', () => {
    const tired = { litresPerDay: 8, test: null, rejectionPercent: 92, stages: [] };
    const facts: NutrientFacts = { ...simulateNothing('phosphate'), product: tired };
    const chance = (one: NutrientFacts) =>
      findSource(one, []).sources.find((source) => source.id === 'product-water')?.chance ?? 0;
    expect(
      chance({ ...facts, product: { ...tired, test: { value: 0.02, below: true, daysAgo: 3 } } }),
    ).toBeLessThan(chance(facts) / 5);
  });
});

test('no source explains more than it brings, nor all together more than there is', () =>
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 200, noNaN: true }),
      fc.option(fc.double({ min: 0, max: 100, noNaN: true }), { nil: null }),
      fc.double({ min: 0.01, max: 10, noNaN: true }),
      fc.option(fc.double({ min: 0.1, max: 40, noNaN: true }), { nil: null }),
      fc.option(fc.double({ min: 80, max: 99.5, noNaN: true }), { nil: null }),
      (supply, before, error, feed, rejectionPercent) => {
        const nothing = simulateNothing('phosphate');
        const finding = findSource(
          {
            ...nothing,
            supply: {
              ...nothing.supply,
              supply,
              error,
              before: before === null ? null : { supply: before, error },
            },
            feed: { now: feed, before: feed, changedDaysAgo: null },
            product: { ...nothing.product, rejectionPercent },
          },
          [],
        );
        for (const source of finding.sources) {
          expect(source.explains).toBeLessThanOrEqual((source.amount?.most ?? 0) + 1e-9);
          expect(source.explains).toBeGreaterThanOrEqual(0);
        }
        expect(finding.sources.reduce((sum, one) => sum + one.explains, 0)).toBeLessThanOrEqual(
          finding.toExplain + 1e-9,
        );
        expect(finding.sources.reduce((sum, one) => sum + one.chance, 0)).toBeCloseTo(1, 9);
      },
    ),
    { numRuns: 150, seed: 5 },
  ));
