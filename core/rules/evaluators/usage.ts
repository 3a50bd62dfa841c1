import { MS_PER_DAY, type Instant } from '../../time/day.ts';
import { runningDays } from '../../time/runningClock.ts';
import { recentPerDay, totalBetween, type Counter } from '../counter.ts';
import { leftOnPart } from '../age.ts';
import { byExposure, type Evaluate } from '../evaluation.ts';
import { instantOf } from '../facts.ts';
import { evenlyFrom } from './calendar.ts';

/**
 * Due when the rated hours are used up: hours stay hours, days come from the recent rate of the meter
 * or, without one, from the declared duty. What a replacement in part left on it counts on.
 */
export const usage: Evaluate<'usage'> = (rule, { facts, age, at, ageDays }) => {
  const meter: Counter = {
    measure: 'hours',
    readings: facts.meter.map((one) => ({ at: one.at, value: one.hours })),
  };
  const hoursPerDay = recentPerDay(meter, at) ?? facts.dutyHoursPerDay;
  if (hoursPerDay <= 0) return null;
  const fresh = evenlyFrom(rule.ratedHours.lo, rule.ratedHours.hi);
  const declared = (from: Instant, to: Instant): number => runningDays(from, to, facts.rests) * hoursPerDay;
  const read = (from: Instant, to: Instant): number | null =>
    totalBetween(meter, from, to) ?? hoursSince(meter, from, to, hoursPerDay);
  const between = (from: Instant, to: Instant): number => read(from, to) ?? declared(from, to);
  const since = age.last?.kind === 'exact' ? instantOf(age.last) : null;
  const usedHours =
    since === null || ageDays === null ? null : leftOnPart(facts.services, between) + between(since, at);
  const metered = since !== null && read(since, at) !== null;
  return {
    kind: 'usage',
    ...(usedHours === null || ageDays === null
      ? byExposure((exposureDays) => fresh(exposureDays * hoursPerDay))
      : {
          ofLife: (exposureDays: number) => fresh(exposureDays * hoursPerDay),
          notDue: (days, one) => fresh(usedHours + (one.exposureIn(days) - ageDays) * hoursPerDay),
        }),
    reason: { kind: 'usage', ratedHours: rule.ratedHours, usedHours, hoursPerDay, metered },
  };
};

/** Where the meter was read since, but not long enough before: what is missing at either end at the recent rate. */
function hoursSince(meter: Counter, since: Instant, to: Instant, hoursPerDay: number): number | null {
  const after = meter.readings.filter((reading) => reading.at >= since && reading.at <= to);
  const [first, last] = [after[0], after.at(-1)];
  if (!first || !last) return null;
  const beforeFirst = ((first.at - since) / MS_PER_DAY) * hoursPerDay;
  const sinceLast = ((to - last.at) / MS_PER_DAY) * hoursPerDay;
  return beforeFirst + Math.max(0, last.value - first.value) + sinceLast;
}
