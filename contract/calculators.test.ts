import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { calculatorOf } from '../core/calculators/registry.ts';
import { uses } from '../core/calculators/uses.ts';
import { calculatorDoc } from './calculatorDoc.ts';
import { answerCaseList, calculate, listCalculators } from './calculators.ts';

const of = (id: string) => calculatorOf(id) ?? expect.fail(id);

test('docs/calculators.md is what the registry says (npm run docs writes it)', () =>
  expect(readFileSync(join(import.meta.dirname, '../docs/calculators.md'), 'utf8')).toBe(calculatorDoc()));

test('the list names inputs, outputs, limits, source and an example for each', () => {
  const list = listCalculators();
  expect(list.length).toBeGreaterThanOrEqual(60);
  for (const one of list) {
    expect(Object.keys(one.outputs).length, one.id).toBeGreaterThan(0);
    expect(one.source, one.id).not.toBe('');
    expect(Object.keys(one.example.outputs).length, one.id).toBeGreaterThan(0);
    for (const [name, input] of Object.entries(one.inputs))
      if (input.kind === 'number') expect(one.limits[name], `${one.id} ${name}`).toBeDefined();
  }
});

describe('one calculator run', () => {
  test('on plain values, on values with units, with an error', () => {
    const plain = calculate(of('change-to-target'), { C0: 60, target: 20, volume: 500 });
    expect(plain.litres?.value).toBeCloseTo(333.333333, 5);
    expect(plain.litres?.unit).toBe('L');
    const sure = calculate(of('change-to-target'), {
      C0: { value: 60, unit: 'mg/L', error: 3 },
      target: 20,
      volume: { value: 500 },
    });
    expect(sure.litres?.error).toBeCloseTo((500 * 20 * 3) / 60 ** 2, 1);
    expect(plain.litres).not.toHaveProperty('error');
  });
  test.each([
    [{ C0: 60, target: 20, volume: 500, colour: 3 }, '“colour” is no input of change-to-target'],
    [{ C0: { value: 60, unit: 'g' }, target: 20, volume: 500 }, 'Now: “g” is not its unit, mg/L is.'],
    [[1], 'An object of inputs by name is needed.'],
  ])('%j: %s', (given, message) => expect(() => calculate(of('change-to-target'), given)).toThrow(message));
});

test('cases: answered by topic and inputs, one that cannot be read says why', () => {
  const answers = answerCaseList([
    {
      id: 'a',
      topic: 'turnover and residence',
      inputs: { flow: { value: 4500, unit: 'L/h' }, volume: { value: 900, unit: 'L' } },
    },
    { id: 'b', topic: 'the weather', inputs: {} },
    { topic: 'turnover and residence' },
    {
      id: 'd',
      topic: 'turnover and residence',
      inputs: { flow: { value: -1, unit: 'L/h' }, volume: { value: 900, unit: 'L' } },
    },
  ]);
  expect(answers[0]).toMatchObject({ id: 'a', outputs: { turnover: { value: 5, unit: '1/h' } } });
  expect(answers[1]).toEqual({ id: 'b', notApplicable: 'no calculator for “the weather”' });
  expect(answers[2]).toMatchObject({ id: null });
  expect(answers[3]).toMatchObject({ id: 'd', notApplicable: expect.stringContaining('Flow') as string });
});

test('a hand-over goes from a result that exists to an input that exists', () => {
  for (const { from, to } of uses) {
    expect(of(from[0]).outputs[from[1]], from.join()).toBeDefined();
    expect(of(to[0]).inputs[to[1]], to.join()).toBeDefined();
  }
});
