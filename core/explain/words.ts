import { DateTime } from 'luxon';
import { daysBetween, dayOf, type Day, type Instant } from '../time/day.ts';
import type { Found } from '../wear/found.ts';

/** "1 day", "6 days": a count never stands without its noun. */
export function count(n: number, one: string, many = `${one}s`): string {
  return `${n.toLocaleString('en-GB')} ${n === 1 ? one : many}`;
}

/** Exposure in whole days, "under a day" for less than half of one. */
export function daysWord(days: number): string {
  const rounded = Math.round(days);
  return rounded < 1 ? 'under a day' : count(rounded, 'day');
}

/** "26 days so far": how long since it was last done, in the unit in which its interval is told. */
export function soFarWord(ageDays: number, unitFrom: number): string {
  const days = Math.floor(ageDays);
  if (days < 1) return 'done today';
  const unit = unitFor(unitFrom);
  if (days < unit.days || unit.name === 'day') return `${count(days, 'day')} so far`;
  return `${count(round(ageDays / unit.days), unit.name)} so far`;
}
/** At the head of a sentence. */
export const opening = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** A range of practice in the unit people say: days, weeks, months, years. */
export function rangeWord(lo: number, hi: number): string {
  const unit = unitFor(hi);
  const to = round(hi / unit.days);
  // a week to three months is not "0 to 3 months"
  if (lo < TOO_SMALL * unit.days) {
    const smaller = unitFor(lo);
    return `${count(round(lo / smaller.days), smaller.name)} to ${count(to, unit.name)}`;
  }
  const from = round(lo / unit.days);
  return from === to ? count(to, unit.name) : `${from} to ${count(to, unit.name)}`;
}
const TOO_SMALL = 0.75;
function unitFor(days: number): { name: string; days: number } {
  if (days <= 21) return { name: 'day', days: 1 };
  if (days <= 90) return { name: 'week', days: 7 };
  return days <= 730 ? { name: 'month', days: 30.4 } : { name: 'year', days: 365 };
}
const round = (value: number): number => (value < 3 ? Math.round(value * 2) / 2 : Math.round(value));

/** How a person writes dates: 7 Nov, Nov 7 or 2026-11-07. */
export type DateStyle = 'day-month' | 'month-day' | 'iso';
const dateFormats: Record<DateStyle, { thisYear: string; otherYear: string }> = {
  'day-month': { thisYear: 'ccc d LLL', otherYear: 'ccc d LLL yyyy' },
  'month-day': { thisYear: 'ccc, LLL d', otherYear: 'ccc, LLL d, yyyy' },
  iso: { thisYear: 'ccc yyyy-MM-dd', otherYear: 'ccc yyyy-MM-dd' },
};

/** "Sat 7 Nov" in the person's style; the year only when it is not this one. */
export function dayWord(day: Day, today: Day, style: DateStyle): string {
  const { thisYear, otherYear } = dateFormats[style];
  const at = DateTime.fromISO(day, { zone: 'utc', locale: 'en-GB' });
  return at.toFormat(day.slice(0, 4) === today.slice(0, 4) ? thisYear : otherYear);
}

/** "today", "tomorrow", "in 5 days", "18 days ago". */
export function relativeWord(day: Day, today: Day): string {
  const ahead = daysBetween(today, day);
  if (ahead === 0) return 'today';
  if (ahead === 1) return 'tomorrow';
  if (ahead === -1) return 'yesterday';
  return ahead > 0 ? `in ${spanWord(ahead)}` : `${spanWord(-ahead)} ago`;
}
function spanWord(days: number): string {
  if (days < 60) return count(days, 'day');
  if (days < 730) return count(Math.round(days / 30.4), 'month');
  return `${(days / 365).toFixed(1)} years`;
}

export function instantWord(at: Instant, zone: string, today: Day, style: DateStyle): string {
  return dayWord(dayOf(at, zone), today, style);
}

const foundWord: Record<Found, string> = {
  'as-new': 'as new',
  light: 'half-way',
  right: 'just due',
  overdue: 'overdue',
  failed: 'failed',
};
export function foundInWords(found: Found): string {
  return foundWord[found];
}
/** Of what was done: how it was found, or that nobody noted it. */
export const conditionWord = (found: Found | null): string =>
  found === null ? 'condition not noted' : foundWord[found];

/** "a, b and c". */
export function listWord(items: readonly string[], last: 'and' | 'or' = 'and'): string {
  if (items.length <= 1) return items[0] ?? '';
  return `${items.slice(0, -1).join(', ')} ${last} ${items[items.length - 1] ?? ''}`;
}

/** "Tue 1 Dec to Tue 8 Dec"; a window of one day is that day. */
export const spanOfDays = (from: Day, to: Day, day: (of: Day) => string): string =>
  from === to ? day(from) : `${day(from)} to ${day(to)}`;

/** Chances in words people bet with: "1 in 5", never "80 % sure". */
export function chanceWord(chance: number): string {
  if (chance < 0.01) return 'under 1 in 100';
  if (chance > 0.97) return 'nearly certain';
  if (chance >= 0.9) return '9 in 10';
  if (chance >= 0.7) return '3 in 4';
  if (chance >= 0.58) return '2 in 3';
  if (chance >= 0.37 && chance < 0.45) return '2 in 5';
  const oneIn = 1 / chance;
  return `1 in ${oneIn < 10 ? Math.max(2, Math.round(oneIn)) : Math.round(oneIn / 5) * 5}`;
}
