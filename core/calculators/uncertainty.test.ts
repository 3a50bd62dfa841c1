import { describe, expect, test } from 'vitest';
import { calculatorOf } from './registry.ts';
import { uncertaintyOf } from './uncertainty.ts';

const of = (id: string) => calculatorOf(id) ?? expect.fail(id);

describe('uncertainty of a result', () => {
  test('two tests: √2 times the kit’s error over the days between', () => {
    const values = { first: 8.4, second: 7.9, days: 4, dosed: 0, volume: 500 };
    const { use } = uncertaintyOf(of('demand-from-two-tests'), values, { first: 0.3, second: 0.3 });
    expect(use).toBeCloseTo((Math.SQRT2 * 0.3) / 4, 12);
  });
  test('a product: relative errors add by their squares', () => {
    const values = { volume: 500, rate: 1 };
    const { pellets } = uncertaintyOf(of('pellets-volume'), values, { volume: 25, rate: 0.1 });
    expect((pellets ?? 0) / 500).toBeCloseTo(Math.hypot(25 / 500, 0.1), 12);
  });
  test('at the edge of its limits one side counts; without an error there is none', () => {
    const values = { C0: 60, source: 0, target: 20, volume: 500 };
    expect(uncertaintyOf(of('change-to-target'), values, { source: 1 }).litres).toBeGreaterThan(0);
    expect(uncertaintyOf(of('change-to-target'), values, {})).toEqual({});
  });
});
