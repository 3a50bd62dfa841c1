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

export const pointOf = ({ at, value, below }: Read): SeriesPoint => ({
  ...{ at, value, least: value, most: value, readings: 1, below },
});

/**
 * At most so many points: every one where they are few, else stretches of equal length with their middle, least and most,
 * so that a year of readings every few minutes is drawn at once and no spike is lost.
 * @param points oldest first: readings, or stretches of them already summed up, whose middles are then taken as one each
 */
export function thinned(points: readonly SeriesPoint[], most: number): SeriesPoint[] {
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || points.length <= most) return [...points];
  const stretch = (last.at - first.at) / most || 1;
  const groups = new Map<number, SeriesPoint[]>();
  for (const one of points) {
    const k = Math.min(most - 1, Math.floor((one.at - first.at) / stretch));
    const group = groups.get(k);
    if (group) group.push(one);
    else groups.set(k, [one]);
  }
  return [...groups].map(([k, group]) => ({
    at: Math.round(first.at + (k + 0.5) * stretch),
    value: median(group.map((one) => one.value)),
    least: group.reduce((least, one) => Math.min(least, one.least), Number.POSITIVE_INFINITY),
    most: group.reduce((highest, one) => Math.max(highest, one.most), Number.NEGATIVE_INFINITY),
    readings: group.reduce((sum, one) => sum + one.readings, 0),
    below: group.every((one) => one.below),
  }));
}
