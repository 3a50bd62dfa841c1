import type { Day } from '../time/day.ts';
import type { TypedDay } from '../time/typedDay.ts';
import { dayWord, spanOfDays, type DateStyle } from './words.ts';

export interface DayLimits {
  min: Day | null;
  max: Day | null;
  /** Whether a time of day can be said beside the day. */
  timed: boolean;
}

/** Why a typed day is not taken, in a sentence that names it; null: it is. */
export function typedDayProblem(
  typed: string,
  found: TypedDay,
  limits: DayLimits,
  today: Day,
  style: DateStyle,
): string | null {
  const said = `“${typed.trim()}”`;
  switch (found.kind) {
    case 'blank':
      return 'Enter a date.';
    case 'unreadable':
      return `${said} is not a date. Type it like 23/11, 19 Oct or yesterday.`;
    case 'no-such-day':
      return `There is no ${typed.trim()}.`;
    case 'no-such-time':
      return `“${found.text}” is not a time of day.`;
    case 'span':
      return `${said} is ${spanOfDays(found.span.from, found.span.to, (day) => dayWord(day, today, style))}: which day?`;
    case 'day':
      if (found.time !== null && !limits.timed) return 'Only a day, without its time, is asked for here.';
      return outsideWord(found.day, limits, today, style);
  }
}

function outsideWord(day: Day, { min, max }: DayLimits, today: Day, style: DateStyle): string | null {
  const word = dayWord(day, today, style);
  if (max !== null && day > max)
    return max === today ? `${word} is still to come.` : `${word} is after ${dayWord(max, today, style)}.`;
  if (min !== null && day < min)
    return min === today ? `${word} has passed.` : `${word} is before ${dayWord(min, today, style)}.`;
  return null;
}
