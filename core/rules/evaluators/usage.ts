import { instantOf, type MeterReading } from '../facts.ts';
import { MS_PER_DAY } from '../../time/day.ts';
import type { Evaluate } from '../evaluation.ts';
import { evenlyFrom } from './calendar.ts';

/** Readings this far back make the recent rate. */
const RECENT_DAYS = 45;

/**
 * Due when the rated hours are used up: hours stay hours, days come from the recent rate of the meter
 * or, without one, from the declared duty.
 */
export const usage: Evaluate<'usage'> = (rule, { facts, age, at, ageDays }) => {
  const rate = recentHoursPerDay(facts.meter, at);
  const hoursPerDay = rate ?? facts.dutyHoursPerDay;
  if (hoursPerDay <= 0) return null;
  const fresh = evenlyFrom(rule.ratedHours.lo, rule.ratedHours.hi);
  const metered =
    ageDays !== null && age.last ? hoursSince(facts.meter, instantOf(age.last), at, hoursPerDay) : null;
  const usedHours = metered ?? (ageDays === null ? null : ageDays * hoursPerDay);
  const offset = usedHours === null || ageDays === null ? 0 : usedHours - ageDays * hoursPerDay;
  return {
    kind: 'usage',
    clock: 'since-last-done',
    survives: (exposureDays) => fresh(offset + exposureDays * hoursPerDay),
    reason: { kind: 'usage', ratedHours: rule.ratedHours, usedHours, hoursPerDay, metered: metered !== null },
  };
};

function recentHoursPerDay(meter: readonly MeterReading[], at: number): number | null {
  const recent = meter.filter((reading) => reading.at >= at - RECENT_DAYS * MS_PER_DAY);
  const first = recent[0];
  const last = recent.at(-1);
  if (!first || !last || last.at - first.at < MS_PER_DAY || last.hours < first.hours) return null;
  return ((last.hours - first.hours) / (last.at - first.at)) * MS_PER_DAY;
}

/** Hours run since an instant: from the meter, the gap to now at the recent rate. null without a reading since. */
function hoursSince(
  meter: readonly MeterReading[],
  since: number,
  at: number,
  hoursPerDay: number,
): number | null {
  const after = meter.filter((reading) => reading.at >= since);
  const first = after[0];
  const last = after.at(-1);
  if (!first || !last) return null;
  const beforeFirst = ((first.at - since) / MS_PER_DAY) * hoursPerDay;
  const sinceLast = ((at - last.at) / MS_PER_DAY) * hoursPerDay;
  return beforeFirst + Math.max(0, last.hours - first.hours) + sinceLast;
}
