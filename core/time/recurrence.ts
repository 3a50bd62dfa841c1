import { RRuleTemporal } from 'rrule-temporal';
import type { Day } from './day.ts';
import { recurrenceForm } from './recurrenceForm.ts';

/**
 * A recurrence rule of RFC 5545 in local calendar days ("FREQ=YEARLY;BYMONTH=4,10;BYMONTHDAY=1"). Days have no
 * clock, so it is worked out at noon of a calendar without a zone.
 */
const known = new Map<string, RRuleTemporal>();
function ruleOf(recurrence: string, from: Day): RRuleTemporal {
  const key = `${from} ${recurrence}`;
  const found = known.get(key);
  if (found) return found;
  const rule = new RRuleTemporal({
    rruleString: `DTSTART:${from.replaceAll('-', '')}T120000Z\nRRULE:${recurrence}`,
  });
  known.set(key, rule);
  return rule;
}

/**
 * The first day of a recurrence after a day; null where it has ended.
 * @param recurrence the RRULE value, valid by `isRecurrence`
 * @param from the day it counts from
 */
export function nextDayOf(recurrence: string, from: Day, after: Day): Day | null {
  const next = ruleOf(recurrence, from).next(new Date(`${after}T12:00:00Z`), false);
  return next ? next.toPlainDate().toString() : null;
}

/** True for a rule that can be read and happens by whole days at most once a day. */
export function isRecurrence(recurrence: string): boolean {
  const fields = new Map(recurrence.split(';').map((part) => part.split('=') as [string, string]));
  // the library drops months and days that do not exist instead of refusing them
  if (!within(fields.get('BYMONTH'), 12) || !within(fields.get('BYMONTHDAY'), 31)) return false;
  if (!recurrenceForm.test(recurrence) || /BY(HOUR|MINUTE|SECOND)=/.test(recurrence)) return false;
  try {
    return nextDayOf(recurrence, '2000-01-01', '2000-01-01') !== null;
  } catch {
    // what the library cannot read is no rule
    return false;
  }
}

const within = (list: string | undefined, most: number): boolean =>
  list === undefined ||
  list.split(',').every((one) => Math.abs(Number(one)) >= 1 && Math.abs(Number(one)) <= most);
