import { describe, expect, test } from 'vitest';
import {
  coolingHours,
  minutesWithoutAir,
  minutesWithoutHeat,
  minutesWithoutMovement,
  restingUseMgKgH,
  stillWaters,
  type StillWaterId,
} from './standstill.ts';

const waterOf = (id: StillWaterId) => stillWaters.find((one) => one.id === id) ?? expect.fail(id);

describe('how long a planned stop may last', () => {
  // Clarke and Johnston 1999, coefficients from memory; the same formula worked out apart from this code
  test.each([
    [10, 84.128832],
    [20, 154.02718],
    [25, 205.26579],
    [28, 242.75054],
  ])('resting fish of 50 g at %d °C use %d mg/kg·h (value from memory)', (temperatureC, use) =>
    expect(restingUseMgKgH(temperatureC)).toBeCloseTo(use, 4),
  );
  // common practice, no published source: light, usual and heavy stocking at 1,000, 300 and 100 L/kg
  test.each([
    ['cold-marine', 190, 95, 35],
    ['reef', 30, 20, 10],
    ['fish-only', 70, 30, 10],
    ['planted', 75, 45, 20],
    ['community', 170, 65, 20],
    ['large-fresh', 195, 80, 30],
    ['quarantine', 75, 20, 5],
  ] as const)('%s: %d, %d and %d minutes without movement', (id, light, usual, heavy) =>
    expect(
      [1000, 300, 100].map((litresPerKg) => minutesWithoutMovement(waterOf(id), { litresPerKg })),
    ).toEqual([light, usual, heavy]),
  );
  test('colder water lasts longer, more fish shorter, an unbroken surface with flow twice as long', () => {
    const reef = waterOf('reef');
    const at = (temperatureC: number, litresPerKg: number) =>
      minutesWithoutMovement(reef, { temperatureC, litresPerKg });
    expect(at(22, 300)).toBeGreaterThan(at(28, 300));
    expect(at(26, 300)).toBeGreaterThan(at(26, 60));
    expect(minutesWithoutAir(20)).toBe(40);
    expect(minutesWithoutAir(200)).toBe(240);
  });
  test('water that loses less than comes through its surface may stand for hours', () =>
    expect(minutesWithoutMovement({ ...waterOf('community'), depthM: 0.1 }, { litresPerKg: 1000 })).toBe(
      240,
    ));
});

describe('how long without heat', () => {
  test('200 L in 2.2 m² of faces: 14.8 hours, 1 °C of 5 in 3.3 hours (house model)', () => {
    expect(coolingHours(200, 2.2)).toBeCloseTo(14.805195, 5);
    expect(minutesWithoutHeat({ litres: 200, temperatureC: 25, roomC: 20, surfaceM2: 2.2 })).toBe(195);
    // 14.805 h × ln(5/4) = 3.304 h = 198 min, in steps of five
    expect(14.805195 * Math.log(5 / 4) * 60).toBeCloseTo(198.2, 1);
  });
  test('30 L in 0.59 m²: 1.8 hours a degree at 5 °C over the room', () =>
    expect(minutesWithoutHeat({ litres: 30, temperatureC: 25, roomC: 20, surfaceM2: 0.59 })).toBe(110));
  test('cold water warms alike; as warm as its room it never shifts', () => {
    expect(minutesWithoutHeat({ litres: 200, temperatureC: 15, roomC: 20 })).toBe(
      minutesWithoutHeat({ litres: 200, temperatureC: 25, roomC: 20 }),
    );
    expect(minutesWithoutHeat({ litres: 200, temperatureC: 20.5, roomC: 20 })).toBeNull();
  });
});
