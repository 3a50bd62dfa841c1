import { DateTime } from 'luxon';
import { lookUp } from '../lookUp.ts';
import { monthOfWord, weekdayOfWord } from './calendarWords.ts';
import { addDays, daysBetween, isRealDay, weekdayOf, type Day } from './day.ts';

/** What somebody typed for a day. */
export type TypedDay =
  | { kind: 'blank' }
  /** A day, with a time of day where one was typed ("09:30"), and how far it may be off where it was only counted back. */
  | { kind: 'day'; day: Day; time: string | null; about: DaySpan | null }
  /** More than a day: a month, a year, last week. */
  | { kind: 'span'; span: DaySpan }
  | { kind: 'no-such-day'; text: string }
  | { kind: 'no-such-time'; text: string }
  | { kind: 'unreadable' };
export interface DaySpan {
  from: Day;
  to: Day;
}
/** Which way a date without its year is looked for: what was done lies behind, what is planned ahead. */
export type Lean = 'past' | 'future' | 'nearest';
export interface TypedDayContext {
  today: Day;
  lean: Lean;
  /** Whether this person writes 11/23 and not 23/11. */
  monthFirst: boolean;
}

/**
 * Reads a day as people type it: 23112026, 23/11, 23.11.26, 2026-11-23, 19 Oct 9:00, Oct 19, Mon, yesterday,
 * 3 weeks ago, last week, October. Day and month stand as the person writes them; the other way round only where
 * nothing else can be meant (11/23).
 * A year of two digits is one of this century.
 * @returns a day that exists, or why there is none; whether it is likely is not judged here
 */
export function typedDay(typed: string, context: TypedDayContext): TypedDay {
  const text = typed.trim().toLowerCase().replace(/\s+/g, ' ').replace(/,/g, '');
  if (text === '') return { kind: 'blank' };
  const { date, time } = apart(text);
  if (time !== null && !isTime(time)) return { kind: 'no-such-time', text: timePart(text) };
  const found = dateOf(date, context);
  if (found.kind === 'day') return { ...found, time };
  return time === null ? found : found.kind === 'span' ? { kind: 'unreadable' } : found;
}

const CLOCK = /(?:^|[ t]|, ?)(?:at )?(\d{1,2}):(\d{2})(?::\d{2})?(?: ?(am|pm))?$/;
const HOUR = /(?:^| )(?:at )?(\d{1,2}) ?(am|pm)$/;

/** The time of day stands last. */
function apart(text: string): { date: string; time: string | null } {
  const clock = CLOCK.exec(text);
  const hour = clock ? null : HOUR.exec(text);
  const found = clock ?? hour;
  if (!found) return { date: text, time: null };
  const half = clock ? clock[3] : hour?.[2];
  const typedHour = Number(found[1]);
  const wholeHour = half === undefined ? typedHour : (typedHour % 12) + (half === 'pm' ? 12 : 0);
  const isOff = half !== undefined && (typedHour < 1 || typedHour > 12);
  const date = text.slice(0, found.index).trim();
  const time = `${pad(isOff ? 99 : wholeHour)}:${clock?.[2] ?? '00'}`;
  return { date: date === '' ? 'today' : date, time };
}
const timePart = (text: string): string => ((CLOCK.exec(text) ?? HOUR.exec(text))?.[0] ?? text).trim();
const isTime = (time: string): boolean => Number(time.slice(0, 2)) < 24 && Number(time.slice(3)) < 60;
const pad = (n: number): string => String(n).padStart(2, '0');

type Found = Extract<TypedDay, { kind: 'day' | 'span' | 'no-such-day' | 'unreadable' }>;
const exactly = (day: Day): Found => ({ kind: 'day', day, time: null, about: null });
const unreadable: Found = { kind: 'unreadable' };

function dateOf(text: string, context: TypedDayContext): Found {
  const { today, lean } = context;
  const byWord = lookUp(WORDS, text);
  if (byWord !== undefined) return exactly(addDays(today, byWord));
  return (
    counted(text, today) ??
    lastOrNext(text, today) ??
    ofWeekday(text, today, lean) ??
    inDigits(text, context) ??
    withMonthName(text, context) ??
    unreadable
  );
}

/** Days from today. */
const WORDS: Readonly<Record<string, number>> = {
  today: 0,
  now: 0,
  heute: 0,
  yesterday: -1,
  gestern: -1,
  'day before yesterday': -2,
  'the day before yesterday': -2,
  vorgestern: -2,
  tomorrow: 1,
  morgen: 1,
  'day after tomorrow': 2,
  'the day after tomorrow': 2,
  übermorgen: 2,
};

type UnitName = 'days' | 'weeks' | 'months' | 'years';
const UNITS: Readonly<Record<string, UnitName>> = { d: 'days', w: 'weeks', m: 'months', y: 'years' };
const unitOf = (word: string): UnitName => UNITS[word.charAt(0)] ?? 'days';
const UNIT_WORD = '(d|days?|w|wks?|weeks?|mo|mths?|months?|y|yrs?|years?)';
const AGO = new RegExp(`^(an?|one|\\d{1,3}) ?${UNIT_WORD} (?:ago|back)$`);
const AHEAD = new RegExp(`^in (an?|one|\\d{1,3}) ?${UNIT_WORD}$`);
/** Counted in weeks and longer, the day is meant roughly: half a unit either way. */
const ABOUT_DAYS: Readonly<Record<UnitName, number>> = { days: 0, weeks: 3, months: 15, years: 182 };

/** "3 weeks ago", "in 2 months". */
function counted(text: string, today: Day): Found | null {
  const ago = AGO.exec(text);
  const found = ago ?? AHEAD.exec(text);
  if (!found) return null;
  const amount = /^\d/.test(found[1] ?? '') ? Number(found[1]) : 1;
  const unit = unitOf(found[2] ?? '');
  const day = later(today, ago ? -amount : amount, unit);
  const around = ABOUT_DAYS[unit];
  const about = around === 0 ? null : { from: addDays(day, -around), to: addDays(day, around) };
  return { kind: 'day', day, time: null, about };
}

function later(day: Day, amount: number, unit: UnitName): Day {
  return (
    DateTime.fromISO(day, { zone: 'utc' })
      .plus({ [unit]: amount })
      .toISODate() ?? day
  );
}

const WHOLE = /^(last|this|next) (week|month|year)$/;
const STEP: Readonly<Record<string, number>> = { last: -1, this: 0, next: 1 };

/** "last week" is a week, not a day: Monday to Sunday. */
function lastOrNext(text: string, today: Day): Found | null {
  const found = WHOLE.exec(text);
  if (!found) return null;
  const unit = found[2] as 'week' | 'month' | 'year';
  const at = DateTime.fromISO(today, { zone: 'utc' }).plus({ [unit]: STEP[found[1] ?? ''] ?? 0 });
  return { kind: 'span', span: wholeOf(at, unit) };
}

function wholeOf(at: DateTime, unit: 'week' | 'month' | 'year'): DaySpan {
  return { from: at.startOf(unit).toISODate() ?? '', to: at.endOf(unit).toISODate() ?? '' };
}

const WEEKDAY = /^(?:(last|next|on|this) )?(\p{L}+)\.?$/u;

/** A weekday is the nearest such day that way, today among them; "last" and "next" leave today out. */
function ofWeekday(text: string, today: Day, lean: Lean): Found | null {
  const found = WEEKDAY.exec(text);
  const weekday = found ? weekdayOfWord(found[2] ?? '') : null;
  if (!found || weekday === null) return null;
  const ahead = (weekday - weekdayOf(today) + 7) % 7;
  const back = (7 - ahead) % 7;
  if (found[1] === 'last') return exactly(addDays(today, -(back || 7)));
  if (found[1] === 'next') return exactly(addDays(today, ahead || 7));
  if (lean === 'past') return exactly(addDays(today, -back));
  if (lean === 'future') return exactly(addDays(today, ahead));
  return exactly(addDays(today, ahead <= back ? ahead : -back));
}

const RUN = /^\d{8}$|^\d{6}$|^\d{4}$/;
const PARTED = /^(\d{1,4})[-./ ](\d{1,2})(?:[-./ ](\d{1,4})?)?$/;
const YEARS_LIKELY = /^(19|20)\d\d$/;

/** Digits alone, run together or parted: 23112026, 231126, 2311, 23/11, 23.11.26, 2026-11-23. */
function inDigits(text: string, context: TypedDayContext): Found | null {
  if (RUN.test(text)) {
    if (YEARS_LIKELY.test(text))
      return { kind: 'span', span: { from: `${text}-01-01`, to: `${text}-12-31` } };
    const [a, b, rest] = [text.slice(0, 2), text.slice(2, 4), text.slice(4)];
    const yearFirst = `${text.slice(0, 4)}-${text.slice(4, 6)}-${text.slice(6)}`;
    const dayFirst = ofParts(a, b, rest, text, context);
    // a day first is read first; only what is no day that way may begin with its year
    return dayFirst.kind === 'no-such-day' && isRealDay(yearFirst) ? exactly(yearFirst) : dayFirst;
  }
  const found = PARTED.exec(text);
  if (!found) return null;
  const [first = '', second = '', third = ''] = found.slice(1);
  if (first.length >= 3) return ofParts(third, second, first, text, { ...context, monthFirst: false });
  return ofParts(first, second, third, text, context);
}

const NAMED = /^(?:\p{L}+\.? )?(\d{1,2})(?:st|nd|rd|th|\.)?[ -]?(?:of )?(\p{L}+)\.?(?:[ -](\d{2}|\d{4}))?$/u;
const NAMED_FIRST = /^(\p{L}+)\.?[ -]?(\d{1,2})(?:st|nd|rd|th)?(?: (\d{4}))?$/u;
const MONTH_ALONE = /^(?:(last|next) )?(\p{L}+)\.?(?: (\d{4}))?$/u;

/** A month by its name: 19 Oct, Mon 19 October 2026, Oct 19, October, October 2025. */
function withMonthName(text: string, context: TypedDayContext): Found | null {
  const day = NAMED.exec(text);
  const first = NAMED_FIRST.exec(text);
  const month = monthOfWord(day?.[2] ?? '') ?? monthOfWord(first?.[1] ?? '');
  if (month !== null) {
    const [dayOfMonth = '', year = ''] =
      day && monthOfWord(day[2] ?? '') ? [day[1], day[3]] : [first?.[2], first?.[3]];
    return ofParts(dayOfMonth, String(month), year, text, { ...context, monthFirst: false });
  }
  const alone = MONTH_ALONE.exec(text);
  const whole = alone ? monthOfWord(alone[2] ?? '') : null;
  if (!alone || whole === null) return null;
  const towards = alone[1] === 'last' ? 'past' : alone[1] === 'next' ? 'future' : context.lean;
  const start = ofParts('1', String(whole), alone[3] ?? '', text, {
    ...context,
    lean: towards,
    monthFirst: false,
  });
  return start.kind === 'day'
    ? { kind: 'span', span: wholeOf(DateTime.fromISO(start.day, { zone: 'utc' }), 'month') }
    : start;
}

/** Day and month as they stand, and maybe the year, in digits; without a year, the one that lies the way dates lie here. */
function ofParts(day: string, month: string, year: string, text: string, context: TypedDayContext): Found {
  const { today, lean, monthFirst } = context;
  if (year.length === 1 || year.length === 3) return unreadable;
  const [d, m] = monthFirst ? [Number(month), Number(day)] : [Number(day), Number(month)];
  const onYear = (one: number): Day | null => real(one, m, d) ?? real(one, d, m);
  if (year !== '') {
    const found = onYear(year.length === 2 ? 2000 + Number(year) : Number(year));
    return found === null ? { kind: 'no-such-day', text } : exactly(found);
  }
  const thisYear = Number(today.slice(0, 4));
  // the 29th of February may be eight years off
  const days = range(thisYear - 8, thisYear + 8).flatMap((one) => onYear(one) ?? []);
  const suits = days.filter((one) =>
    lean === 'past' ? one <= today : lean === 'future' ? one >= today : true,
  );
  const nearest = suits.sort((a, b) => Math.abs(daysBetween(today, a)) - Math.abs(daysBetween(today, b)))[0];
  return nearest === undefined ? { kind: 'no-such-day', text } : exactly(nearest);
}

function real(year: number, month: number, day: number): Day | null {
  const text = `${String(year).padStart(4, '0')}-${pad(month)}-${pad(day)}`;
  return isRealDay(text) ? text : null;
}
const range = (from: number, to: number): number[] =>
  Array.from({ length: to - from + 1 }, (_, i) => from + i);
