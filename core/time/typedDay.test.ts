import fc from 'fast-check';
import { DateTime } from 'luxon';
import { describe, expect, test } from 'vitest';
import { addDays } from './day.ts';
import { typedDay, type Lean, type TypedDay } from './typedDay.ts';

// a Tuesday
const today = '2026-12-01';
const read = (text: string, lean: Lean = 'past'): TypedDay =>
  typedDay(text, { today, lean, monthFirst: false });
const short = (found: TypedDay): string =>
  found.kind === 'day'
    ? [found.day, found.time].filter(Boolean).join(' ')
    : found.kind === 'span'
      ? `${found.span.from}…${found.span.to}`
      : found.kind;

describe('a day as people type it', () => {
  test.each([
    ['', 'blank'],
    ['23112026', '2026-11-23'],
    ['20261123', '2026-11-23'],
    ['231126', '2026-11-23'],
    ['2311', '2026-11-23'],
    ['23/11', '2026-11-23'],
    ['23.11.', '2026-11-23'],
    ['23.11.26', '2026-11-23'],
    ['23-11-2026', '2026-11-23'],
    ['23 11 2026', '2026-11-23'],
    ['2026-11-23', '2026-11-23'],
    ['2026/11/3', '2026-11-03'],
    ['2026-11-23T09:30', '2026-11-23 09:30'],
    ['11/23', '2026-11-23'],
    ['11/23/2026', '2026-11-23'],
    ['3/10', '2026-10-03'],
    ['2/12', '2025-12-02'],
    ['1/12', '2026-12-01'],
    ['19 Oct 9:00', '2026-10-19 09:00'],
    ['19 oct, 9am', '2026-10-19 09:00'],
    ['19 Oct 12 pm', '2026-10-19 12:00'],
    ['19 Oct at 12am', '2026-10-19 00:00'],
    ['Mon 19 October 2026', '2026-10-19'],
    ['19th of October', '2026-10-19'],
    ['19. Okt. 2026', '2026-10-19'],
    ['Oct 19', '2026-10-19'],
    ['October 19th, 2025', '2025-10-19'],
    ['1-Dec-26', '2026-12-01'],
    ['29 Feb', '2024-02-29'],
    ['today', '2026-12-01'],
    ['9:15', '2026-12-01 09:15'],
    ['Yesterday 21:05', '2026-11-30 21:05'],
    ['gestern', '2026-11-30'],
    ['day before yesterday', '2026-11-29'],
    ['3 days ago', '2026-11-28'],
    ['2 weeks ago', '2026-11-17'],
    ['a month ago', '2026-11-01'],
    ['in 2 months', '2027-02-01'],
    ['Tuesday', '2026-12-01'],
    ['last Tuesday', '2026-11-24'],
    ['next tue', '2026-12-08'],
    ['sat', '2026-11-28'],
    ['last week', '2026-11-23…2026-11-29'],
    ['this month', '2026-12-01…2026-12-31'],
    ['last year', '2025-01-01…2025-12-31'],
    ['October', '2026-10-01…2026-10-31'],
    ['october 2025', '2025-10-01…2025-10-31'],
    ['2025', '2025-01-01…2025-12-31'],
    ['31/11', 'no-such-day'],
    ['31 June 2026', 'no-such-day'],
    ['31112026', 'no-such-day'],
    ['29 Feb 2026', 'no-such-day'],
    ['32 Oct', 'no-such-day'],
    ['19 Oct 25:00', 'no-such-time'],
    ['19 Oct 13pm', 'no-such-time'],
    ['soon', 'unreadable'],
    ['23/', 'unreadable'],
    ['23/11/2', 'unreadable'],
    ['23/11/202', 'unreadable'],
    ['1', 'unreadable'],
    ['last week 9:00', 'unreadable'],
    ['constructor', 'unreadable'],
  ])('“%s” is read as %s', (text, meant) => expect(short(read(text))).toBe(meant));

  test.each<[string, Lean, string]>([
    ['2/12', 'future', '2026-12-02'],
    ['23/11', 'future', '2027-11-23'],
    ['23/11', 'nearest', '2026-11-23'],
    ['2/1', 'nearest', '2027-01-02'],
    ['sat', 'future', '2026-12-05'],
    ['29 Feb', 'future', '2028-02-29'],
    ['October', 'future', '2027-10-01…2027-10-31'],
    ['last October', 'future', '2026-10-01…2026-10-31'],
  ])('without a year, “%s” towards the %s is %s', (text, lean, meant) =>
    expect(short(read(text, lean))).toBe(meant),
  );

  test.each([
    ['11/5', '2026-11-05'],
    ['11052026', '2026-11-05'],
    ['11.5.26', '2026-11-05'],
    ['23/11', '2026-11-23'],
    ['2026-11-05', '2026-11-05'],
    ['2026/5/11', '2026-05-11'],
    ['5 Nov', '2026-11-05'],
    ['Nov 5', '2026-11-05'],
    ['20261105', '2026-11-05'],
  ])('who writes the month first means “%s” as %s', (text, meant) =>
    expect(short(typedDay(text, { today, lean: 'past', monthFirst: true }))).toBe(meant),
  );

  test('what is counted back in weeks or longer is meant roughly, in days exactly', () => {
    const aboutOf = (text: string): unknown => {
      const found = read(text);
      return found.kind === 'day' ? found.about : found;
    };
    expect(aboutOf('3 days ago')).toBeNull();
    expect(aboutOf('2 weeks ago')).toEqual({ from: '2026-11-14', to: '2026-11-20' });
    expect(aboutOf('a month ago')).toEqual({ from: '2026-10-17', to: '2026-11-16' });
  });
});

const anyDay = fc.integer({ min: -20_000, max: 20_000 }).map((days) => addDays(today, days));
const written: Record<string, string> = {
  'run together': 'ddMMyyyy',
  'as the standard writes it': 'yyyy-MM-dd',
  'with points': 'd.M.yyyy',
  'with strokes': 'dd/MM/yyyy',
  'with the month short': 'd LLL yyyy',
  'with the month first': 'LLLL d, yyyy',
  'with its weekday': 'ccc d LLLL yyyy',
};
test.each(Object.entries(written))('every day is read back %s', (_name, format) => {
  fc.assert(
    fc.property(anyDay, (day) => {
      const text = DateTime.fromISO(day, { zone: 'utc', locale: 'en-GB' }).toFormat(format);
      expect(short(read(text))).toBe(day);
    }),
  );
});

test('whatever is typed is answered, and a day that is answered exists', () => {
  fc.assert(
    fc.property(fc.string(), fc.constantFrom<Lean>('past', 'future', 'nearest'), (text, lean) => {
      const found = read(text, lean);
      if (found.kind === 'day') expect(addDays(found.day, 0)).toBe(found.day);
    }),
  );
});
