import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { planChange } from './planChange.ts';
import type { Asking, ChangeAsk, Store } from './types.ts';

const asking = (some: Partial<Asking> & Pick<Asking, 'id'>): Asking => ({
  name: some.id,
  water: 'salt',
  litres: 500,
  wantedL: 50,
  way: 'at-once',
  tests: {},
  urgency: 0,
  vessel: { name: 'tank', surfaceCm2: 10_000, freeShare: 1 },
  ...some,
});
const drum = (some: Partial<Store> = {}): Store => ({
  id: 'drum',
  name: 'Drum',
  holds: 'salt',
  presentL: 210,
  unusableL: 10,
  values: { salinity: 35, temperature: 25 },
  ...some,
});
const fresh = (some: Partial<Store> = {}): Store => ({
  id: 'fresh',
  name: 'Container',
  holds: 'fresh',
  presentL: 110,
  unusableL: 10,
  values: { salinity: 0 },
  ...some,
});
const plan = (systems: Asking[], stores: Store[], more: Partial<ChangeAsk> = {}) =>
  planChange({
    systems,
    stores,
    ifShort: 'scale',
    matched: true,
    hose: null,
    pump: null,
    heaterW: null,
    chillerW: null,
    ...more,
  });
const litresOf = (made: ReturnType<typeof plan>) => made.systems.map((one) => one.litres);

describe('from one drum', () => {
  test('enough for all: each gets what it wants', () => {
    expect(
      litresOf(plan([asking({ id: 'a', wantedL: 100 }), asking({ id: 'b', wantedL: 60 })], [drum()])),
    ).toEqual([100, 60]);
  });
  test('too small: all by the same part, or the worst first until it is empty', () => {
    const three = [
      asking({ id: 'a', wantedL: 120, urgency: 0.1 }),
      asking({ id: 'b', wantedL: 100, urgency: 0.9 }),
      asking({ id: 'c', wantedL: 80, urgency: 0.5 }),
    ];
    // 200 L of 300 can be used: two thirds each
    expect(litresOf(plan(three, [drum()])).map((litres) => litres.toFixed(3))).toEqual([
      '80.000',
      '66.667',
      '53.333',
    ]);
    const worst = plan(three, [drum()], { ifShort: 'worst-first' });
    expect(litresOf(worst)).toEqual([20, 100, 80]);
    expect(worst.stores[0]).toMatchObject({ drawnL: 200, leftL: 10, shortL: 100 });
    expect(plan(three, [drum({ presentL: 8 })]).systems.map((one) => one.refused)).toEqual([
      'nothing-left',
      'nothing-left',
      'nothing-left',
    ]);
  });
  test('a store serves only the systems it stands for', () => {
    const own = [
      drum({ id: 'a’s drum', presentL: 60, systemIds: ['a'] }),
      drum({ id: 'b’s drum', presentL: 500, systemIds: ['b'] }),
    ];
    const made = plan([asking({ id: 'a', wantedL: 100 }), asking({ id: 'c', wantedL: 100 })], own);
    expect(made.systems.map((one) => [one.litres, one.refused])).toEqual([
      [50, null],
      [0, 'no-salt-store'],
    ]);
  });
  test('without a store of its water nothing is drawn, and it says which is missing', () => {
    expect(plan([asking({ id: 'a', water: 'fresh' })], [drum()]).systems[0]).toMatchObject({
      litres: 0,
      refused: 'no-fresh-store',
    });
    expect(plan([asking({ id: 'a' })], [fresh()]).systems[0]).toMatchObject({
      litres: 0,
      refused: 'no-salt-store',
    });
    // brackish water needs both, unless the drum is no saltier than the pool
    const pool = asking({ id: 'pool', water: 'brackish', tests: { salinity: { value: 15 } } });
    expect(plan([pool], [drum()]).systems[0]?.refused).toBe('no-fresh-store');
    expect(plan([pool], [drum({ values: { salinity: 15 } })]).systems[0]?.refused).toBeNull();
  });
});

describe('blending', () => {
  test('a brackish pool: the two waters by mass, to its own salinity; parts add up to all of it', () => {
    const [pool] = plan(
      [
        asking({
          id: 'pool',
          water: 'brackish',
          tests: { salinity: { value: 15 }, temperature: { value: 25 } },
          wantedL: 100,
        }),
      ],
      [drum({ values: { salinity: 35 } }), fresh()],
    ).systems;
    const [salt, pure] = pool?.draws ?? [];
    expect((salt?.litres ?? 0) + (pure?.litres ?? 0)).toBeCloseTo(100, 9);
    // 15/35 of the mass; sea water of 35 ppt weighs 1023.343 g/L and pure water 997.048 at 25 °C (EOS-80)
    const bySalt = 15 / 35 / 1023.343;
    expect(salt?.litres).toBeCloseTo((100 * bySalt) / (bySalt + 20 / 35 / 997.048), 3);
    expect(
      pool?.after.some((one) => one.parameter === 'salinity' && Math.abs(one.after - one.before) > 1e-6),
    ).toBe(false);
  });
  test('a drum a little saltier is used as it is; much saltier it is thinned', () => {
    const tank = (salinity: number) => asking({ id: 'a', tests: { salinity: { value: salinity } } });
    expect(plan([tank(34.5)], [drum(), fresh()]).systems[0]?.draws).toHaveLength(1);
    expect(plan([tank(30)], [drum(), fresh()]).systems[0]?.draws).toHaveLength(2);
  });
});

describe('matching the store', () => {
  test('salt for all that is in it, and hours at the rated power, losses left out', () => {
    const tank = asking({ id: 'a', tests: { salinity: { value: 35 }, temperature: { value: 25 } } });
    const made = plan([tank], [drum({ values: { salinity: 33, temperature: 19 } })], { heaterW: 300 });
    const [store] = made.stores;
    // 210 L: ρ(35) 35 − ρ(33) 33 with EOS-80 at 19 °C is about 2.11 g/L
    expect(store?.saltKg).toBeGreaterThan(0.43);
    expect(store?.saltKg).toBeLessThan(0.46);
    // 210 L × 1.024 kg/L × about 4.01 kJ/(kg K) × 6 K over 300 W: 4.8 h
    expect(store?.hours).toBeCloseTo((210 * 1.0235 * 4.005 * 6) / 300 / 3.6, 1);
    // prepared, nothing shifts
    expect(made.systems[0]?.after.every((one) => Math.abs(one.after - one.before) < 1e-9)).toBe(true);
    // as it stands it does, and what is too much is said
    const raw = plan([tank], [drum({ values: { salinity: 33, temperature: 10 } })], {
      matched: false,
      heaterW: 300,
    });
    expect(raw.systems[0]?.after.find((one) => one.parameter === 'temperature')?.after).toBeLessThan(25);
  });
  test('cold water as it stands: stages small enough that none shifts by more than a degree', () => {
    const tank = asking({ id: 'a', wantedL: 100, tests: { temperature: { value: 25 } } });
    const [one] = plan([tank], [drum({ values: { salinity: 35, temperature: 15 } })], {
      matched: false,
    }).systems;
    expect(one?.stages).toMatchObject({ count: 3, limitedBy: 'temperature' });
    expect(one?.after[0]?.tooMuch).toBe(false);
    // after all three as much of the old water is gone as by one change of 100 of 500 L
    expect((1 - (one?.share ?? 0)) ** 3).toBeCloseTo(0.8, 9);
  });
});

test('a large change: 60 % of 500 L in three stages, days apart; what is predicted follows the dilution', () => {
  const tank = asking({ id: 'a', wantedL: 300, tests: { nitrate: { value: 50 } } });
  const [one] = plan([tank], [drum({ presentL: 1000 })]).systems;
  expect(one?.stages.count).toBe(3);
  expect(one?.stages.daysApart).toBe(3);
  // (1 − 0.6)^(1/3) stays each time
  expect(one?.litres).toBeCloseTo(500 * (1 - 0.4 ** (1 / 3)), 6);
  expect(one?.after[0]?.after).toBeCloseTo(50 * 0.4 ** (1 / 3), 6);
  expect(one?.afterAll[0]?.after).toBeCloseTo(20, 6);
});

test('running in: e^(−V/V₀) of the old water stays, no level falls, no stages', () => {
  const tank = asking({ id: 'a', wantedL: 200, way: 'continuous', tests: { nitrate: { value: 50 } } });
  const [one] = plan([tank], [drum({ presentL: 500 })], {
    hose: { headM: 1, boreMm: 19, lengthM: 4 },
  }).systems;
  expect(one?.after[0]?.after).toBeCloseTo(50 * Math.exp(-200 / 500), 9);
  expect(one).toMatchObject({ levelFallsCm: null, drain: null, stages: { count: 1 } });
});

test('times by hose and pump; where it cannot be, no time is told', () => {
  const hose = { headM: 0.8, boreMm: 19, lengthM: 4 };
  const pump = { shutOffM: 2.5, mostLph: 3000, liftM: 1.2, boreMm: 19, lengthM: 6 };
  const [one] = plan([asking({ id: 'a', wantedL: 100 })], [drum()], { hose, pump }).systems;
  expect(one?.levelFallsCm).toBeCloseTo(10, 9);
  expect((one?.drain ?? expect.fail('no time')).outputs.minutes).toBeGreaterThan(2);
  expect((one?.refill ?? expect.fail('no time')).outputs.minutes).toBeGreaterThan(2);
  const [none] = plan([asking({ id: 'a', wantedL: 100 })], [drum()], {
    hose: { ...hose, headM: 0.05 },
    pump: { ...pump, liftM: 9 },
  }).systems;
  expect(none).toMatchObject({ litres: 100, drain: null, refill: null });
});

describe('whatever is asked', () => {
  const anyAsking = fc
    .record({
      water: fc.constantFrom('fresh' as const, 'brackish' as const, 'salt' as const),
      litres: fc.double({ min: 20, max: 5000, noNaN: true }),
      part: fc.double({ min: 0, max: 1, noNaN: true }),
      salinity: fc.option(fc.double({ min: 5, max: 37, noNaN: true }), { nil: undefined }),
      temperature: fc.option(fc.double({ min: 12, max: 28, noNaN: true }), { nil: undefined }),
      urgency: fc.double({ min: 0, max: 3, noNaN: true }),
      way: fc.constantFrom('at-once' as const, 'continuous' as const),
    })
    .map(({ part, salinity, temperature, ...one }) => ({
      ...one,
      wantedL: part * one.litres,
      tests: {
        nitrate: { value: 30 },
        ...(salinity === undefined ? {} : { salinity: { value: salinity } }),
        ...(temperature === undefined ? {} : { temperature: { value: temperature } }),
      },
    }));
  const anyStore = fc.record({
    holds: fc.constantFrom('fresh' as const, 'salt' as const),
    presentL: fc.double({ min: 0, max: 1500, noNaN: true }),
    unusableL: fc.double({ min: 0, max: 60, noNaN: true }),
    salinity: fc.double({ min: 28, max: 40, noNaN: true }),
  });
  test('drained is refilled, no store gives more than it can, fresh systems never get salt water, nobody more than asked', () =>
    fc.assert(
      fc.property(
        fc.array(anyAsking, { minLength: 1, maxLength: 5 }),
        fc.array(anyStore, { minLength: 0, maxLength: 3 }),
        fc.constantFrom('scale' as const, 'worst-first' as const),
        fc.boolean(),
        (askings, kept, ifShort, matched) => {
          const stores = kept.map(({ salinity, ...one }, k) => ({
            ...one,
            id: `store ${k}`,
            name: `store ${k}`,
            values: { salinity: one.holds === 'salt' ? salinity : 0, temperature: 20 },
          }));
          const systems = askings.map((one, k) => asking({ id: `system ${k}`, ...one }));
          const made = plan(systems, stores, { ifShort, matched });
          for (const [k, one] of made.systems.entries()) {
            expect(one.draws.reduce((sum, draw) => sum + draw.litres, 0)).toBeCloseTo(one.litres, 6);
            expect(one.litres).toBeLessThanOrEqual((systems[k]?.wantedL ?? 0) + 1e-6);
            if (systems[k]?.water === 'fresh')
              for (const draw of one.draws)
                expect(stores.find((store) => store.id === draw.storeId)?.holds).toBe('fresh');
            // a change never leaves more nitrate than there was
            for (const told of one.after)
              if (told.parameter === 'nitrate') expect(told.after).toBeLessThanOrEqual(30 + 1e-9);
          }
          for (const store of stores) {
            const drawn = made.systems
              .flatMap((one) => one.draws)
              .filter((draw) => draw.storeId === store.id)
              .reduce((sum, draw) => sum + draw.litres, 0);
            expect(drawn).toBeLessThanOrEqual(Math.max(0, store.presentL - store.unusableL) + 1e-6);
            expect(made.stores.find((one) => one.storeId === store.id)?.drawnL).toBeCloseTo(drawn, 6);
          }
        },
      ),
      { numRuns: 250, seed: 11 },
    ));
});
