import { robustSd } from '../statistics/spread.ts';
import { median } from '../statistics/median.ts';
import { robustTrend, type Point } from '../statistics/robustSlope.ts';
import { FEWEST_FOR_TREND, isClear, trendOf, type Trend } from '../statistics/trend.ts';
import { normalCdf } from '../statistics/normal.ts';

/** How far apart the slopes of different cycles are when only one earlier cycle tells: a house default. */
const LONE_SLOPE_SPREAD = 0.3;

export interface Limit {
  value: number;
  /** The side on which it is due. */
  side: 'above' | 'below';
}
/** A limit that was crossed: after the last reading inside it (null: there is none), by the first one outside. Days from now. */
export interface Crossed {
  afterDays: number | null;
  byDays: number;
}

/** When a noisy series crosses its limit. Days count from now. */
export interface Crossing {
  survives: (daysFromNow: number) => number;
  /** Half-way day of the crossing; past where it is over already. */
  inDays: number;
  /** null: it has not crossed it. */
  crossed: Crossed | null;
  /** null: crossed already. `from`: these readings, or earlier cycles. */
  trend: { perDay: number; readings: number; from: 'readings' | 'earlier-cycles' } | null;
}

/**
 * Over already: due since its course crossed the limit, somewhere between the last reading inside and the first outside.
 * Otherwise by the trend of the readings of this cycle, or with fewer than three of them by the slopes of earlier cycles.
 * A slope within its own error is no trend: null, the series says nothing. Nothing over its limit only by the reading's
 * own error counts as over.
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
  if (signOf(limit) * (latest.value - limit.value) > errorSd) return alreadyOver(points, limit);
  const fitted = trendOf(points, errorSd);
  const line: Line | null = fitted
    ? { ...fitted, from: 'readings' }
    : lineOfEarlier(points, errorSd, earlierSlopes);
  return line && alongLine(line, latest, limit);
}

/** When a line leads over a limit; null where it does not, or not clearly. */
export function alongLine(line: Line, latest: Point, limit: Limit): Crossing | null {
  const sign = signOf(limit);
  if (!isClear(line) || sign * line.slope <= 0) return null;
  const toGo = (days: number) => sign * (limit.value - line.level - line.slope * (days - latest.days));
  return {
    survives: (days) => (days <= latest.days ? 1 : normalCdf(toGo(days) / line.errorAt(days))),
    inDays: latest.days + (limit.value - line.level) / line.slope,
    crossed: null,
    trend: { perDay: line.slope, readings: line.n, from: line.from },
  };
}

const signOf = ({ side }: Limit): number => (side === 'above' ? 1 : -1);

/** Nobody saw it cross: any moment between the last reading inside and the first of those outside is as likely. */
export function alreadyOver(points: readonly Point[], limit: Limit): Crossing {
  const sign = signOf(limit);
  const insideAt = points.findLastIndex((point) => sign * (point.value - limit.value) <= 0);
  const afterDays = points[insideAt]?.days ?? null;
  const byDays = points[insideAt + 1]?.days ?? 0;
  return {
    survives: (days) =>
      days >= byDays
        ? 0
        : afterDays === null || days <= afterDays
          ? 1
          : (byDays - days) / (byDays - afterDays),
    inDays: afterDays === null ? byDays : (afterDays + byDays) / 2,
    crossed: { afterDays, byDays },
    trend: null,
  };
}

export type Line = Trend & { from: 'readings' | 'earlier-cycles' };

function lineOfEarlier(points: readonly Point[], errorSd: number, slopes: readonly number[]): Line | null {
  const latest = points.at(-1);
  if (!latest || slopes.length === 0) return null;
  const slope = median(slopes);
  const spread = robustSd(slopes);
  const standardError = Math.max(spread, LONE_SLOPE_SPREAD * Math.abs(slope)) / Math.sqrt(slopes.length);
  return {
    slope,
    standardError,
    n: points.length,
    level: latest.value,
    latestDays: latest.days,
    errorAt: (days) => Math.hypot(errorSd, standardError * (days - latest.days)),
    from: 'earlier-cycles',
  };
}

/** The slope of one ended cycle, per day; null with fewer than three readings. */
export function slopeOfCycle(points: readonly Point[]): number | null {
  return points.length < FEWEST_FOR_TREND ? null : (robustTrend(points)?.slopePerDay ?? null);
}
