import { NINETEEN_IN_TWENTY } from '../statistics/confidence.ts';
import { isJudgedOrAfter, pointValue, type TestPoint } from './testSeries.ts';

/** What the animals take, from tests with no change and no other dose between them. Per day, stored unit. */
export interface Consumption {
  perDay: number;
  /** Standard error of it, from the tests' own error. */
  error: number;
  /** How many stretches, and how many days in all. */
  stretches: number;
  days: number;
}

/** Older stretches tell of another season. */
const LAST_DAYS = 35;

/**
 * Use = what was dosed + what the level fell by, from just after one change to just before the next. Stretches are
 * pooled by least squares: a long one tells more than a short one.
 * @param changes days from now of water changes, oldest first; a test of the same day counts before it unless it says after
 * @param dosePerDay in the parameter's stored unit a day; 0 where nothing is dosed
 * @param doseSince days from now since this dose holds: earlier stretches had another one
 * @param error one reading's, stored unit
 * @returns null where no stretch has two tests: test once right after a change
 * @source mass balance
 */
export function consumptionOf(
  points: readonly TestPoint[],
  changes: readonly number[],
  dosePerDay: number,
  doseSince: number,
  error: number,
): Consumption | null {
  const from = Math.max(-LAST_DAYS, doseSince);
  const starts = [Number.NEGATIVE_INFINITY, ...changes];
  let across = 0;
  let along = 0;
  let stretches = 0;
  let days = 0;
  starts.forEach((start, i) => {
    const end = starts[i + 1] ?? Number.POSITIVE_INFINITY;
    const inside = points.filter(
      (point) =>
        isJudgedOrAfter(point) && point.days >= from && isAfter(point, start) && !isAfter(point, end),
    );
    const [first, last] = [inside[0], inside.at(-1)];
    if (!first || !last || last.days - first.days < 1) return;
    const span = last.days - first.days;
    across += span * (pointValue(first) - pointValue(last));
    along += span ** 2;
    stretches++;
    days += span;
  });
  if (along === 0) return null;
  return {
    perDay: dosePerDay + across / along,
    error: (Math.SQRT2 * error) / Math.sqrt(along),
    stretches,
    days,
  };
}

/** Half a day: a change and the test after it carry one date. */
const SAME = 0.5;
function isAfter(point: TestPoint, change: number): boolean {
  return Math.abs(point.days - change) < SAME ? point.timing === 'after' : point.days > change;
}

/** A new daily dose, or none where the tests cannot tell it from the present one. */
export interface DoseAdvice {
  /** Stored unit a day: what holds the level. */
  holding: number;
  /** Half the width that holds 19 times in 20. */
  within: number;
  now: number;
  /** false: the difference lies within the tests' error, so nothing is changed. */
  change: boolean;
}

/** @param dosePerDay stored unit a day @source mass balance; the limit is two standard errors */
export function doseAdvice({ perDay, error }: Consumption, dosePerDay: number): DoseAdvice {
  const within = NINETEEN_IN_TWENTY * error;
  return {
    holding: Math.max(0, perDay),
    within,
    now: dosePerDay,
    change: Math.abs(perDay - dosePerDay) > within,
  };
}
