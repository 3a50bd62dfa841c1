import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { blockHeights } from './piles.ts';

const sumOf = (all: readonly number[]): number => all.reduce((sum, one) => sum + one, 0);

describe('a pile of jobs', () => {
  const minutes = fc.array(fc.integer({ min: 1, max: 300 }), { minLength: 1, maxLength: 40 });
  test('is as tall as its minutes, however many small jobs it holds', () => {
    fc.assert(
      fc.property(minutes, fc.double({ min: 0.05, max: 3, noNaN: true }), (all, scale) => {
        const heights = blockHeights(all, scale, 1.5);
        expect(heights).toHaveLength(all.length);
        expect(sumOf(heights)).toBeCloseTo(sumOf(all) * scale, 6);
      }),
    );
  });
  test('a job of a minute is seen, and no longer job stands lower than a shorter one', () => {
    fc.assert(
      fc.property(minutes, (all) => {
        const heights = blockHeights(all, 1, 1.5);
        const order = [...all.entries()].sort(([, a], [, b]) => a - b).map(([i]) => heights[i] ?? 0);
        expect(order).toEqual([...order].sort((a, b) => a - b));
        if (sumOf(all) > 1.5 * all.length) expect(Math.min(...heights)).toBeGreaterThanOrEqual(1.5 - 1e-9);
      }),
    );
  });
  test('where nothing is thin every job stands by its minutes', () => {
    expect(blockHeights([10, 20, 30], 0.5, 1.5)).toEqual([5, 10, 15]);
    expect(blockHeights([], 0.5, 1.5)).toEqual([]);
  });
});
