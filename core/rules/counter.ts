import { MS_PER_DAY, type Instant } from '../time/day.ts';
import { measures, type CounterId } from '../quantity/measures.ts';

/** What wears a part, counted: a meter that adds up (hours, litres), or a standing rate from a date (feed a day). */
export interface Counter {
  measure: CounterId;
  /** Oldest first, in the stored unit of the measure. */
  readings: readonly { at: Instant; value: number }[];
}

/** A meter speaks this long before its first and after its last reading, at the rate of the nearest ones. */
const REACHES_DAYS = 21;
/** Lately. */
const RECENT_DAYS = 45;

/**
 * How much was counted between two instants, in the stored unit; null where no reading tells.
 * A meter that was set back or replaced counts on from its new value.
 */
export function totalBetween(counter: Counter, from: Instant, to: Instant): number | null {
  if (to < from) return null;
  return measures[counter.measure].counts === 'rate'
    ? totalOfRate(counter.readings, from, to)
    : totalOfMeter(counter.readings, from, to);
}

/** Counted per day lately; null where no reading tells. */
export function recentPerDay(counter: Counter, at: Instant): number | null {
  if (measures[counter.measure].counts === 'rate')
    return counter.readings.findLast((one) => one.at <= at)?.value ?? null;
  const known = counter.readings.filter((one) => one.at <= at);
  const recent = known.filter((one) => one.at >= at - RECENT_DAYS * MS_PER_DAY);
  const stretch = recent.length >= 2 ? recent : known.slice(-2);
  const [first, last] = [stretch[0], stretch.at(-1)];
  if (!first || !last || last.at - first.at < MS_PER_DAY) return null;
  const risen = rises(stretch);
  // set back and nothing counted since: it tells nothing
  if (risen === 0 && last.value < first.value) return null;
  return (risen / (last.at - first.at)) * MS_PER_DAY;
}

function totalOfRate(readings: Counter['readings'], from: Instant, to: Instant): number | null {
  const first = readings[0];
  // nobody said anything of the time before the first entry
  if (!first || first.at > from) return null;
  let total = 0;
  readings.forEach((one, i) => {
    const begin = Math.max(from, one.at);
    const end = Math.min(to, readings[i + 1]?.at ?? to);
    if (end > begin) total += (one.value * (end - begin)) / MS_PER_DAY;
  });
  return total;
}

function totalOfMeter(readings: Counter['readings'], from: Instant, to: Instant): number | null {
  const [first, last] = [readings[0], readings.at(-1)];
  if (!first || !last || last.at - first.at < MS_PER_DAY) return null;
  const farthestMs = REACHES_DAYS * MS_PER_DAY;
  if (first.at - from > farthestMs || to - last.at > farthestMs) return null;
  const before = Math.max(0, first.at - from) * rateOf(readings.slice(0, 2));
  const after = Math.max(0, to - last.at) * rateOf(readings.slice(-2));
  let within = 0;
  for (let i = 1; i < readings.length; i++) {
    const [a, b] = [readings[i - 1], readings[i]];
    if (!a || !b || b.at <= a.at) continue;
    const overlap = Math.min(to, b.at) - Math.max(from, a.at);
    if (overlap > 0) within += (riseOf(a.value, b.value) * overlap) / (b.at - a.at);
  }
  return before + within + after;
}

/** Per millisecond. */
function rateOf(stretch: Counter['readings']): number {
  const [first, last] = [stretch[0], stretch.at(-1)];
  return first && last && last.at > first.at ? rises(stretch) / (last.at - first.at) : 0;
}

function rises(readings: Counter['readings']): number {
  let sum = 0;
  for (let i = 1; i < readings.length; i++)
    sum += riseOf(readings[i - 1]?.value ?? 0, readings[i]?.value ?? 0);
  return sum;
}

/** A meter that stood in the last tenth of its digits and now stands in the first has run over. */
const NEAR_ITS_END = 0.9;
/** What a meter counted from one reading to the next: run over, it goes on; set back, it starts again. */
export function riseOf(before: number, after: number): number {
  if (after >= before) return after - before;
  const full = 10 ** Math.ceil(Math.log10(Math.max(before, 1) + 1));
  return before >= NEAR_ITS_END * full && after <= (1 - NEAR_ITS_END) * full ? after + full - before : 0;
}

/** A meter's readings as if it had never run over: what it counted since the first, added to the first. */
export function unrolled<T extends { value: number }>(readings: readonly T[]): T[] {
  let over = 0;
  return readings.map((one, i) => {
    const before = readings[i - 1];
    if (before && one.value < before.value && riseOf(before.value, one.value) > 0)
      over += riseOf(before.value, one.value) - (one.value - before.value);
    return { ...one, value: one.value + over };
  });
}
