import { normalCdfFast, Z_90 } from '../../wear/normal.ts';

const Z_75 = 0.6744897501960817;
/** A window of no width is a day that was set: due before it never, after it surely. */
const SET_DAY_Z = 4;

/** The chance that a job is due, by days. */
export type Chance = (days: number) => number;

/** Points of a window: days at which a tenth, a quarter, half, three quarters, nine tenths are due. */
export interface WindowDays {
  earliest: number;
  quarter: number;
  likely: number;
  threeQuarters: number;
  latest: number;
}

/**
 * The chance of being due between and beyond the points of a window: straight lines of normal scores, the outer ones
 * going on. What screens show of a window is all it needs, so that every place that asks gets the same answer.
 */
export function chanceOf(window: WindowDays): Chance {
  const days = [window.earliest, window.quarter, window.likely, window.threeQuarters, window.latest];
  const scores = [-Z_90, -Z_75, 0, Z_75, Z_90];
  // several points on one day: the last of them holds there
  const points: { day: number; score: number }[] = [];
  for (const [i, day] of days.entries()) {
    const last = points.at(-1);
    const score = scores[i] ?? 0;
    if (last && day <= last.day) last.score = score;
    else points.push({ day, score });
  }
  const [first, second] = points;
  if (!first) return () => 0;
  if (!second) return (x) => normalCdfFast(x < first.day ? -SET_DAY_Z : SET_DAY_Z);
  return (x) => {
    let i = 1;
    while (i < points.length - 1 && x > (points[i]?.day ?? 0)) i++;
    const [a, b] = [points[i - 1] ?? first, points[i] ?? second];
    return normalCdfFast(a.score + ((b.score - a.score) * (x - a.day)) / (b.day - a.day));
  };
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
    return normalCdfFast(spread < 1e-6 ? Math.sign(far) * SET_DAY_Z : (far / spread) * Z_90);
  };
}
