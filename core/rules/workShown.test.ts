import { describe, expect, test } from 'vitest';
import { MS_PER_DAY } from '../time/day.ts';
import type { UnitReading } from './facts.ts';
import { worksShown } from './workShown.ts';

const NOW = Date.UTC(2026, 10, 25, 12);
const ago = (days: number) => NOW - days * MS_PER_DAY;
const flow = (days: number, value: number, timing: UnitReading['timing'] = null): UnitReading => ({
  measure: 'flow',
  at: ago(days),
  value,
  timing,
});

describe('a job on equipment, by what was read before and after it', () => {
  test('flow that comes back, in litres an hour; two readings of 30 L/h each are 42 L/h apart by chance', () => {
    const [one] = worksShown([flow(20, 1900), flow(9, 2650)], [ago(10)], 'flow');
    expect(one).toMatchObject({ before: 1900, after: 2650, outcome: 'better' });
    expect(one?.error).toBeCloseTo(42.43, 2);
  });
  test.each([
    [1900, 1960, 'no-clear-change'],
    [1900, 1984, 'better'],
    [1900, 1800, 'worse'],
  ] as const)('%d before and %d after: %s', (before, after, outcome) =>
    expect(worksShown([flow(20, before), flow(9, after)], [ago(10)], 'flow')[0]?.outcome).toBe(outcome),
  );
  test('a pressure drop is better when it falls', () => {
    const drop = (days: number, value: number): UnitReading => ({
      measure: 'pressure-drop',
      at: ago(days),
      value,
      timing: null,
    });
    expect(worksShown([drop(11, 60), drop(9, 25)], [ago(10)], 'pressure-drop')[0]?.outcome).toBe('better');
  });
  test('read with the job: before and after stand by their own word, in whatever order they were typed', () => {
    const at = 10;
    const read = [flow(at, 2650, 'after'), flow(at, 1900, 'before')];
    expect(worksShown(read, [ago(at)], 'flow')).toMatchObject([{ before: 1900, after: 2650 }]);
  });
  test('what was not read before, or only long after, or after the next job, says nothing', () => {
    expect(worksShown([flow(9, 2650)], [ago(10)], 'flow')).toEqual([]);
    expect(worksShown([flow(11, 1900), flow(70, 2600)], [ago(80), ago(10)], 'flow')).toEqual([]);
    expect(worksShown([flow(100, 1900), flow(60, 2600)], [ago(90), ago(65)], 'flow')).toEqual([]);
    expect(worksShown([flow(40, 1900), flow(9, 2600)], [ago(30)], 'flow')).toEqual([]);
  });
  test('each service has its own, so that last time is remembered', () => {
    const read = [flow(101, 2000), flow(99, 2700), flow(11, 1900), flow(9, 1910)];
    expect(worksShown(read, [ago(100), ago(10)], 'flow').map(({ outcome }) => outcome)).toEqual([
      'better',
      'no-clear-change',
    ]);
  });
});
