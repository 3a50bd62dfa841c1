import { robustSd } from './spread.ts';
import { median } from './median.ts';

/** A point of a series: days (any origin) and a value. */
export interface Point {
  days: number;
  value: number;
}
export interface RobustTrend {
  /** Change per day: the median of the slopes of all pairs. */
  slopePerDay: number;
  /** The level at day 0 by the line through the medians of value − slope × day. */
  intercept: number;
  /** Spread of the points about the line: 1.4826 × the median absolute residual. */
  residualSd: number;
}

/** The slopes of all pairs of points of different days, per day. @source Theil 1950 */
export function pairSlopes(points: readonly Point[]): number[] {
  const slopes: number[] = [];
  points.forEach((a, i) => {
    for (const b of points.slice(i + 1))
      if (b.days !== a.days) slopes.push((b.value - a.value) / (b.days - a.days));
  });
  return slopes;
}

/**
 * Robust line through a few noisy points.
 * @returns null with fewer than two different days
 * @source Theil 1950; Sen 1968, J. Am. Stat. Assoc. 63; intercept: median of residuals (Conover)
 */
export function robustTrend(points: readonly Point[]): RobustTrend | null {
  const slopes = pairSlopes(points);
  if (slopes.length === 0) return null;
  const slopePerDay = median(slopes);
  const intercept = median(points.map((point) => point.value - slopePerDay * point.days));
  const residualSd = robustSd(points.map((point) => point.value - intercept - slopePerDay * point.days));
  return { slopePerDay, intercept, residualSd };
}
