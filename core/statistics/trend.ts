import { NINETEEN_IN_TWENTY } from './confidence.ts';
import { robustTrend, type Point } from './robustSlope.ts';

/** With fewer readings the trend is not known yet. */
export const FEWEST_FOR_TREND = 3;
/** The line goes through the latest readings only: nothing goes straight for a year. */
const LINE_READINGS = 8;

/** How a series goes: one slope with its error, whoever asks. Per day, in the unit of the values. */
export interface Trend {
  slope: number;
  /** Of the slope, as of a least-squares line through the same days. */
  standardError: number;
  /** Readings the line goes through. */
  n: number;
  /** The line at its latest reading, and that reading's day. */
  level: number;
  latestDays: number;
  /** Standard error of the line at a day. */
  errorAt: (days: number) => number;
}

/**
 * The line through the latest readings; its errors come from their scatter about it, and never from less than one
 * reading's own error, so that noise is not called a trend.
 * @param points oldest first
 * @param errorSd standard deviation of one reading, in the unit of the values
 * @returns null with fewer than three readings, or all of one day
 * @source slope: Theil 1950; errors: textbook form of a least-squares line with a known error
 */
export function trendOf(points: readonly Point[], errorSd: number): Trend | null {
  const recent = points.slice(-LINE_READINGS);
  const [first, latest] = [recent[0], recent.at(-1)];
  if (recent.length < FEWEST_FOR_TREND || !first || !latest || latest.days <= first.days) return null;
  const line = robustTrend(recent);
  if (!line) return null;
  const sd = Math.max(line.residualSd, errorSd);
  const middle = recent.reduce((sum, point) => sum + point.days, 0) / recent.length;
  const spread = recent.reduce((sum, point) => sum + (point.days - middle) ** 2, 0);
  return {
    slope: line.slopePerDay,
    standardError: sd / Math.sqrt(spread),
    n: recent.length,
    level: line.intercept + line.slopePerDay * latest.days,
    latestDays: latest.days,
    errorAt: (days) => sd * Math.sqrt(1 / recent.length + (days - middle) ** 2 / spread),
  };
}

/** A slope within its own error (19 times in 20) is no trend: it rises or falls only beyond that. */
export const isClear = ({ slope, standardError }: Pick<Trend, 'slope' | 'standardError'>): boolean =>
  Math.abs(slope) > NINETEEN_IN_TWENTY * standardError;
