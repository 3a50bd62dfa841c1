import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { beginsAllowed, disturbs, outsideHours, type AllowedHours } from './allowedHours.ts';
import { job, off, ordered } from './testing/visit.ts';
import { timingOf } from './timing.ts';

const hour = (h: number): number => 60 * h;
const water = (from: number, to: number): AllowedHours => ({
  what: 'water',
  fromMin: hour(from),
  toMin: hour(to),
});
const visit = ordered(
  job('pump', { shuts: [off('pump', 'return-pump')], minutes: 60 }),
  job('change', { work: 'change water', minutes: 40 }),
);
const timing = timingOf(visit);

describe('hours of a place', () => {
  test('draining, refilling, washing a bed through are water; a ladder and a hose are in the way', () => {
    const of = (what: Parameters<typeof disturbs>[1]) =>
      visit.filter((step) => disturbs(step, what)).map((step) => step.phase);
    expect(of('water')).toEqual(['drain', 'refill']);
    expect(of('noise')).toEqual([]);
    const light = ordered(job('light', { kindId: 'light', unitId: 'light' }));
    expect(light.filter((step) => disturbs(step, 'obstruction')).map((step) => step.phase)).toEqual([
      'clean',
    ]);
    const sand = ordered(job('sand', { kindId: 'sand-filter' }));
    expect(sand.some((step) => disturbs(step, 'noise'))).toBe(true);
  });
  test('a change of 40 minutes that begins an hour into the visit, water until 10:00: begin before 8:20', () => {
    const drain = visit.find((step) => step.phase === 'drain') ?? expect.fail();
    const at = timing.begins.get(drain.id) ?? expect.fail();
    const begins = beginsAllowed(visit, timing, [water(6, 10)], hour(9));
    expect(begins?.toMin).toBe(Math.floor((hour(10) - at - 40) / 5) * 5);
    expect(outsideHours(visit, timing, [water(6, 10)], hour(9)).map((one) => one.what)).toEqual([
      'water',
      'water',
    ]);
    expect(outsideHours(visit, timing, [water(6, 10)], hour(8))).toEqual([]);
  });
  test('no hours said: any hour; hours too short for it: none', () => {
    expect(beginsAllowed(visit, timing, [], hour(9))).toEqual({ fromMin: 0, toMin: 1435 });
    const short: AllowedHours = { what: 'water', fromMin: hour(6), toMin: hour(6) + 15 };
    expect(beginsAllowed(visit, timing, [short], hour(9))).toBeNull();
  });
  test('every begin within the stretch keeps the hours, the ones just outside do not', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 20 }),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 0, max: 1439 }),
        (from, length, wanted) => {
          const hours = [water(from, from + length)];
          const found = beginsAllowed(visit, timing, hours, wanted);
          if (!found) return;
          const breaks = (begin: number) => outsideHours(visit, timing, hours, begin).length > 0;
          for (let begin = found.fromMin; begin <= found.toMin; begin += 5) expect(breaks(begin)).toBe(false);
          expect(found.toMin + 5 >= 1440 || breaks(found.toMin + 5)).toBe(true);
          expect(found.fromMin === 0 || breaks(found.fromMin - 5)).toBe(true);
        },
      ),
    ));
});
