import type { Done } from '../../core/rules/facts.ts';
import {
  endOfDay,
  keptByDay,
  noonOf,
  startOfDay,
  type DaysOfZones,
  type Instant,
} from '../../core/time/day.ts';
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

/** A house has as many as it has days, and its records a hundred times as many. */
const doneOnDays: DaysOfZones<Done> = new Map();

/** When a service was done, for the core; the same where the day is the same. */
export function doneOfWhen(when: When, zone: string): Done | null {
  if (when.kind === 'day')
    return keptByDay(doneOnDays, when.day, zone, () => ({ kind: 'exact', at: noonOf(when.day, zone) }));
  if (when.kind === 'rough')
    return { kind: 'rough', from: startOfDay(when.from, zone), to: endOfDay(when.to, zone) };
  const at = instantOfWhen(when, zone);
  return at === null ? null : { kind: 'exact', at };
}

/** The first instant a record can have happened: nothing may lie in the future. */
export function earliestOfWhen(when: When, zone: string): Instant | null {
  if (when.kind === 'rough') return startOfDay(when.from, zone);
  if (when.kind === 'day') return startOfDay(when.day, zone);
  return instantOfWhen(when, zone);
}
