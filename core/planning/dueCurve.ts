import { daysUntilDue, type Curve } from '../rules/combine.ts';
import { FARTHEST_DAYS } from '../rules/farthest.ts';
import { normalCdfFast, normalQuantile, Z_90 } from '../statistics/normal.ts';

/** The chance that a job is due, by days. */
export type Chance = (days: number) => number;

/** The shares of chance at which a curve is kept. Between them it goes straight in normal scores. */
export const CURVE_SHARES = [
  0.01, 0.02, 0.05, 0.1, 0.2, 0.25, 0.35, 0.5, 0.65, 0.75, 0.9, 0.95, 0.99,
] as const;
const SCORES = CURVE_SHARES.map(normalQuantile);
/** What is certain on a day that was set: due before it never, after it surely. */
const SURE = 8;

/**
 * The one curve of a job's date, compact enough to travel with it: days from the end of today (negative: past) at which
 * each of CURVE_SHARES is due; null: not within twenty years. Lists, levelling, absences, what-if, calendars, explanations
 * and reports all read it, so that none of them can say another chance.
 */
export type DueCurve = readonly (number | null)[];

/** @param shiftDays from the instant of planning to the end of the local day */
export function dueCurveOf(curve: Curve, oldestAgeDays: number, shiftDays: number): DueCurve {
  return CURVE_SHARES.map((share) => {
    const inDays = daysUntilDue(curve, share, oldestAgeDays);
    return inDays >= FARTHEST_DAYS ? null : Math.round((inDays - shiftDays) * 1000) / 1000;
  });
}

/** A day that was set, or a job that was found due: nothing is due before it, everything after. */
export const setDay = (day: number): DueCurve => CURVE_SHARES.map(() => day);

/** Days from the end of today at which a share is due; null: never, as far as anybody can tell. */
export const dayOfShare = (curve: DueCurve, share: (typeof CURVE_SHARES)[number]): number | null =>
  curve[CURVE_SHARES.indexOf(share)] ?? null;

interface Point {
  day: number;
  /** Where several shares fall on one day: the score just before it, and from it on. */
  before: number;
  after: number;
}

/** The chance of being due by the end of the day so many days from today. */
export function chanceDue(curve: DueCurve): Chance {
  const points: Point[] = [];
  for (const [i, day] of curve.entries()) {
    if (day === null) break;
    const score = SCORES[i] ?? 0;
    const last = points.at(-1);
    if (last && day <= last.day) last.after = score;
    else points.push({ day, before: score, after: score });
  }
  const [first] = points;
  const last = points.at(-1);
  if (!first || !last) return () => 0;
  // a curve that was not kept to its end stays where it was last known; one that was, goes on to certainty
  const isWhole = curve.at(-1) !== null;
  if (isWhole) last.after = last.after > last.before || points.length === 1 ? SURE : last.after;
  if (first.after > first.before) first.before = -SURE;
  return (x) => {
    if (x < first.day) return normalCdfFast(outwards(first, points[1], x, first.before));
    if (x >= last.day)
      return normalCdfFast(isWhole ? outwards(last, points.at(-2), x, last.after) : last.after);
    let i = 1;
    while (i < points.length - 1 && x >= (points[i]?.day ?? 0)) i++;
    const [a, b] = [points[i - 1] ?? first, points[i] ?? last];
    return normalCdfFast(a.after + ((b.before - a.after) * (x - a.day)) / (b.day - a.day));
  };
}

/** Beyond an end the line through it and its neighbour goes on. */
function outwards(end: Point, inner: Point | undefined, x: number, score: number): number {
  if (!inner || Math.abs(score) >= SURE) return score;
  const slope =
    end.day < inner.day
      ? (inner.before - end.after) / (inner.day - end.day)
      : (end.before - inner.after) / (end.day - inner.day);
  return score + slope * (x - end.day);
}

/** A whole life from a fresh start: earliest, likely, latest days; scores run straight over the logarithm of days. */
export function chanceOfLife(life: { earliest: number; likely: number; latest: number }): Chance {
  const at = (days: number): number => Math.log(Math.max(days, 0.01));
  const low = at(life.likely) - at(life.earliest);
  const high = at(life.latest) - at(life.likely);
  return (x) => {
    if (x <= 0) return 0;
    const far = at(x) - at(life.likely);
    const spread = far < 0 ? low : high;
    return normalCdfFast(spread < 1e-6 ? (far < 0 ? -SURE : SURE) : (far / spread) * Z_90);
  };
}
