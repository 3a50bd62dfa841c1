import { expect, test } from 'vitest';
import { typedDay } from '../time/typedDay.ts';
import { typedDayProblem, type DayLimits } from './typedDayWord.ts';

const today = '2026-12-01';
const open: DayLimits = { min: null, max: null, timed: false };
const problem = (typed: string, limits: Partial<DayLimits> = {}): string | null =>
  typedDayProblem(
    typed,
    typedDay(typed, { today, lean: 'past', monthFirst: false }),
    { ...open, ...limits },
    today,
    'day-month',
  );

test.each<[string, Partial<DayLimits>, string | null]>([
  ['23/11', {}, null],
  ['23/11 9:30', { timed: true }, null],
  ['23/11 9:30', {}, 'Only a day, without its time, is asked for here.'],
  ['', {}, 'Enter a date.'],
  ['soon', {}, '“soon” is not a date. Type it like 23/11, 19 Oct or yesterday.'],
  ['31 June 2026', {}, 'There is no 31 June 2026.'],
  ['19 Oct 25:10', { timed: true }, '“25:10” is not a time of day.'],
  ['last week', {}, '“last week” is Mon 23 Nov to Sun 29 Nov: which day?'],
  ['tomorrow', { max: today }, 'Wed 2 Dec is still to come.'],
  ['yesterday', { min: today }, 'Mon 30 Nov has passed.'],
  ['1 Nov 2026', { min: '2026-11-05' }, 'Sun 1 Nov is before Thu 5 Nov.'],
  ['1 Jan 2027', { max: '2026-12-24' }, 'Fri 1 Jan 2027 is after Thu 24 Dec.'],
])('“%s” within %o: %s', (typed, limits, word) => expect(problem(typed, limits)).toBe(word));
