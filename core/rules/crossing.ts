import { median } from '../numeric/median.ts';
import { robustTrend, type Point } from '../water/robustSlope.ts';
import { FEWEST_FOR_TREND, trendLine, type TrendLine } from '../water/trendLine.ts';
import { normalCdf } from '../wear/normal.ts';

/** How far apart the slopes of different cycles are when only one earlier cycle tells: a house default. */
const LONE_SLOPE_SPREAD = 0.3;

export interface Limit {
  value: number;
  /** The side on which it is due. */
  side: 'above' | 'below';
}

/** When a noisy series crosses its limit. Days count from now. */
export interface Crossing {
  survives: (daysFromNow: number) => number;
  /** Half-way day of the crossing; past where it is over already. */
  inDays: number;
  /** null: over already at the last reading. `from`: these readings, or earlier cycles. */
  trend: { perDay: number; readings: number; from: 'readings' | 'earlier-cycles' } | null;
}

/**
 * Over already: due since the last reading. Otherwise by a robust line through the readings of this cycle, or with
 * fewer than three of them by the slopes of earlier cycles. A slope within its own error is no trend: null, the
 * series says nothing. Nothing over its limit only by the reading's own error counts as over.
 * @param points of this cycle, oldest first; days from now (negative)
 * @param errorSd standard deviation of one reading, in the unit of the values
 * @param earlierSlopes slopes of earlier cycles, per day
 */
export function crossing(
  points: readonly Point[],
  limit: Limit,
  errorSd: number,
  earlierSlopes: readonly number[] = [],
): Crossing | null {
  const latest = points.at(-1);
  if (!latest) return null;
  const sign = limit.side === 'above' ? 1 : -1;
  if (sign * (latest.value - limit.value) > errorSd)
    return { survives: (days) => (days < latest.days ? 1 : 0), inDays: latest.days, trend: null };
  const fitted = trendLine(points, errorSd);
  const line: Line | null = fitted
    ? { ...fitted, from: 'readings' }
    : lineOfEarlier(points, errorSd, earlierSlopes);
  if (!line || sign * line.perDay <= line.slopeError) return null;
  const toGo = (days: number) =>
    sign * (limit.value - line.levelAtLatest - line.perDay * (days - latest.days));
  return {
    survives: (days) =>
      days <= latest.days
        ? 1
        : normalCdf(toGo(days) / Math.hypot(line.levelError, line.slopeError * (days - latest.days))),
    inDays: latest.days + (limit.value - line.levelAtLatest) / line.perDay,
    trend: { perDay: line.perDay, readings: line.readings, from: line.from },
  };
}

type Line = Omit<TrendLine, 'slopeSe'> & { from: 'readings' | 'earlier-cycles' };

function lineOfEarlier(points: readonly Point[], errorSd: number, slopes: readonly number[]): Line | null {
  const latest = points.at(-1);
  if (!latest || slopes.length === 0) return null;
  const perDay = median(slopes);
  const spread = 1.4826 * median(slopes.map((slope) => Math.abs(slope - perDay)));
  return {
    perDay,
    levelAtLatest: latest.value,
    slopeError: Math.max(spread, LONE_SLOPE_SPREAD * Math.abs(perDay)) / Math.sqrt(slopes.length),
    levelError: errorSd,
    readings: points.length,
    from: 'earlier-cycles',
  };
}

/** The slope of one ended cycle, per day; null with fewer than three readings. */
export function slopeOfCycle(points: readonly Point[]): number | null {
  return points.length < FEWEST_FOR_TREND ? null : (robustTrend(points)?.slopePerDay ?? null);
}
