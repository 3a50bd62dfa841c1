import fc from 'fast-check';
import { expect, test } from 'vitest';
import { lowestBetween } from './goldenSection.ts';
import { lowestNear } from './lowestNear.ts';

const told = (f: (x: number) => number, at: number) => ({ at, value: f(at) });

test('a parabola is met at once, and few looks close both its sides', () => {
  let asked = 0;
  const f = (x: number) => {
    asked++;
    return (x - 1.3) ** 2;
  };
  expect(lowestNear(f, told(f, 0), told(f, 1), told(f, 3), 1e-4)).toBeCloseTo(1.3, 3);
  expect(asked).toBeLessThan(12);
});

test('whatever the valley, it ends where golden section ends', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.2, max: 5, noNaN: true }),
      fc.double({ min: 0.3, max: 4, noNaN: true }),
      fc.double({ min: -0.9, max: 0.9, noNaN: true }),
      (steepLeft, steepRight, place) => {
        // a valley with unlike sides, and one that is a mere corner
        for (const power of [1, 2]) {
          const f = (x: number) => (x < place ? steepLeft : steepRight) * Math.abs(x - place) ** power;
          const found = lowestNear(f, told(f, -4), told(f, place + 0.05), told(f, 4), 1e-3);
          expect(Math.abs(found - lowestBetween(f, -4, 4, 1e-6))).toBeLessThan(2.1e-3);
        }
      },
    ),
  );
});
