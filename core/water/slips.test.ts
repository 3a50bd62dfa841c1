import { describe, expect, test } from 'vitest';
import fc from 'fast-check';
import { parameterIds, parameters, type ParameterId } from './parameters.ts';
import { parameterUnit, salinityFromDensityPpt, storedUnitOf, unitsOfParameter } from './parameterUnits.ts';
import { slipOf, type SlipContext } from './slips.ts';
import { typedValue } from './typedValue.ts';

const context = (some: Partial<SlipContext> = {}): SlipContext => ({
  last: null,
  band: null,
  others: {},
  thousands: false,
  ...some,
});

describe('units as printed on kits', () => {
  // IUPAC standard atomic weights (abridged); PSS-78 and EOS-80 for the salinity scales
  test.each<[ParameterId, number, string, number, number]>([
    ['nitrate', 1, 'mg/L NO3-N', 4.4268, 1e-3],
    ['nitrite', 1, 'mg/L NO2-N', 3.2845, 1e-3],
    ['phosphate', 1, 'mg/L PO4-P', 3.0662, 1e-3],
    ['phosphate', 20, 'µg/L P', 0.06132, 1e-5],
    ['silicate', 1000, 'µg/L Si', 2.1393, 1e-3],
    ['alkalinity', 2.5, 'meq/L', 7.0098, 1e-3],
    ['alkalinity', 143, 'mg/L CaCO3', 8.012, 1e-2],
    ['calcium', 10.28, 'mmol/L Ca', 412.0, 0.1],
    ['salinity', 53.0651, 'mS/cm', 35, 0.01],
    ['salinity', 1.0264, 'SG 25/25', 35, 0.05],
    ['salinity', 1.02334306, 'kg/L', 35, 1e-4],
    ['temperature', 77, '°F', 25, 1e-9],
  ])('%s %d %s is %d', (parameter, shown, unit, expected, tolerance) => {
    expect(Math.abs(parameterUnit(parameter, unit).toStored(shown) - expected)).toBeLessThan(tolerance);
  });
  test('there and back is exact to 1e-9, every parameter in every unit', () => {
    for (const parameter of parameterIds) {
      const { from, to } = parameters[parameter].likely;
      for (const { fromStored, toStored } of Object.values(unitsOfParameter(parameter)))
        fc.assert(
          fc.property(fc.double({ min: from, max: to, noNaN: true }), (value) => {
            const back = toStored(fromStored(value));
            return Math.abs(back - value) <= 1e-9 * Math.max(1, Math.abs(value));
          }),
          { numRuns: 200, endOnFailure: true, verbose: 1, examples: [[from], [to]] },
        );
      expect(parameterUnit(parameter, storedUnitOf(parameter)).toStored(7.25)).toBe(7.25);
    }
  });
  test('density asks for its temperature: 1.0238 is not the same water at 20 and at 25 °C', () =>
    expect(salinityFromDensityPpt(1.0238, 25) - salinityFromDensityPpt(1.0238, 20)).toBeGreaterThan(1.5));
});

describe('what was written in a cell', () => {
  test.each([
    ['8,3', { value: 8.3 }],
    ['<0.02', { value: 0.02, below: true }],
    ['~0.05', { value: 0.05, rough: true }],
    ['14 x 0.5', { value: 7 }],
    ['14*0,5', { value: 7 }],
    ['8.1 8.3 8.2', { value: 8.2, repeats: [8.1, 8.3, 8.2] }],
    ['8.1/8.5', { value: 8.3, repeats: [8.1, 8.5] }],
    ['35 ppm', { value: 35, unit: 'ppm' }],
    ['1,350', { value: 1.35, thousands: true }],
  ])('%s', (text, expected) => expect(typedValue(text)).toMatchObject(expected));
  test.each(['', '-', '?', ' ??? '])('“%s” is not tested', (text) =>
    expect(typedValue(text)).toEqual({ kind: 'not-tested' }),
  );
  test('drops without their factor are counted for the kit', () =>
    expect(typedValue('14x')).toEqual({ kind: 'titrated', count: 14 }));
  test.each(['abc', '8..3', '<', 'x 14'])('“%s” cannot be read', (text) =>
    expect(typedValue(text)).toEqual({ kind: 'unreadable' }),
  );
});

describe('slips, each with the value likely meant (common practice, no published source)', () => {
  const rows: [string, ParameterId, number, string, Partial<SlipContext>, object][] = [
    ['a shifted decimal', 'phosphate', 0.86, 'mg/L PO4', { last: 0.086 }, { kind: 'point', meant: 0.086 }],
    ['a shifted decimal, tenth', 'magnesium', 138, 'mg/L Mg', { last: 1390 }, { kind: 'point', meant: 1380 }],
    ['thousands', 'magnesium', 1.35, 'mg/L Mg', { last: 1390, thousands: true }, { meant: 1350 }],
    ['as nitrogen', 'nitrate', 5.2, 'mg/L NO3', { last: 23 }, { unit: 'mg/L NO3-N' }],
    ['as the ion', 'nitrate', 23, 'mg/L NO3-N', { last: 24 }, { unit: 'mg/L NO3' }],
    ['ppb for ppm', 'phosphate', 26, 'mg/L PO4', { last: 0.08 }, { unit: 'µg/L P' }],
    ['meq/L for dKH', 'alkalinity', 2.9, 'dKH', { last: 8.2 }, { unit: 'meq/L' }],
    ['dKH for meq/L', 'alkalinity', 8.2, 'meq/L', { last: 8.1 }, { unit: 'dKH', meant: 8.2 }],
    ['CaCO3 for dKH', 'alkalinity', 145, 'dKH', { last: 8.1 }, { unit: 'mg/L CaCO3' }],
    ['gravity for ppt', 'salinity', 1.026, 'ppt', { last: 34.8 }, { unit: 'SG 25/25' }],
    ['ppt for gravity', 'salinity', 35, 'SG 25/25', { last: 34.8 }, { unit: 'ppt', meant: 35 }],
    ['conductivity for ppt', 'salinity', 53, 'ppt', { last: 34.8 }, { unit: 'mS/cm' }],
    ['°F for °C', 'temperature', 77.4, '°C', { last: 25.2 }, { unit: '°F' }],
    [
      'nitrite for nitrate',
      'nitrite',
      18,
      'mg/L NO2',
      { last: 0.02, others: { nitrate: { last: 20, typed: false } } },
      { kind: 'other-parameter', moveTo: 'nitrate', meant: 18 },
    ],
  ];
  test.each(rows)('%s', (_, parameter, shown, unit, some, expected) =>
    expect(slipOf(parameter, shown, unit, context(some))).toMatchObject(expected),
  );
  test('a first 1.026 in sea water of ppt is gravity', () =>
    expect(slipOf('salinity', 1.026, 'ppt', context({ usual: { lo: 26, hi: 42 } }))).toMatchObject({
      kind: 'other-unit',
      unit: 'SG 25/25',
    }));
  test('what the water usually does is not asked about', () => {
    expect(slipOf('nitrate', 23, 'mg/L NO3', context({ last: 18 }))).toBeNull();
    expect(slipOf('alkalinity', 7.6, 'dKH', context({ last: 8.4 }))).toBeNull();
    expect(slipOf('phosphate', 0.05, 'mg/L PO4', context({ last: 0.1 }))).toBeNull();
  });
  test('a first value that water seldom has is asked about, without guessing', () =>
    expect(slipOf('phosphate', 4, 'mg/L PO4', context())).toMatchObject({ kind: 'rare', meant: null }));
});
