import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { oxygenLeft } from './oxygenLeft.ts';
import type { OxygenFigures, Plant } from './plant.ts';
import type { Still } from './simulate.ts';
import { minutesWithoutMovement, stillWaters, usePerLitreH } from './standstill.ts';
import { oxygenSaturationMgL } from '../../chemistry/oxygen.ts';

const plantWith = (oxygen: OxygenFigures | null): Plant => ({
  systems: [{ systemId: 'a', name: 'A', gives: { flow: null, heat: null, air: null }, oxygen }],
  units: [],
  down: new Set(),
});
const stands = (what: Still['what'], fromMin: number, minutes: number): Still => ({
  ...{ systemId: 'a', componentId: null, what, fromMin, minutes, limitMin: null, stepIds: [] },
});
const figuresOf = (water: (typeof stillWaters)[number], litresPerKg: number): OxygenFigures => ({
  saturationMgL: oxygenSaturationMgL(water.salinity, water.temperatureC),
  useMgLh: usePerLitreH(water.temperatureC, litresPerKg, water.waterUseMgLh),
  limitMgL: water.limitMgL,
  depthM: water.depthM,
});

describe('oxygen through a visit', () => {
  // the minutes that may be planned are half of those in which the limit is reached, in steps of five
  test.each(stillWaters)(
    '$name: within its minutes a margin is left, at twice them the limit is near',
    (water) => {
      for (const litresPerKg of [1000, 300, 100]) {
        const minutes = minutesWithoutMovement(water, { litresPerKg });
        if (minutes === 240) continue;
        const oxygen = figuresOf(water, litresPerKg);
        const least = (length: number) =>
          oxygenLeft([stands('flow', 10, length)], plantWith(oxygen))[0]?.leastMgL ?? Number.NaN;
        expect(least(minutes)).toBeGreaterThan(oxygen.limitMgL);
        expect(least(2 * minutes)).toBeGreaterThanOrEqual(oxygen.limitMgL - 1e-9);
        expect(least(2 * (minutes + 5))).toBeLessThan(oxygen.limitMgL);
      }
    },
  );
  test('by mass balance: what the water held, gained and used is what it holds', () =>
    fc.assert(
      fc.property(
        fc.record({
          saturationMgL: fc.double({ min: 5, max: 13, noNaN: true }),
          useMgLh: fc.double({ min: 0.05, max: 6, noNaN: true }),
          limitMgL: fc.constant(4),
          depthM: fc.double({ min: 0.2, max: 1.5, noNaN: true }),
        }),
        fc.array(
          fc.tuple(
            fc.constantFrom('flow' as const, 'air' as const),
            fc.integer({ min: 0, max: 90 }),
            fc.integer({ min: 1, max: 60 }),
          ),
          { minLength: 1, maxLength: 4 },
        ),
        (oxygen, spans) => {
          const still = spans.map((span) => stands(...span));
          // a second player, by small steps: grams in and out of a column of one square metre
          const [first, last] = [
            Math.min(...still.map((one) => one.fromMin)),
            Math.max(...still.map((one) => one.fromMin + one.minutes)),
          ];
          let grams = 0.9 * oxygen.saturationMgL * oxygen.depthM;
          let least = grams / oxygen.depthM;
          const step = 1 / 240;
          for (let minute = first; minute < last; minute += step) {
            const isOff = (what: string) =>
              still.some(
                (one) => one.what === what && one.fromMin <= minute && minute < one.fromMin + one.minutes,
              );
            const mgL = grams / oxygen.depthM;
            const used = (oxygen.useMgLh * oxygen.depthM * step) / 60;
            const mPerH = isOff('flow') ? 0.02 : isOff('air') ? 0.04 : null;
            const gained =
              mPerH === null
                ? (used * (oxygen.saturationMgL - mgL)) / (0.1 * oxygen.saturationMgL)
                : (mPerH * (oxygen.saturationMgL - mgL) * step) / 60;
            grams = Math.max(0, grams + gained - used);
            least = Math.min(least, grams / oxygen.depthM);
          }
          const [said] = oxygenLeft(still, plantWith(oxygen));
          expect(said?.leastMgL).toBeCloseTo(least, 1);
        },
      ),
      { numRuns: 60 },
    ));
  test('nothing is said where heat alone stands, or nobody knows the water', () => {
    const oxygen = figuresOf(stillWaters[1], 300);
    expect(oxygenLeft([stands('heat', 0, 90)], plantWith(oxygen))).toEqual([]);
    expect(oxygenLeft([stands('flow', 0, 90)], plantWith(null))).toEqual([]);
  });
});
