import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isRefusal } from '../errors.ts';
import { GRAVITY } from '../chemistry/constants.ts';
import { runCalculator } from './define.ts';
import { calculatorOf } from './registry.ts';
import { changeMarks } from '../formulas/vessels.ts';
import { workOut } from '../formulas/workOut.ts';

const run = (id: string, values: Record<string, unknown>) =>
  runCalculator(calculatorOf(id) ?? expect.fail(id), values) as Record<string, number>;

describe('draining by a hose', () => {
  test('without friction it is Torricelli’s orifice: 2A(√h₁ − √h₂)/(Cd a √2g)', () => {
    // losses of 1/Cd² velocity heads are an orifice of that coefficient; the hose itself is a hand long and smooth
    const Cd = 0.61;
    const hose = {
      surface: 0.9,
      litres: 360,
      head: 0.6,
      bore: 25,
      length: 0.05,
      losses: 1 / Cd ** 2,
      roughness: 0,
    };
    const orifice = run('drain-time', { A: 0.9, hole: 25, Cd, h1: 0.6, h2: 0.2 });
    const ratio = ((run('hose-drain', hose).minutes ?? 0) * 60) / (orifice.t ?? 1);
    // the little friction that is left makes it slower, by no more than a hundredth
    expect(ratio).toBeGreaterThan(1);
    expect(ratio).toBeLessThan(1.012);
  });

  test('friction as Blasius has it for smooth pipes: 0.3164/Re^0.25 (Blasius 1913), within 3 %', () => {
    const [D, L, h, nu, K] = [0.019, 4, 0.8, 1.0034e-6, 1.5];
    let v = 1;
    for (let k = 0; k < 60; k++)
      v = Math.sqrt((2 * GRAVITY * h) / (K + (0.3164 / ((v * D) / nu) ** 0.25) * (L / D)));
    const lph = v * (Math.PI / 4) * D ** 2 * 3.6e6;
    // a pond: the level does not fall
    const { first, last } = run('hose-drain', {
      surface: 1e4,
      litres: 10,
      head: h,
      bore: 19,
      length: L,
      roughness: 0,
    });
    expect(Math.abs((first ?? 0) / lph - 1)).toBeLessThan(0.03);
    expect(last).toBeCloseTo(first ?? 0, 1);
  });

  test('the time is the plain sum of a thousand thin layers', () => {
    const asked = { surface: 1.32, head: 0.8, bore: 19, length: 4 };
    const layers = 1000;
    let minutes = 0;
    for (let k = 0; k < layers; k++) {
      const head = asked.head - ((k + 0.5) * 0.4) / layers;
      minutes +=
        (((asked.surface * 0.4 * 1000) / layers) * 60) /
        (run('hose-drain', { ...asked, litres: 0.01, head }).first ?? 1);
    }
    expect(run('hose-drain', { ...asked, litres: 0.4 * 1320 }).minutes).toBeCloseTo(minutes, 2);
  });

  test('longer is slower, wider and steeper are faster; what falls is litres over surface', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 3, noNaN: true }),
        fc.double({ min: 8, max: 60, noNaN: true }),
        fc.double({ min: 0.5, max: 15, noNaN: true }),
        fc.double({ min: 5, max: 150, noNaN: true }),
        (surface, bore, length, litres) => {
          const head = litres / 1000 / surface + 0.3;
          const minutes = (more: object) =>
            run('hose-drain', { surface, bore, length, litres, head, ...more }).minutes ?? 0;
          const plain = minutes({});
          expect(minutes({ length: length * 2 })).toBeGreaterThan(plain);
          expect(minutes({ bore: bore * 1.5 })).toBeLessThan(plain);
          expect(minutes({ head: head + 0.5 })).toBeLessThan(plain);
          expect(run('hose-drain', { surface, bore, length, litres, head }).fall).toBeCloseTo(
            litres / 1000 / surface,
            9,
          );
        },
      ),
      { numRuns: 40, seed: 7 },
    ));

  test('a hose that ends above the drained level is refused by name', () => {
    try {
      run('hose-drain', { surface: 1, litres: 500, head: 0.4, bore: 19, length: 4 });
      expect.fail('not refused');
    } catch (error) {
      expect(isRefusal(error, 'out-of-range') && error.facts).toMatchObject({ from: 0.5, unit: 'm' });
    }
  });
});

describe('pumping back', () => {
  test('through a very wide hose the pump runs where its curve meets the lift: Q₀ √(1 − lift/H₀)', () => {
    const { flow, minutes } = run('hose-pump', {
      litres: 100,
      shutOff: 2.5,
      most: 3000,
      lift: 1.2,
      bore: 300,
      length: 1,
      losses: 0.5,
    });
    expect(flow).toBeCloseTo(3000 * Math.sqrt(1 - 1.2 / 2.5), 0);
    expect(minutes).toBeCloseTo((100 / (flow ?? 1)) * 60, 6);
  });
  test('a lift beyond the pump is refused', () =>
    expect(() =>
      run('hose-pump', { litres: 100, shutOff: 1, most: 3000, lift: 1.2, bore: 19, length: 4 }),
    ).toThrow());
});

describe('by hand', () => {
  test.each([
    // 1.32 m² hold 13.2 L a centimetre; 5, 10 and 20 % of 553 L
    [
      'change-marks',
      { surface: 1.32, free: 100, volume: 553 },
      { per_cm: 13.2, mark5: 2.0947, mark10: 4.1894, mark20: 8.3788 },
    ],
    // half the water in steps of at most 30 %: twice 29.29 %, and what is left is a half
    [
      'change-in-stages',
      { volume: 500, wanted: 50, most: 30 },
      { stages: 2, share_each: 29.2893, litres_each: 146.4466, litres: 292.8932 },
    ],
    [
      'change-in-stages',
      { volume: 500, wanted: 20, most: 30 },
      { stages: 1, share_each: 20, litres_each: 100, litres: 100 },
    ],
    // 2,880 L a day through 11,000 L: e^(−0.2618) of the old water stays
    [
      'flow-through-day',
      { flow: 120, volume: 11_000, hours: 24 },
      { exchange: 0.261818, replaced: 23.0349, days_to_90: 8.794633 },
    ],
    // 1 kg of feed at 40 % protein: 36.8 g of nitrogen (Timmons and Ebeling), times 62.004/14.007
    [
      'nutrients-from-feed',
      { feed: 1000, protein: 0.4, phosphorus: 0.01, dissolved: 60 },
      { NO3: 162_902, PO4: 18_397 },
    ],
    // 1.25 L × 0.55 eq/L × 50.0434 g = 34.405 g; 1,400 L × 12 mg/L = 16.8 g; the rest at 15 mg/L and 12 L a day
    [
      'resin-left',
      { resin: 1.25, capacity: 0.55, passed: 1400, TDS_passed: 12, TDS: 15, use: 12 },
      { used: 48.83, left: 17.605, litres: 1173.66, days: 97.805 },
    ],
    // 9/6000 + 22/2600 for 100 L, and four litres of mains at 4 a cubic metre for each
    [
      'make-up-cost',
      {
        stages: [
          [9, 6000],
          [22, 2600],
        ],
        water: 4,
        waste: 3,
      },
      { stages_cost: 0.99615, water_cost: 1.6, cost: 2.59615 },
    ],
  ] as const)('%s %o', (id, values, expected) => {
    const answer = run(id, values);
    for (const [name, value] of Object.entries(expected))
      expect(Math.abs((answer[name] ?? Number.NaN) / value - 1), name).toBeLessThan(2e-4);
  });
});

test('a figure keeps the formula and the inputs it came from; what lies outside its range is refused by name', () => {
  const made = workOut(changeMarks, { surface: 1, volume: 100 });
  expect(made).toMatchObject({ calculatorId: 'change-marks', inputs: { surface: 1, volume: 100 } });
  expect(made.outputs.mark10).toBe(1);
  expect(() => workOut(changeMarks, { surface: -1, volume: 100 })).toThrow();
  expect(() => workOut(changeMarks, { volume: 100 })).toThrow();
});
