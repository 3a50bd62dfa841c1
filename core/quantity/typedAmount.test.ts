import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { quantities, quantityIds, toStored, type QuantityId } from './quantities.ts';
import { typedAmount } from './typedAmount.ts';

const read = (text: string, unit: string): number | string => {
  const found = typedAmount(text, unit);
  return found.kind === 'amount' ? Number(found.value.toPrecision(6)) : found.kind;
};

describe('a unit behind the number is read', () => {
  test.each<[string, string, number | string]>([
    ['', 'cm', 'blank'],
    ['.045', 'mg/L PO₄', 0.045],
    ['3,4', 'mg/L', 3.4],
    ['19 in', 'cm', 48.26],
    ['19in', 'cm', 48.26],
    ['19 1/2 in', 'cm', 49.53],
    ['3/4"', 'cm', 1.905],
    ['6 ft', 'cm', 182.88],
    ['1.2 m', 'cm', 120],
    ['60 ppb', 'mg/L', 0.06],
    ['60 ppb', 'mg/L PO₄', 0.06],
    ['0.06 mg/L PO4', 'mg/L PO₄', 0.06],
    ['0.06 ppm', 'µg/L', 60],
    // a US gallon is 231 cubic inches, an imperial one 4.54609 L (both by definition)
    ['75 gal', 'L', 283.906],
    ['75 US gallons', 'L', 283.906],
    ['75 gal', 'US gal', 75],
    ['75 gal', 'imp gal', 75],
    ['75 imp gal', 'L', 340.957],
    ['20 L', 'US gal', 5.28344],
    ['78 °F', '°C', 25.5556],
    ['25 C', '°F', 77],
    ['15 psi', 'bar', 1.03421],
    ['2 h', 'min', 120],
    ['90 min', 'h', 1.5],
    ['2 weeks', 'days', 14],
    ['6 months', 'days', 182.5],
    ['2 years', 'days', 730],
    ['0.5 oz', 'g a day', 14.1748],
    ['0.5 oz/day', 'g a day', 14.1748],
    ['8 h', 'h a day', 8],
    ['3 meq/l', 'dKH', 8.41155],
    ['150 ppm', 'mg/L CaCO₃', 150],
    ['1.1 kW', 'W', 1100],
    ['3 gpm', 'L/h', 681.374],
    ['40 %', '%', 40],
    ['75 gal', 'cm', 'other-unit'],
    ['60 ppb', 'L', 'other-unit'],
    ['2 g NO3', 'g a day', 'other-unit'],
    ['3 apples', 'jobs', 'other-unit'],
    ['3 constructor', 'L', 'other-unit'],
    ['seven', 'L', 'no-number'],
    ['L', 'L', 'no-number'],
    ['-', '°C', 'no-number'],
  ])('“%s” in a field of %s is %s', (text, unit, meant) => expect(read(text, unit)).toBe(meant));
});

test('every unit a person may choose is read behind a number in every other of its quantity, as the quantities convert it', () => {
  // specific gravity is no scale of salinity but a curve: its fields are typed in their own unit
  const scales = quantityIds.filter((id) => id !== 'salinity');
  const unitsOf = (id: QuantityId): string[] => Object.keys(quantities[id].units);
  const pairs = scales.flatMap((id) =>
    unitsOf(id).flatMap((from) => unitsOf(id).map((to) => ({ id, from, to }))),
  );
  fc.assert(
    fc.property(fc.constantFrom(...pairs), fc.integer({ min: 1, max: 9999 }), ({ id, from, to }, number) => {
      const found = typedAmount(`${number} ${from}`, to);
      if (found.kind !== 'amount') throw new Error(`${number} ${from} is not read in ${to}`);
      const [typed, read] = [toStored(id, number, from), toStored(id, found.value, to)];
      expect(Math.abs(read - typed)).toBeLessThanOrEqual(1e-7 * Math.max(1, Math.abs(typed)));
    }),
  );
});
