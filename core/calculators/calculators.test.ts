import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isRefusal } from '../errors.ts';
import { refusalWord } from '../explain/refusalWord.ts';
import { allCases, type ReferenceCase } from '../reference/cases.ts';
import { answerQuestion } from './answerCase.ts';
import { runCalculator, type Calculator } from './define.ts';
import type { Input } from '../formulas/define.ts';
import { notYet } from './notYet.ts';
import { calculatorOf, calculators } from './registry.ts';

const of = (id: string): Calculator => calculatorOf(id) ?? expect.fail(id);
const run = (id: string, values: Record<string, unknown>) =>
  runCalculator(of(id), values) as Record<string, number>;
const exampleInputs = (entry: Calculator): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(entry.inputs).flatMap(([name, input]) =>
      input.example === null ? [] : [[name, input.example]],
    ),
  );

/** Within the case's own tolerance, lists place by place. */
function agrees(got: unknown, expected: unknown, tolerance: { abs?: number; rel?: number }): boolean {
  if (Array.isArray(expected))
    return (
      Array.isArray(got) &&
      got.length === expected.length &&
      expected.every((one, i) => agrees((got as unknown[])[i], one, tolerance))
    );
  if (typeof expected !== 'number') return got === expected;
  if (typeof got !== 'number') return false;
  return Math.abs(got - expected) <= (tolerance.abs ?? 0) + (tolerance.rel ?? 0) * Math.abs(expected) + 1e-15;
}
const toleranceOf = (one: ReferenceCase, name: string) => {
  const own = one.tolerance[name];
  return (typeof own === 'object' && own ? own : one.tolerance) as { abs?: number; rel?: number };
};

describe('published cases (each names its source in core/reference/cases.json)', () => {
  test('all of them are here', () => expect(allCases).toHaveLength(439));
  test.each(allCases.filter((one) => !(one.topic in notYet)).map((one) => [one.name, one] as const))(
    '%s',
    (_, one) => {
      const answer = answerQuestion(calculators, one);
      if ('notApplicable' in answer) expect.fail(answer.notApplicable);
      for (const [name, { value }] of Object.entries(one.outputs))
        expect
          .soft(
            agrees(answer.outputs[name]?.value, value, toleranceOf(one, name)),
            `${name}: ${JSON.stringify(answer.outputs[name]?.value)} for ${JSON.stringify(value)}`,
          )
          .toBe(true);
    },
  );
  test('what is not answered yet says why, and is nearly nothing', () => {
    const open = allCases.filter((one) => one.topic in notYet);
    expect(open.length).toBeLessThanOrEqual(6);
    for (const one of open)
      expect(answerQuestion(calculators, one)).toEqual({ notApplicable: notYet[one.topic] });
  });
  test('an id or an output decides between calculators that take the same', () => {
    const inputs = { value: { value: 1, unit: 'mg/L N' } };
    const answer = (more: object) =>
      answerQuestion(calculators, { topic: 'nutrient units', inputs, ...more });
    expect(answer({ id: 'nutrient-NO2-N' })).toMatchObject({ outputs: { value: { unit: 'mg/L NO2' } } });
    expect(answer({ outputs: { value: { unit: 'mg/L NH4' } } })).toMatchObject({
      outputs: { value: { unit: 'mg/L NH4' } },
    });
  });
});

describe.each(calculators.map((entry) => [entry.id, entry] as const))('%s', (_, entry) => {
  test('is complete and answers its example', () => {
    expect(entry.title).toMatch(/^\S.*\S$/);
    expect(entry.source.length).toBeGreaterThan(3);
    expect(entry.formula.length).toBeGreaterThanOrEqual(3);
    const outputs = runCalculator(entry, exampleInputs(entry));
    expect(Object.keys(outputs).length).toBeGreaterThan(0);
    for (const [name, value] of Object.entries(outputs)) {
      expect(entry.outputs[name], name).toBeDefined();
      if (typeof value === 'number') expect(Number.isFinite(value), name).toBe(true);
    }
    expect(Object.values(outputs).some((value) => value !== null)).toBe(true);
  });
  const numbers = Object.entries(entry.inputs).filter(
    (pair): pair is [string, Extract<Input, { kind: 'number' | 'optional' }>] =>
      pair[1].kind === 'number' || pair[1].kind === 'optional',
  );
  if (numbers.length === 0) return;
  test('refuses on both sides of each limit, naming the field and its range', () => {
    for (const [name, input] of numbers) {
      const span = Math.max(1e-9, (input.to - input.from) * 1e-6);
      for (const value of [input.from - span, input.to + span, Number.NaN, 'much']) {
        if (typeof value === 'number' && (value === input.from || value === input.to)) continue;
        try {
          runCalculator(entry, { ...exampleInputs(entry), [name]: value });
          expect.fail(`${name} = ${value} was taken`);
        } catch (error) {
          if (!isRefusal(error, 'out-of-range')) throw error;
          expect(error.facts.what).toBe(input.label);
          expect(refusalWord(error)).toContain(input.label.slice(1));
        }
      }
    }
  });
});

test('ids are one of a kind, and at least sixty', () => {
  expect(calculators.length).toBeGreaterThanOrEqual(60);
  expect(new Set(calculators.map((entry) => entry.id)).size).toBe(calculators.length);
});

const salinity = fc.double({ min: 0, max: 42, noNaN: true });
const litres = fc.double({ min: 1, max: 1e5, noNaN: true });
const warmth = fc.double({ min: 0, max: 39, noNaN: true });

describe('mass is conserved', () => {
  test('mixing two waters keeps the salt', () => {
    fc.assert(
      fc.property(litres, salinity, litres, salinity, warmth, (V1, S1, V2, S2, t) => {
        const { S } = run('mix-two', { V1, S1, V2, S2, t });
        const rho = (s: number) => run('density', { S: s, t68: t }).rho ?? 0;
        const [m1, m2] = [V1 * rho(S1), V2 * rho(S2)];
        expect(Math.abs((S ?? 0) * (m1 + m2) - (m1 * S1 + m2 * S2))).toBeLessThan(
          1e-9 * (m1 * S1 + m2 * S2 + 1),
        );
      }),
      { seed: 1, numRuns: 60 },
    );
  });
  test('a series of changes is its changes one by one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 500, noNaN: true }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: 0, max: 12 }),
        (C0, source, fraction, n) => {
          let C = C0;
          for (let k = 0; k < n; k++) C = (1 - fraction) * C + fraction * source;
          expect(run('change-series', { C0, source, fraction, n }).C).toBeCloseTo(C, 8);
        },
      ),
      { seed: 2, numRuns: 60 },
    );
  });
  test('what an exchange takes out and puts in makes the wanted salinity', () => {
    fc.assert(
      fc.property(
        litres,
        fc.double({ min: 30, max: 41, noNaN: true }),
        fc.double({ min: 0.01, max: 0.9, noNaN: true }),
        warmth,
        (volume, S, share, t) => {
          const target = S * (1 - 0.2 * share);
          const exchange = run('salinity-by-exchange', { volume, S, target, makeup: 0, t }).exchange ?? 0;
          const left = volume - exchange;
          expect(run('mix-two', { V1: left, S1: S, V2: exchange, S2: 0, t }).S).toBeCloseTo(target, 8);
        },
      ),
      { seed: 3, numRuns: 60 },
    );
  });
  test('regular changes end where production and change balance', () => {
    const v = { production: 4, fraction: 0.15, source: 1, C0: 30 };
    const far = run('change-against-production', { ...v, n: 400 });
    expect(far.after_n).toBeCloseTo(far.limit_after ?? 0, 6);
    expect(((far.limit_before ?? 0) - 1) * 0.15).toBeCloseTo(4, 9);
  });
});

describe('there and back', () => {
  test('conductivity and salinity', () => {
    fc.assert(
      fc.property(fc.double({ min: 2.01, max: 41.9, noNaN: true }), warmth, (SP, t90) => {
        const { C } = run('conductivity-from-salinity', { SP, t90 });
        expect(Math.abs((run('salinity-from-conductivity', { C, t90 }).SP ?? 0) - SP)).toBeLessThan(1e-9);
      }),
      { seed: 4, numRuns: 60 },
    );
  });
  test('specific gravity and salinity, by each convention', () => {
    for (const S of [5, 20, 35, 41]) {
      const gravity = run('gravity-from-salinity', { S });
      for (const [one, other] of [
        ['sg_25_25', 'S_if_25_25'],
        ['sg_20_20', 'S_if_20_20'],
        ['sg_60F_60F', 'S_if_60F_60F'],
        ['d_25_4', 'S_if_d25_4'],
      ] as const) {
        const sg = gravity[one] ?? 0;
        if (sg >= 1 && sg <= 1.0318) expect(run('salinity-from-gravity', { sg })[other]).toBeCloseTo(S, 8);
      }
    }
  });
  test('alkalinity by each unit', () => {
    for (const meq of [0.5, 2.5, 11]) {
      const shown = run('alkalinity-meq', { alk: meq });
      expect(Math.abs((run('alkalinity-dkh', { alk: shown.dKH }).meq ?? 0) - meq)).toBeLessThan(1e-9);
      expect(Math.abs((run('alkalinity-caco3', { alk: shown.CaCO3 }).meq ?? 0) - meq)).toBeLessThan(1e-9);
    }
  });
  test('pH and inorganic carbon', () => {
    for (const pH of [7.6, 8.1, 8.4]) {
      const { DIC } = run('carbonate-system', { S: 35, t: 25, pH, TA: 2600 });
      expect(run('ph-from-carbon', { S: 35, t: 25, TA: 2600, DIC }).pH).toBeCloseTo(pH, 8);
    }
  });
});

describe('monotone where physics is', () => {
  const rises = (values: number[]) => {
    for (let k = 1; k < values.length; k++) expect(values[k]).toBeGreaterThan(values[k - 1] ?? 0);
  };
  const steps = [1, 2, 3, 4, 5];
  test.each<[string, (k: number) => number | undefined]>([
    ['density with salinity', (k) => run('density', { S: 8 * k, t68: 20 }).rho],
    ['oxygen falls with warmth', (k) => -(run('oxygen-saturation', { S: 35, t: 6 * k }).DO ?? 0)],
    ['oxygen falls with salt', (k) => -(run('oxygen-saturation', { S: 8 * k, t: 20 }).DO ?? 0)],
    ['ammonia’s share with pH', (k) => run('ammonia-fresh', { pH: 6 + k / 2, t: 20 }).fraction],
    [
      'UV dose falls with flow',
      (k) => -(run('uv-dose', { ...exampleInputs(of('uv-dose')), flow: 500 * k }).dose ?? 0),
    ],
    [
      'UV dose with clearer water',
      (k) => run('uv-dose', { ...exampleInputs(of('uv-dose')), UVT: 60 + 7 * k }).dose,
    ],
    ['headloss with rate', (k) => run('bed-headloss', { ...exampleInputs(of('bed-headloss')), v: 8 * k }).dP],
    [
      'friction with flow',
      (k) => run('pipe-friction', { ...exampleInputs(of('pipe-friction')), Q: 3 * k }).h_total,
    ],
    [
      'a pump’s flow falls with lift',
      (k) => -(run('pump-on-system', { H0: 6, a: 0.1, H_static: k, k: 0.15 }).Q ?? 0),
    ],
    ['membrane output with warmth', (k) => run('ro-temperature', { t: 7 * k }).TCF],
    [
      'evaporation with dry air',
      (k) => run('evaporation', { ...exampleInputs(of('evaporation')), RH: 100 - 15 * k }).full,
    ],
  ])('%s', (_, f) => rises(steps.map((k) => f(k) ?? Number.NaN)));
});

test('a dose of nothing is nothing, a target that cannot be reached is refused', () => {
  expect(run('alkalinity-to-target', { volume: 500, now: 8, target: 8 }).NaHCO3).toBe(0);
  for (const values of [
    { C0: 60, source: 25, target: 20, volume: 500 },
    { C0: 60, source: 0, target: 70, volume: 500 },
  ])
    expect(() => run('change-to-target', values)).toThrow(/out-of-range/);
});
