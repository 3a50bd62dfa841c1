import { NINETEEN_IN_TWENTY } from '../statistics/confidence.ts';
import { judge, type Band } from './parameters.ts';
import { isJudged, pointValue, readingError, type TestPoint, type TestSeries } from './testSeries.ts';

/** Something done for a parameter that was out of its band. Days from now, negative. */
export interface Doing {
  what: string;
  days: number;
  /** null: nobody said. */
  minutes: number | null;
}
/** The mean of some tests and its standard error, stored unit. */
export interface Level {
  value: number;
  error: number;
  tests: number;
}
/** A parameter that left its band, what was done for it, and whether that helped. */
export interface WaterCase {
  side: 'above' | 'below';
  /** The first test outside. Days from now. */
  openedDays: number;
  /** The test that found it inside again; null: it is still out. */
  closedDays: number | null;
  doings: readonly Doing[];
  before: Level;
  /** null: no test yet that could show what was done. */
  after: Level | null;
  outcome: 'worked' | 'helps' | 'no-clear-change' | 'worse' | 'too-early' | 'nothing-done';
  /** The case before it on the same side that ended well, and what was done then; null: there is none. */
  lastTime: { closedDays: number; doings: readonly Doing[] } | null;
}

/** What was done shows in the water from the day after; a test before that is of the old water. House default. */
const SHOWS_AFTER_DAYS = 1;
/** A case that drags on is told by its last twelve weeks: what was tried before that is another story. */
const TOLD_DAYS = 84;
/** So many of the latest tests make a level: more would count what has changed since. */
const LEVEL_OF = 3;

/**
 * The latest case of a parameter: from the first test outside its band to the test that found it inside again, with the
 * level before anything was done against the latest tests since.
 * @param doings of any time, in any order
 * @returns null where it never left its band
 * @source the difference of two means against its own error, 19 times in 20
 */
export function latestCase(series: TestSeries, doings: readonly Doing[]): WaterCase | null {
  const { band, method } = series;
  const points = series.points.filter(isJudged);
  const found = lastOut(points, band, method.repeatability);
  if (!band || !found) return null;
  const { opened, closed, side } = found;
  const latest = closed?.days ?? points.at(-1)?.days ?? 0;
  const until = closed?.days ?? Number.POSITIVE_INFINITY;
  const done = doings
    .filter((one) => one.days >= Math.max(opened.days - 1, latest - TOLD_DAYS) && one.days <= until)
    .sort((a, b) => a.days - b.days);
  const [first] = done;
  const error = readingError(method);
  const out = points.filter((point) => point.days >= opened.days && point.days <= until && point !== closed);
  const before = levelOf(
    out.filter((point) => !first || point.days <= first.days),
    error,
  );
  const since = first ? first.days + SHOWS_AFTER_DAYS : Number.POSITIVE_INFINITY;
  const after = levelOf(
    points.filter((point) => (closed ? point.days >= closed.days : point.days >= since)),
    error,
  );
  const whole = before ?? levelOf(out.slice(0, 1), error);
  return (
    whole && {
      side,
      openedDays: opened.days,
      closedDays: closed?.days ?? null,
      doings: done,
      before: whole,
      after,
      outcome: closed ? 'worked' : outcomeOf(whole, after, side, done.length > 0),
      lastTime: lastTimeOf(series, doings, opened, side),
    }
  );
}

/** What ended the case before: its tests are those before this one opened. */
function lastTimeOf(
  series: TestSeries,
  doings: readonly Doing[],
  opened: TestPoint,
  side: WaterCase['side'],
): WaterCase['lastTime'] {
  const earlier = latestCase(
    { ...series, points: series.points.filter((point) => point.days < opened.days) },
    doings,
  );
  if (!earlier) return null;
  return earlier.side === side && earlier.closedDays !== null && earlier.doings.length > 0
    ? { closedDays: earlier.closedDays, doings: earlier.doings }
    : earlier.lastTime;
}

function lastOut(
  points: readonly TestPoint[],
  band: Band | null,
  repeatability: number,
): { opened: TestPoint; closed: TestPoint | null; side: WaterCase['side'] } | null {
  let open: { opened: TestPoint; closed: TestPoint | null; side: WaterCase['side'] } | null = null;
  for (const point of points) {
    const verdict = judge(point.value, point.below, band, repeatability);
    const isOut = verdict === 'above' || verdict === 'below';
    if (isOut && (!open || open.closed || open.side !== verdict))
      open = { opened: point, closed: null, side: verdict };
    else if (!isOut && open && !open.closed) open.closed = point;
  }
  return open;
}

function levelOf(points: readonly TestPoint[], error: number): Level | null {
  const latest = points.slice(-LEVEL_OF);
  if (latest.length === 0) return null;
  return {
    value: latest.reduce((sum, point) => sum + pointValue(point), 0) / latest.length,
    error: error / Math.sqrt(latest.length),
    tests: latest.length,
  };
}

function outcomeOf(
  before: Level,
  after: Level | null,
  side: WaterCase['side'],
  anythingDone: boolean,
): WaterCase['outcome'] {
  if (!anythingDone) return 'nothing-done';
  if (!after) return 'too-early';
  const better = side === 'above' ? before.value - after.value : after.value - before.value;
  if (Math.abs(better) < NINETEEN_IN_TWENTY * Math.hypot(before.error, after.error)) return 'no-clear-change';
  return better > 0 ? 'helps' : 'worse';
}
