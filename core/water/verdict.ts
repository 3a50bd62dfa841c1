import { robustSd } from '../statistics/spread.ts';
import { NINETEEN_IN_TWENTY } from '../statistics/confidence.ts';
import { median } from '../statistics/median.ts';
import { isStripped, judge, type ParameterId, type Verdict } from './parameters.ts';
import { FEWEST_FOR_TREND, isClear, type Trend } from '../statistics/trend.ts';
import {
  courseTrend,
  isJudged,
  pointValue,
  presentCourse,
  readingError,
  type Doubt,
  type TestPoint,
  type TestSeries,
} from './testSeries.ts';

/** How it goes since the last service that concerns it; per week, stored unit. */
export type Tendency =
  | {
      kind: 'rising' | 'falling';
      perWeek: number;
      error: number;
      readings: number;
      /** The line at its latest reading. */
      level: number;
    }
  /** A slope within its own error (19 times in 20) is no trend. */
  | { kind: 'steady'; error: number; readings: number }
  | { kind: 'not-known'; readings: number; needed: number };

/** Against the test of about a week before, and what such a week usually brings. */
export interface WeekChange {
  from: number;
  days: number;
  change: number;
  /** The change is smaller than two readings can tell. */
  withinError: boolean;
  /** Median change of a week before that; null with fewer than three such weeks. */
  usual: number | null;
  /** Much more, or the other way, than such weeks bring and than the tests' error explains. */
  unusual: boolean;
}

/** The judgement on one parameter of one system. */
export interface ParameterVerdict {
  parameter: ParameterId;
  verdict: Verdict;
  /** The last test without a doubt; null: none. */
  latest: TestPoint | null;
  /** In doubt and not older than a day before `latest`: said, not acted upon. */
  doubtful: { point: TestPoint; doubt: Doubt } | null;
  /** How far out of the band, in stored units; 0 in it. */
  outBy: number;
  trend: Tendency;
  /** Days from now until the line leaves the band; null: it does not, or nobody knows. */
  leaves: { side: 'above' | 'below'; inDays: number; soonest: number; latest: number | null } | null;
  week: WeekChange | null;
  /** One reading's error, stored unit. */
  error: number;
}

/** Where a line leads within a year is said; beyond it nobody knows. */
const FARTHEST_DAYS = 365;
/** A probe and the kit that contradicts it were read together. */
const SAME_TEST_DAYS = 1;
/** A week is four to ten days, since visits slip. */
const WEEK = { from: 4, to: 10 };
const FEWEST_WEEKS = 3;
/** Two readings of one error differ by chance this much 19 times in 20. */
const TWO_READINGS = NINETEEN_IN_TWENTY * Math.SQRT2;

/**
 * Judges the last test: in its band, near its edge, out; the robust trend of tests taken before changes since the last
 * related service; when it leaves the band; how the last week compares.
 */
export function verdictOf(series: TestSeries): ParameterVerdict {
  const { parameter, band, method, points } = series;
  const judged = points.filter(isJudged);
  const latest = judged.at(-1) ?? null;
  const doubted = points.findLast((point) => point.timing !== 'after' && point.doubt !== null) ?? null;
  const error = readingError(method);
  const verdict: Verdict =
    latest === null
      ? 'no-band'
      : isStripped(parameter, latest.below, series.warnAtZero)
        ? 'stripped'
        : judge(latest.value, latest.below, band, method.repeatability);
  const line = courseTrend(series);
  const trend = tendencyOf(line, presentCourse(series).length);
  return {
    parameter,
    verdict,
    latest,
    doubtful:
      doubted?.doubt && (!latest || doubted.days > latest.days - SAME_TEST_DAYS)
        ? { point: doubted, doubt: doubted.doubt }
        : null,
    outBy: latest ? outBy(latest, series) : 0,
    trend,
    leaves: verdict === 'above' || verdict === 'below' ? null : leavesBand(series, line, trend),
    week: weekOf(judged, error),
    error,
  };
}

function outBy({ value, below }: TestPoint, { band }: TestSeries): number {
  if (!band) return 0;
  if (band.hi !== null && !below && value > band.hi) return value - band.hi;
  if (band.lo !== null && value < band.lo) return value - band.lo;
  return 0;
}

function tendencyOf(line: Trend | null, readings: number): Tendency {
  if (!line) return { kind: 'not-known', readings, needed: FEWEST_FOR_TREND };
  const [perWeek, error] = [7 * line.slope, 7 * NINETEEN_IN_TWENTY * line.standardError];
  return isClear(line)
    ? { kind: perWeek > 0 ? 'rising' : 'falling', perWeek, error, readings: line.n, level: line.level }
    : { kind: 'steady', error, readings: line.n };
}

function leavesBand({ band }: TestSeries, line: Trend | null, trend: Tendency): ParameterVerdict['leaves'] {
  if (!line || !band || (trend.kind !== 'rising' && trend.kind !== 'falling')) return null;
  const side = trend.kind === 'rising' ? 'above' : 'below';
  const edge = side === 'above' ? band.hi : band.lo;
  const at = line.latestDays;
  if (edge === null) return null;
  const toGo = edge - line.level;
  const when = (slope: number): number | null => (slope * toGo > 0 ? at + toGo / slope : null);
  const doubt = Math.sign(line.slope) * NINETEEN_IN_TWENTY * line.standardError;
  const steeper = line.slope + doubt;
  const flatter = line.slope - doubt;
  const latest = when(flatter);
  const inDays = when(line.slope);
  if (inDays === null || inDays > FARTHEST_DAYS) return null;
  return {
    side,
    inDays: Math.max(0, inDays),
    soonest: Math.max(0, when(steeper) ?? 0),
    latest: latest === null || latest > FARTHEST_DAYS ? null : latest,
  };
}

function weekOf(judged: readonly TestPoint[], error: number): WeekChange | null {
  const weeks = judged.flatMap((point, i) => {
    const before = judged
      .slice(0, i)
      .findLast((one) => point.days - one.days >= WEEK.from && point.days - one.days <= WEEK.to);
    return before ? [{ point, before, change: pointValue(point) - pointValue(before) }] : [];
  });
  const last = weeks.at(-1);
  if (!last || last.point !== judged.at(-1)) return null;
  const earlier = weeks.slice(0, -1).map((week) => week.change);
  const usual = earlier.length < FEWEST_WEEKS ? null : median(earlier);
  const spread = usual === null ? 0 : robustSd(earlier);
  return {
    from: pointValue(last.before),
    days: last.point.days - last.before.days,
    change: last.change,
    withinError: Math.abs(last.change) < TWO_READINGS * error,
    usual,
    unusual:
      usual !== null && Math.abs(last.change - usual) > TWO_READINGS * Math.max(spread / Math.SQRT2, error),
  };
}
