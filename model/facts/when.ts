import type { Done } from '../../core/rules/facts.ts';
import { endOfDay, noonOf, startOfDay, type Day, type Instant } from '../../core/time/day.ts';
import type { When } from '../../contract/fields.ts';

/** The instant a record is taken at; null where nobody knows. A day without a time is its noon, a span its middle. */
export function instantOfWhen(when: When, zone: string): Instant | null {
  switch (when.kind) {
    case 'instant':
      return Date.parse(when.at);
    case 'day':
      return noonOf(when.day, zone);
    case 'rough':
      return (startOfDay(when.from, zone) + endOfDay(when.to, zone)) / 2;
    case 'unknown':
      return null;
  }
}

/** By zone and day: a house has as many as it has days, and its records a hundred times as many. */
const doneOnDays = new Map<string, Map<Day, Done>>();

/** When a service was done, for the core; the same where the day is the same. */
export function doneOfWhen(when: When, zone: string): Done | null {
  if (when.kind === 'day') return doneOnDay(when.day, zone);
  if (when.kind === 'rough')
    return { kind: 'rough', from: startOfDay(when.from, zone), to: endOfDay(when.to, zone) };
  const at = instantOfWhen(when, zone);
  return at === null ? null : { kind: 'exact', at };
}
function doneOnDay(day: Day, zone: string): Done {
  const ofZone = doneOnDays.get(zone) ?? new Map<Day, Done>();
  doneOnDays.set(zone, ofZone);
  const known = ofZone.get(day) ?? { kind: 'exact', at: noonOf(day, zone) };
  ofZone.set(day, known);
  return known;
}

/** The first instant a record can have happened: nothing may lie in the future. */
export function earliestOfWhen(when: When, zone: string): Instant | null {
  if (when.kind === 'rough') return startOfDay(when.from, zone);
  if (when.kind === 'day') return startOfDay(when.day, zone);
  return instantOfWhen(when, zone);
}
