import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { minutesLearned } from './minutesLearned.ts';

describe('minutes learned', () => {
  test('none measured: the estimate; measured ones move it, by hand', () => {
    expect(minutesLearned(20, [])).toBe(20);
    // (2 × 20 + 30 + 40) ÷ 4 = 27.5
    expect(minutesLearned(20, [30, 40])).toBe(28);
    // a visit of a whole afternoon counts as four estimates: (2 × 10 + 40) ÷ 3
    expect(minutesLearned(10, [300])).toBe(20);
    // not measured is not nought
    expect(minutesLearned(20, [0])).toBe(20);
  });
  test('what is measured again and again is what it says', () => {
    const many = Array.from({ length: 40 }, () => 60);
    // (2 × 20 + 8 × 60) ÷ 10 = 52
    expect(minutesLearned(20, many)).toBe(52);
  });
  test('it lies between the smallest and the largest of estimate and measured', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 240 }),
        fc.array(fc.integer({ min: 1, max: 500 })),
        (one, all) => {
          const learned = minutesLearned(one, all);
          expect(learned).toBeGreaterThanOrEqual(Math.min(one, ...all));
          expect(learned).toBeLessThanOrEqual(Math.max(one, ...all));
        },
      ),
    );
  });
});
