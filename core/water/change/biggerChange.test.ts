import fc from 'fast-check';
import { expect, test } from 'vitest';
import { afterChanges } from '../../chemistry/dilution.ts';
import { biggerChange } from './biggerChange.ts';

const known = { systemL: 500, now: 40, highest: 30, newWater: 0, plannedL: 60, thereL: 300 };

test('nitrate higher than thought: by hand', () => {
  // 40 to 30 mg/L with clean water: a quarter of 500 L
  expect(biggerChange(known)).toEqual({ kind: 'bigger', litres: 125, wantedL: 125 });
  // only 90 L stand ready
  expect(biggerChange({ ...known, thereL: 90 })).toEqual({ kind: 'bigger', litres: 90, wantedL: 125 });
  // no more there than was planned: water alone does not do it today
  expect(biggerChange({ ...known, thereL: 60 })).toEqual({ kind: 'not-by-water' });
  expect(biggerChange({ ...known, now: 29 })).toEqual({ kind: 'enough' });
  expect(biggerChange({ ...known, plannedL: 130 })).toEqual({ kind: 'enough' });
  // the new water is over the band itself
  expect(biggerChange({ ...known, newWater: 35 })).toEqual({ kind: 'not-by-water' });
  // never more than half at once
  expect(biggerChange({ ...known, now: 200 })).toMatchObject({ litres: 250 });
});

test('what it asks for, where the water is there, brings it to the top of the band and no further', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 59, noNaN: true }),
      fc.double({ min: 60, max: 100, noNaN: true }),
      (highest, now) => {
        const found = biggerChange({ ...known, now, highest, thereL: null, plannedL: 0 });
        if (found.kind !== 'bigger') throw new Error('it is over its band');
        expect(found.litres).toBeLessThanOrEqual(250);
        const after = afterChanges(now, 0, found.litres / 500);
        expect(after).toBeGreaterThanOrEqual(highest - 1e-9);
        if (found.litres === found.wantedL) expect(after).toBeCloseTo(highest, 6);
      },
    ),
  );
});
