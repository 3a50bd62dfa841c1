import { median } from '../../core/statistics/median.ts';
import type { Instant } from '../../core/time/day.ts';

/** One point of a chart: a reading, or all readings of a stretch of time. */
export interface SeriesPoint {
  at: Instant;
  /** The reading, or the middle of its stretch. */
  value: number;
  /** Of a stretch: its least and most; of one reading: itself. */
  least: number;
  most: number;
  readings: number;
  below: boolean;
}
export interface Read {
  at: Instant;
  value: number;
  below: boolean;
}

/**
 * At most so many points: every reading where they are few, else stretches of equal length with their middle, least and
 * most, so that a year of readings every few minutes is drawn at once and no spike is lost.
 * @param readings oldest first
 */
export function thinned(readings: readonly Read[], most: number): SeriesPoint[] {
  const [first, last] = [readings[0], readings.at(-1)];
  if (!first || !last) return [];
  if (readings.length <= most)
    return readings.map(({ at, value, below }) => ({
      at,
      value,
      least: value,
      most: value,
      readings: 1,
      below,
    }));
  const stretch = (last.at - first.at) / most || 1;
  const groups = new Map<number, Read[]>();
  for (const one of readings) {
    const k = Math.min(most - 1, Math.floor((one.at - first.at) / stretch));
    const group = groups.get(k);
    if (group) group.push(one);
    else groups.set(k, [one]);
  }
  return [...groups].map(([k, group]) => {
    let [least, highest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (const { value } of group) {
      least = Math.min(least, value);
      highest = Math.max(highest, value);
    }
    return {
      at: Math.round(first.at + (k + 0.5) * stretch),
      value: median(group.map((one) => one.value)),
      least,
      most: highest,
      readings: group.length,
      below: group.every((one) => one.below),
    };
  });
}
