import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { remedyWord } from '../explain/remedyWord.ts';
import { judge, parameters, type ParameterId } from './parameters.ts';
import { remediesOf, type Remedy, type Tested } from './remedies.ts';

const tested = (value: number, lo: number | null, hi: number | null, more: Partial<Tested> = {}): Tested => ({
  value,
  below: false,
  band: { lo, hi },
  warnAtZero: false,
  ...more,
});
const one = (parameter: ParameterId, test: Tested, litres: number | null = 500, incoming = {}): Remedy =>
  remediesOf({ litres, tests: { [parameter]: test }, incoming })[0] ?? expect.fail('no remedy');
const style = {
  volumeUnit: 'L',
  show: (parameter: ParameterId, value: number) =>
    `${Number(value.toFixed(2))} ${parameters[parameter].quantity === 'alkalinity' ? 'dKH' : 'mg/L'}`,
};

describe('nutrients too high', () => {
  test('a change by dilution, the new water’s own value counted (arithmetic)', () => {
    // 30 mg/L, at most 25, kit ± 2.5 or so: down to the band less the kit's error, new water 5
    const remedy = one('nitrate', tested(30, 5, 25), 500, { nitrate: 5 });
    if (remedy.kind !== 'change') return expect.fail(remedy.kind);
    const after = 5 + (30 - 5) * (1 - remedy.litres / 500) ** remedy.times;
    expect(remedy.result).toBeCloseTo(after, 9);
    expect(after).toBeLessThan(25);
  });
  test('far out: several changes, none over 30 % (common practice, no published source)', () => {
    const remedy = one('nitrate', tested(120, null, 20));
    expect(remedy).toMatchObject({ kind: 'change' });
    if (remedy.kind === 'change') {
      expect(remedy.times).toBeGreaterThan(3);
      expect(remedy.litres).toBeLessThanOrEqual(150 + 1e-9);
    }
  });
  test('new water that holds as much is named, not used', () =>
    expect(one('nitrate', tested(40, null, 20), 500, { nitrate: 25 })).toEqual({
      kind: 'new-water-holds-it',
      parameter: 'nitrate',
      newWater: 25,
    }));
});

describe('doses', () => {
  test('bicarbonate: 1 dKH in 100 L is 2.996 g (stoichiometry), no more than 1 dKH a day', () => {
    const remedy = one('alkalinity', tested(6, 8, 9), 100);
    if (remedy.kind !== 'dose') return expect.fail(remedy.kind);
    expect(remedy.grams / (remedy.result - 6)).toBeCloseTo(2.9961, 3);
    expect(remedy.days).toBe(Math.ceil(remedy.result - 6));
  });
  test('too high: nothing is added', () =>
    expect(one('alkalinity', tested(12, 8, 9))).toEqual({ kind: 'stop-dosing', parameter: 'alkalinity' }));
});

test('salinity: 36.5 to within 33 to 35 in 500 L swaps fresh water by mass; too low takes salt', () => {
  const high = one('salinity', tested(36.5, 33, 35.4), 500);
  if (high.kind !== 'swap-for-fresh') return expect.fail(high.kind);
  // reference case salinity-exchange-36.5-35.0: 21.0894 L
  expect(high.result).toBeCloseTo(35, 9);
  expect(high.litres).toBeCloseTo(21.0894, 3);
  const low = one('salinity', tested(30, 33, 35), 100);
  if (low.kind !== 'add-salt') return expect.fail(low.kind);
  expect(low.kilograms).toBeGreaterThan(0.3);
});

test('ammonia comes first and says how much is poisonous: pH 8, 25 °C, fresh: 5.37 % (Emerson et al. 1975)', () => {
  const remedies = remediesOf({
    litres: 200,
    tests: {
      nitrate: tested(60, null, 40),
      ammonia: tested(1, null, 0.1),
      ph: tested(8, null, null),
      temperature: tested(25, null, null),
    },
    incoming: {},
  });
  expect(remedies[0]).toMatchObject({ kind: 'ammonia', changeLitres: 100 });
  expect((remedies[0] as { sharePercent: number }).sharePercent).toBeCloseTo(5.366, 2);
});

test('in band, no band, not tested: nothing is proposed; no litres: says so; none left: a warning', () => {
  expect(remediesOf({ litres: 500, tests: { nitrate: tested(12, 5, 20) }, incoming: {} })).toEqual([]);
  expect(
    remediesOf({ litres: 500, tests: { nitrate: tested(90, null, null, { band: null }) }, incoming: {} }),
  ).toEqual([]);
  expect(remediesOf({ litres: 500, tests: {}, incoming: {} })).toEqual([]);
  expect(one('nitrate', tested(60, null, 20), null)).toEqual({
    kind: 'measure-the-vessel',
    parameter: 'nitrate',
  });
  expect(one('phosphate', tested(0.02, 0.03, 0.1, { below: true, warnAtZero: true }))).toEqual({
    kind: 'stripped',
    parameter: 'phosphate',
  });
});

test('an amount never overshoots the band', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<ParameterId>('nitrate', 'phosphate', 'alkalinity', 'calcium', 'magnesium', 'salinity'),
      fc.double({ min: 0.1, max: 0.9, noNaN: true }),
      fc.double({ min: 0.05, max: 0.6, noNaN: true }),
      fc.double({ min: 0, max: 1.6, noNaN: true }),
      fc.double({ min: 10, max: 50_000, noNaN: true }),
      (parameter, at, width, where, litres) => {
        const { likely, method } = parameters[parameter];
        const lo = likely.from + at * (likely.to - likely.from) * 0.6;
        const hi = lo + width * (likely.to - likely.from) * 0.4;
        const value = likely.from + where * 0.6 * (likely.to - likely.from);
        for (const remedy of remediesOf({
          litres,
          tests: { [parameter]: tested(value, lo, hi) },
          incoming: {},
        })) {
          if (!('result' in remedy)) continue;
          expect(remedy.result).toBeGreaterThanOrEqual(lo - 1e-9);
          expect(remedy.result).toBeLessThanOrEqual(hi + 1e-9);
          expect(['above', 'below']).not.toContain(
            judge(remedy.result, false, { lo, hi }, method.repeatability),
          );
        }
      },
    ),
    { seed: 6, numRuns: 300 },
  );
});

test.each<[Remedy, string]>([
  [
    { kind: 'change', parameter: 'nitrate', litres: 120, times: 1, result: 18, newWater: null },
    'Change 120 L',
  ],
  [
    { kind: 'change', parameter: 'nitrate', litres: 120, times: 3, result: 18, newWater: 2 },
    'Change 120 L, 3 times, some days apart',
  ],
  [
    {
      kind: 'dose',
      parameter: 'alkalinity',
      compound: 'sodium bicarbonate',
      grams: 29.05,
      days: 2,
      result: 8,
    },
    '29 g of sodium bicarbonate over 2 days',
  ],
  [{ kind: 'swap-for-fresh', litres: 21.1, days: 2, result: 35 }, 'Swap 21 L for fresh water, over 2 days'],
  [{ kind: 'add-salt', kilograms: 1.234, days: 1, result: 33 }, '1.23 kg of dry salt, dissolved first'],
  [{ kind: 'stop-dosing', parameter: 'calcium' }, 'Dose no more calcium'],
  [{ kind: 'stripped', parameter: 'phosphate' }, 'Take out less phosphate'],
  [{ kind: 'measure-the-vessel', parameter: 'nitrate' }, 'Measure the vessel'],
  [{ kind: 'new-water-holds-it', parameter: 'nitrate', newWater: 25 }, 'Look at the new water first'],
  [
    { kind: 'ammonia', unionisedMgL: null, sharePercent: null, changeLitres: null },
    'Change half the water now',
  ],
])('%j: %s', (remedy, order) => {
  const words = remedyWord(remedy, style);
  expect(words.order).toBe(order);
  expect(words.because).toMatch(/\.$/);
});
