import { describe, expect, test } from 'vitest';
import { MS_PER_DAY } from '../time/day.ts';
import { recentPerDay, riseOf, totalBetween, unrolled, type Counter } from './counter.ts';

const at = (day: number) => day * MS_PER_DAY;
const meter = (...readings: [day: number, value: number][]): Counter => ({
  measure: 'litres-through',
  readings: readings.map(([day, value]) => ({ at: at(day), value })),
});
const feed = (...readings: [day: number, value: number][]): Counter => ({
  ...meter(...readings),
  measure: 'feed',
});

describe('a meter', () => {
  const steady = meter([0, 100], [10, 200], [20, 400]);
  test.each([
    [0, 10, 100],
    [5, 15, 50 + 100],
    [-5, 10, 50 + 100],
    [10, 25, 200 + 100],
  ])('from day %d to %d: %d', (from, to, total) =>
    expect(totalBetween(steady, at(from), at(to))).toBeCloseTo(total, 9),
  );
  test('far outside its readings it is silent, and so is one reading', () => {
    expect(totalBetween(steady, at(-60), at(10))).toBeNull();
    expect(totalBetween(steady, at(0), at(60))).toBeNull();
    expect(totalBetween(meter([0, 5]), at(0), at(3))).toBeNull();
  });
  test('set back or replaced it counts on', () =>
    expect(totalBetween(meter([0, 900], [10, 1000], [11, 0], [21, 100]), at(0), at(21))).toBeCloseTo(200, 9));
  test('run over at the end of its digits it goes on: 9,988 → 12 is 24', () => {
    expect(riseOf(9988, 12)).toBe(24);
    expect(riseOf(9988, 5000)).toBe(0);
    expect(riseOf(40, 3)).toBe(0);
    const values = [9940, 9988, 36, 60].map((value) => ({ value }));
    expect(unrolled(values).map((one) => one.value)).toEqual([9940, 9988, 10036, 10060]);
    expect(unrolled([{ value: 500 }, { value: 10 }]).map((one) => one.value)).toEqual([500, 10]);
  });
  test('lately: the last weeks, not the year before', () => {
    expect(recentPerDay(meter([0, 0], [300, 300], [330, 600]), at(335))).toBeCloseTo(10, 9);
    expect(recentPerDay(meter([0, 0]), at(5))).toBeNull();
  });
});

describe('a standing rate', () => {
  const changed = feed([0, 10], [20, 30]);
  test('holds from its day until the next', () => {
    expect(totalBetween(changed, at(0), at(30))).toBeCloseTo(200 + 300, 9);
    expect(totalBetween(changed, at(15), at(25))).toBeCloseTo(50 + 150, 9);
    expect(recentPerDay(changed, at(25))).toBe(30);
    expect(recentPerDay(changed, at(19))).toBe(10);
  });
  test('nobody said anything of the time before it', () =>
    expect(totalBetween(changed, at(-1), at(5))).toBeNull());
});
