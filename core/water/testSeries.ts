import { trendOf, type Trend } from '../statistics/trend.ts';
import type { Band, MethodLimits, ParameterId } from './parameters.ts';

/** One test of one parameter, stored unit. Days from now, negative. */
export interface TestPoint {
  days: number;
  value: number;
  below: boolean;
  timing: 'before' | 'after' | null;
  /** Why its instrument is not to be trusted; null: no doubt. */
  doubt: Doubt | null;
}
/** Why a reading is not to be acted upon. */
export type Doubt =
  | { kind: 'said' }
  | { kind: 'kit-expired'; name: string; daysBeforeReading: number }
  | { kind: 'calibration-overdue'; name: string; daysSince: number }
  | { kind: 'disagrees-with-kit'; name: string; difference: number; daysSinceAgreed: number | null };

/** A parameter of one system with the band in force and how it is measured. */
export interface TestSeries {
  parameter: ParameterId;
  band: Band | null;
  warnAtZero: boolean;
  method: MethodLimits;
  /** Oldest first. */
  points: readonly TestPoint[];
  /** Days from now of services that make it start anew (a new media charge), newest last; changes are not among them. */
  resets: readonly number[];
}

/** Where a reading lies below what its method can show, that is all it says: below the method's lowest. */
export function censored(
  value: number,
  below: boolean,
  { lowest }: Pick<MethodLimits, 'lowest'>,
): Pick<TestPoint, 'value' | 'below'> {
  return !below && value < lowest ? { value: lowest, below: true } : { value, below };
}

/** What the present course is read from: no doubt, not thinned by a change, since it last started anew. */
export function presentCourse({ points, resets }: TestSeries): TestPoint[] {
  const since = resets.at(-1) ?? Number.NEGATIVE_INFINITY;
  return points.filter((point) => isJudged(point) && point.days > since);
}
/** The one trend of a series. */
export const courseTrend = (series: TestSeries): Trend | null =>
  trendOf(
    presentCourse(series).map((point) => ({ days: point.days, value: pointValue(point) })),
    readingError(series.method),
  );

/** Standard deviation of one reading: how well the method repeats, and that it shows only steps. */
export function readingError({ repeatability, step }: MethodLimits): number {
  return Math.hypot(repeatability, step / Math.sqrt(12));
}

/** A censored reading stands at half its limit: good enough for a median of slopes. */
export const pointValue = ({ value, below }: Pick<TestPoint, 'value' | 'below'>): number =>
  below ? value / 2 : value;

/** What may be judged by: no doubt upon it, and not taken after a change, which thins what collects. */
export const isJudged = (point: TestPoint): boolean => point.doubt === null && point.timing !== 'after';
/** Drift begins with the test right after a change. */
export const isJudgedOrAfter = (point: TestPoint): boolean => point.doubt === null;
