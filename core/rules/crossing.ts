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
  /** null: crossed already, or no clear trend towards it. `from`: these readings, or earlier cycles. */
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
  if (signOf(limit) * (latest.value - limit.value) > errorSd) return alreadyOver(points, limit, errorSd);
  const fitted = trendOf(points, errorSd);
  const line: Line | null = fitted
    ? { ...fitted, from: 'readings' }
    : lineOfEarlier(points, errorSd, earlierSlopes);
  return line && leadsOver(line, limit) ? alongLine(line, latest, limit) : null;
}

const goesTowards = (line: Line, limit: Limit): boolean => signOf(limit) * line.slope > 0;
/** Whether a line clearly goes towards a limit. */
const leadsOver = (line: Line, limit: Limit): boolean => isClear(line) && goesTowards(line, limit);

/** A level this unlikely to be inside still was found there: by its latest reading. */
const LEAST_INSIDE = 0.05;

/**
 * When a course crosses a limit that its latest reading lies within: by the line with its error, which widens with the
 * days. A slope within its own error is none, and still nobody knows that it stays so for ever; null where it clearly
 * moves away.
 */
export function alongLine(line: Line, latest: Point, limit: Limit): Crossing | null {
  if (isClear(line) && !goesTowards(line, limit)) return null;
  const sign = signOf(limit);
  const leads = leadsOver(line, limit);
  const slope = leads ? line.slope : 0;
  const inside = (days: number): number =>
    normalCdf((sign * (limit.value - line.level - slope * (days - latest.days))) / line.errorAt(days));
  const insideNow = Math.max(LEAST_INSIDE, inside(latest.days));
  return {
    survives: (days) => (days <= latest.days ? 1 : Math.min(1, inside(days) / insideNow)),
    inDays: leads ? latest.days + (limit.value - line.level) / line.slope : Number.POSITIVE_INFINITY,
    crossed: null,
    trend: leads ? { perDay: line.slope, readings: line.n, from: line.from } : null,
  };
}

const signOf = ({ side }: Limit): number => (side === 'above' ? 1 : -1);

/**
 * Nobody saw it cross: any moment between the last reading inside and the first outside is as likely. A reading near the
 * limit may lie on its side by its own error, so the gap between any two readings counts by how well all fit it.
 * @param errorSd standard deviation of one reading
 */
export function alreadyOver(points: readonly Point[], limit: Limit, errorSd: number): Crossing {
  const sign = signOf(limit);
  const insideAt = points.findLastIndex((point) => sign * (point.value - limit.value) <= 0);
  const afterDays = points[insideAt]?.days ?? null;
  const byDays = points[insideAt + 1]?.days ?? 0;
  const gaps = gapsOf(points, limit, errorSd);
  return {
    survives: (days) => gaps.reduce((sum, gap) => sum + gap.weight * notYetIn(gap, days), 0),
    inDays: afterDays === null ? byDays : (afterDays + byDays) / 2,
    crossed: { afterDays, byDays },
    trend: null,
  };
}

/** Between two readings, or at the first of all: where the course may have crossed its limit. */
interface Gap {
  from: number;
  to: number;
  weight: number;
}
const notYetIn = ({ from, to }: Gap, days: number): number =>
  days >= to ? 0 : days <= from ? 1 : (to - days) / (to - from);

/** How likely the crossing lies before each reading: those before it inside, those from it on outside. */
function gapsOf(points: readonly Point[], limit: Limit, errorSd: number): Gap[] {
  const sign = signOf(limit);
  const inside = points.map(({ value }) => normalCdf((sign * (limit.value - value)) / errorSd));
  const likelihoods = points.map((_, k) =>
    inside.reduce((product, one, i) => product * (i < k ? one : 1 - one), 1),
  );
  const all = likelihoods.reduce((sum, one) => sum + one, 0);
  return points.map(({ days }, k) => ({
    from: points[k - 1]?.days ?? days,
    to: days,
    weight: (likelihoods[k] ?? 0) / all,
  }));
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
