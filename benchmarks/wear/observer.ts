import { gradeIndex, wearEdges, type Found } from '../../core/wear/found.ts';
import { normalCdf } from '../../core/statistics/normal.ts';
import { beliefOfRange } from '../../core/wear/wearGrid.ts';
import { bisect } from '../../core/numeric/bisect.ts';
import type { WearAnswer } from '../../core/wear/wearCases.ts';
import { plainTruth, type SimulatedCase } from './simulateLives.ts';

// Bayes with the simulation's own law: how often the load doubles, when, how people grade, how lives scatter. Nobody who
// sees only the records can do better over all parts; what even this one misses is not to be had from them.

/** What such an observer is told beside the law of steady parts. */
export interface Told {
  /** The chance that the load of a part has doubled: 1 where somebody says so, though not when; left out: 0. */
  doubled?: number;
  /** The chance that lives are twice what the range says, or half of it; left out: 0. */
  rangeWrong?: number;
}
const STEP = 0.02;
const WITHIN = 1e-4;
const REACH_SDS = 5;
/** A doubling lies one to five cycles back. */
const BACK = 5;

/** The law of the next life of one part, by what its records show. */
export function knowingTheLaw({ asked }: SimulatedCase, { doubled = 0, rangeWrong = 0 }: Told): WearAnswer {
  const { sigma, gradingSd, slip } = plainTruth;
  const { middle, tau } = beliefOfRange(asked.range);
  const seen = asked.cycles.map(({ days, found }) => ({ logDays: Math.log(days), found }));
  const length = seen.length;
  const places = length > 1 ? Math.min(BACK, length - 1) : 0;
  const spread = Math.hypot(sigma, gradingSd);
  const chanceOf = (found: Found, logDays: number, mu: number): number => {
    const k = gradeIndex[found];
    const under = (edge: number) =>
      edge === 0 ? 0 : edge === Infinity ? 1 : normalCdf((Math.log(edge) - logDays + mu) / spread);
    return (1 - slip) * (under(wearEdges[k + 1] ?? Infinity) - under(wearEdges[k] ?? 0)) + slip / 5;
  };
  const fit = (mu: number, from: number, to: number): number =>
    seen
      .slice(from, to)
      .reduce((product, { found, logDays }) => product * (found ? chanceOf(found, logDays, mu) : 1), 1);

  // ln of the life to come, and its weight: steady, or halved after each cycle that it may have been
  const next: { mu: number; weight: number }[] = [];
  const bell = (apart: number): number => Math.exp(-((apart / tau) ** 2) / 2);
  const halfWidth = REACH_SDS * tau + Math.LN2;
  for (let mu = middle - halfWidth; mu <= middle + halfWidth; mu += STEP) {
    const apart = mu - middle;
    const prior =
      (1 - rangeWrong) * bell(apart) + (rangeWrong / 2) * (bell(apart - Math.LN2) + bell(apart + Math.LN2));
    next.push({ mu, weight: prior * (places > 0 ? 1 - doubled : 1) * fit(mu, 0, length) });
    for (let back = 0; back < places; back++) {
      const whole = length - 1 - back;
      const weight = prior * (doubled / places) * fit(mu, 0, whole) * fit(mu - Math.LN2, whole, length);
      next.push({ mu: mu - Math.LN2, weight });
    }
  }
  const survival = (days: number): number =>
    next.reduce((sum, { mu, weight }) => sum + weight * normalCdf((mu - Math.log(days)) / sigma), 0);
  const { days: age } = asked.now;
  const left = survival(Math.max(age, 1e-6));
  const at = (due: number): number => {
    const [low, high] = [Math.log(Math.max(age, 1e-6)), middle + halfWidth + 3];
    return Math.exp(bisect((logDays) => survival(Math.exp(logDays)) - (1 - due) * left, low, high, WITHIN));
  };
  return { earliest: at(0.1), likely: at(0.5), latest: at(0.9), recommended: at(1 / asked.costRatio) };
}
