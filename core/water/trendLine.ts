import { robustTrend, type Point } from './robustSlope.ts';

/** With fewer readings the trend is not known yet. */
export const FEWEST_FOR_TREND = 3;
/** The line goes through the latest readings only: nothing goes straight for a year. */
const LINE_READINGS = 8;

/** A robust line with what it cannot tell. */
export interface TrendLine {
  perDay: number;
  levelAtLatest: number;
  slopeError: number;
  /** Standard error of the slope as of a least-squares line through the same days. */
  slopeSe: number;
  levelError: number;
  readings: number;
}

/**
 * The line through the latest readings; its errors come from their scatter about it, and never from less than one
 * reading's own error, so that noise is not called a trend.
 * @param points oldest first
 * @param errorSd standard deviation of one reading, in the unit of the values
 * @returns null with fewer than three readings, or all of one day
 */
export function trendLine(points: readonly Point[], errorSd: number): TrendLine | null {
  const recent = points.slice(-LINE_READINGS);
  const [first, latest] = [recent[0], recent.at(-1)];
  if (recent.length < FEWEST_FOR_TREND || !first || !latest || latest.days <= first.days) return null;
  const trend = robustTrend(recent);
  if (!trend) return null;
  const sd = Math.max(trend.residualSd, errorSd);
  const error = sd / Math.sqrt(recent.length);
  const middle = recent.reduce((sum, point) => sum + point.days, 0) / recent.length;
  const spread = recent.reduce((sum, point) => sum + (point.days - middle) ** 2, 0);
  return {
    perDay: trend.slopePerDay,
    levelAtLatest: trend.intercept + trend.slopePerDay * latest.days,
    slopeError: (2 * error) / (latest.days - first.days),
    slopeSe: sd / Math.sqrt(spread),
    levelError: error,
    readings: recent.length,
  };
}
