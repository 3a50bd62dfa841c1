import fc from 'fast-check';
import { DateTime } from 'luxon';
import { describe, expect, test } from 'vitest';
import {
  addDays,
  dayOf,
  daysBetween,
  endOfDay,
  instantOfLocal,
  isRealDay,
  noonOf,
  startOfDay,
  weekdayOf,
} from './day.ts';

const BERLIN = 'Europe/Berlin';
const iso = (at: number) => new Date(at).toISOString();

describe('local days', () => {
  // The European Union changes clocks at 01:00 UTC on the last Sundays of March and October (Directive 2000/84/EC).
  test('a day of 23 and one of 25 hours', () => {
    expect(endOfDay('2026-03-29', BERLIN) - startOfDay('2026-03-29', BERLIN) + 1).toBe(23 * 3_600_000);
    expect(endOfDay('2026-10-25', BERLIN) - startOfDay('2026-10-25', BERLIN) + 1).toBe(25 * 3_600_000);
  });
  test('an instant belongs to different days in different zones', () => {
    const at = Date.parse('2026-11-25T23:30:00Z');
    expect(dayOf(at, 'UTC')).toBe('2026-11-25');
    expect(dayOf(at, BERLIN)).toBe('2026-11-26');
    expect(dayOf(at, 'America/Los_Angeles')).toBe('2026-11-25');
  });
  test('noon is noon on the wall, summer and winter', () => {
    expect(iso(noonOf('2026-07-01', BERLIN))).toBe('2026-07-01T10:00:00.000Z');
    expect(iso(noonOf('2026-12-01', BERLIN))).toBe('2026-12-01T11:00:00.000Z');
  });
  test('days that do not exist are refused, leap days are not', () => {
    expect(isRealDay('2026-06-31')).toBe(false);
    expect(isRealDay('2027-02-29')).toBe(false);
    expect(isRealDay('2028-02-29')).toBe(true);
    expect(() => startOfDay('2026-06-31', BERLIN)).toThrow(expect.objectContaining({ code: 'no-such-day' }));
    expect(() => startOfDay('2026-06-30', 'Nowhere/Here')).toThrow(
      expect.objectContaining({ code: 'no-such-zone' }),
    );
  });
  test('counting across a leap day and a clock change', () => {
    expect(addDays('2028-02-28', 2)).toBe('2028-03-01');
    expect(daysBetween('2026-10-20', '2026-10-30')).toBe(10);
    expect(daysBetween('2026-10-30', '2026-10-20')).toBe(-10);
    expect(weekdayOf('2026-11-25')).toBe(3); // a Wednesday
  });
});

describe('wall-clock times', () => {
  test('the doubled hour is the first, flagged', () => {
    expect(instantOfLocal('2026-10-25T02:30', BERLIN)).toEqual({
      at: Date.parse('2026-10-25T00:30:00Z'),
      doubled: true,
    });
    expect(instantOfLocal('2026-10-25T04:30', BERLIN).doubled).toBe(false);
  });
  test('the missing hour is refused', () => {
    expect(() => instantOfLocal('2026-03-29T02:30', BERLIN)).toThrow(
      expect.objectContaining({ code: 'hour-does-not-exist' }),
    );
  });
});

// against a reference library that knows the time zone database of this machine
test('a wall-clock time is the instant that luxon finds, in any zone, on any day, where the clocks show it once', () =>
  fc.assert(
    fc.property(
      fc.constantFrom(...Intl.supportedValuesOf('timeZone')),
      fc.integer({ min: Date.parse('1950-01-01'), max: Date.parse('2060-01-01') }),
      (zone, at) => {
        const wall = DateTime.fromMillis(Math.floor(at / 60_000) * 60_000, { zone });
        const text = wall.toFormat("yyyy-MM-dd'T'HH:mm");
        // odd seconds of offset, as zones had them long ago, are not written to the minute
        fc.pre(wall.second === 0 && Number.isInteger(wall.offset));
        const found = instantOfLocal(text, zone);
        const all = wall.getPossibleOffsets().map((one) => one.toMillis());
        expect(found).toEqual({ at: Math.min(...all), doubled: all.length > 1 });
      },
    ),
    { numRuns: 3000 },
  ));
