import { DateTime } from 'luxon';
import { dayWord, relativeWord, type DateStyle } from '../../core/explain/words.ts';
import type { Day } from '../../core/time/day.ts';

export { relativeWord };

/** "Sat 7 Nov" in the person's style. */
export function writeDay(day: Day, today: Day, style: DateStyle): string {
  return dayWord(day, today, style);
}

/** "28 Nov" or "Nov 2027" under an axis. */
export function dayOnAxis(day: Day, far: boolean): string {
  return DateTime.fromISO(day, { zone: 'utc', locale: 'en-GB' }).toFormat(far ? 'LLL yyyy' : 'd LLL');
}

/** "Wednesday 25 November". */
export function longDay(day: Day): string {
  return DateTime.fromISO(day, { zone: 'utc', locale: 'en-GB' }).toFormat('cccc d LLLL');
}

/** The local day of this moment in a zone. */
export function todayIn(zone: string, now: number): Day {
  return DateTime.fromMillis(now, { zone }).toISODate() ?? '';
}

export function clockIn(zone: string, now: number): string {
  return DateTime.fromMillis(now, { zone }).toFormat('HH:mm');
}

/** "Tue 24 Nov, 17:40". */
export function writeInstant(at: number, zone: string, style: DateStyle, today: Day): string {
  const local = DateTime.fromMillis(at, { zone });
  return `${dayWord(local.toISODate() ?? '', today, style)}, ${local.toFormat('HH:mm')}`;
}

const A_MOMENT_MS = 60_000;
/** "5 minutes ago", for what happened on a clock and not on a day. */
export function ago(at: number, now: number): string {
  if (now - at < A_MOMENT_MS) return 'a moment ago';
  return DateTime.fromMillis(at).toRelative({ base: DateTime.fromMillis(now), locale: 'en-GB' }) ?? '';
}
