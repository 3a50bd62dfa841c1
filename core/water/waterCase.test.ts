import { describe, expect, test } from 'vitest';
import type { TestPoint, TestSeries } from './testSeries.ts';
import { latestCase, type Doing } from './waterCase.ts';

// A kit that repeats within 0.01 mg/L, a band of 0.03 to 0.10: common practice, no published source.
const series = (...values: readonly (readonly [days: number, value: number])[]): TestSeries => ({
  parameter: 'phosphate',
  band: { lo: 0.03, hi: 0.1 },
  warnAtZero: false,
  method: { lowest: 0.02, repeatability: 0.01, step: 0 },
  points: values.map(([days, value]): TestPoint => ({
    days,
    value,
    below: false,
    timing: 'before',
    doubt: null,
  })),
  resets: [],
});
const charge: Doing = { what: 'Phosphate media, replace the charge', days: -14, minutes: 20 };

describe('whether what was done helped', () => {
  test('back inside: closed, before against after, by hand', () => {
    const found = latestCase(series([-28, 0.08], [-21, 0.14], [-15, 0.16], [-7, 0.08], [-1, 0.06]), [charge]);
    expect(found).toMatchObject({ side: 'above', openedDays: -21, closedDays: -7, outcome: 'worked' });
    // two tests before, 0.14 and 0.16; two since it came back, 0.08 and 0.06; 0.01 ÷ √2 each
    expect(found?.before).toMatchObject({ value: expect.closeTo(0.15, 9) as unknown, tests: 2 });
    expect(found?.after).toMatchObject({ value: expect.closeTo(0.07, 9) as unknown, tests: 2 });
    expect(found?.after?.error).toBeCloseTo(0.01 / Math.SQRT2, 12);
    expect(found?.doings).toEqual([charge]);
  });
  test('lower, not inside yet: it helps', () =>
    expect(latestCase(series([-21, 0.2], [-15, 0.2], [-7, 0.14], [-1, 0.13]), [charge])?.outcome).toBe(
      'helps',
    ));
  test('within the error of both: no clear change', () =>
    expect(latestCase(series([-15, 0.14], [-7, 0.13]), [charge])?.outcome).toBe('no-clear-change'));
  test('it goes on rising: worse', () =>
    expect(latestCase(series([-15, 0.14], [-7, 0.2], [-1, 0.22]), [charge])?.outcome).toBe('worse'));
  test('changed every week: the latest tests against the first, not against the last change', () => {
    const weekly = [-21, -14, -7, 0].map((days): Doing => ({ what: 'Water change', days, minutes: 20 }));
    const found = latestCase(series([-21.1, 0.3], [-14.1, 0.24], [-7.1, 0.2], [-0.1, 0.16]), weekly);
    expect(found).toMatchObject({ outcome: 'helps', before: { tests: 1 }, after: { tests: 3 } });
  });
  test('a case of a year is told by its last twelve weeks', () => {
    const year = Array.from({ length: 26 }, (_, i): readonly [number, number] => [
      -364 + 14 * i,
      i < 20 ? 0.2 : 0.3 - 0.03 * (i - 20),
    ]);
    const fortnightly = year.map(([days]): Doing => ({
      what: 'Water change',
      days: days + 0.1,
      minutes: 20,
    }));
    const found = latestCase(series(...year), fortnightly);
    expect(found?.openedDays).toBe(-364);
    expect(found?.doings).toHaveLength(7);
    expect(found?.outcome).toBe('helps');
  });
  test('what ended it last time is remembered, the other side is another story', () => {
    const then: Doing = { ...charge, days: -80 };
    const again = series([-84, 0.15], [-70, 0.08], [-40, 0.07], [-15, 0.14]);
    expect(latestCase(again, [then])).toMatchObject({
      outcome: 'nothing-done',
      lastTime: { closedDays: -70, doings: [then] },
    });
    // it was too low then
    expect(latestCase(series([-84, 0.005], [-70, 0.08], [-15, 0.14]), [then])?.lastTime).toBeNull();
    // it came back by itself
    expect(latestCase(again, [])?.lastTime).toBeNull();
    // nothing between them: the one before counts
    const twice = series([-200, 0.15], [-190, 0.08], [-84, 0.15], [-70, 0.08], [-15, 0.14]);
    expect(latestCase(twice, [{ ...then, days: -195 }])?.lastTime).toMatchObject({ closedDays: -190 });
  });
  test('no test since: too early', () =>
    expect(latestCase(series([-15, 0.14]), [charge])).toMatchObject({ after: null, outcome: 'too-early' }));
  test('nothing done: it says so', () =>
    expect(latestCase(series([-15, 0.14], [-7, 0.15]), [])?.outcome).toBe('nothing-done'));
  test('it never left its band: no case; what was done before it left is no part of it', () => {
    expect(latestCase(series([-15, 0.06], [-7, 0.07]), [charge])).toBeNull();
    expect(latestCase(series([-7, 0.14]), [charge])?.doings).toEqual([]);
  });
  test('a test after a change thins and is not judged', () => {
    const thinned = series([-15, 0.14], [-1, 0.15]);
    const points = [
      ...thinned.points,
      { days: -0.9, value: 0.08, below: false, timing: 'after', doubt: null },
    ];
    expect(latestCase({ ...thinned, points: points as TestPoint[] }, [charge])?.closedDays).toBeNull();
  });
});
