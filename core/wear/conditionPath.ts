import { normalise } from './wearGrid.ts';

// A reading that creeps from its clean value to a limit tells of this very life, not of lives like it. What the records
// expect of the life is weighed by how well each life would explain the path so far.

/** Wear seldom goes straight: share of the way ∝ (age ÷ life)^bend. House figures. */
const BENDS = [
  { bend: 0.7, weight: 0.25 },
  { bend: 1, weight: 0.5 },
  { bend: 1.5, weight: 0.25 },
] as const;
/** The path itself wanders by this share of the whole way, besides the reading's own error: a house default. */
const WANDER = 0.05;
const STEP = 0.04;
const REACH_SD = 4.5;

export interface PathReading {
  /** Exposure since the last service, over 0. */
  age: number;
  /** Share of the way from the clean value (0) to the limit (1); may be below 0 or above 1. */
  way: number;
}
/** What is expected of the life before the path is seen: ln life, normal. */
export interface ExpectedLife {
  mean: number;
  sd: number;
}
/** Weights over ln life, a STEP apart. */
export interface LifeWeights {
  logs: Float64Array;
  weights: Float64Array;
}

/**
 * The belief about one life from a noisy path to its limit.
 * @param readings of this cycle, any order
 * @param errorShare standard deviation of one reading as a share of the whole way
 * @source Bayes' rule on a grid; the bends and the wander are house figures, checked by simulation (docs/science.md)
 */
export function lifeByPath(
  expected: ExpectedLife,
  readings: readonly PathReading[],
  errorShare: number,
): LifeWeights {
  const half = Math.ceil((REACH_SD * expected.sd) / STEP);
  const logs = Float64Array.from({ length: 2 * half + 1 }, (_, i) => expected.mean + (i - half) * STEP);
  const sd = Math.hypot(errorShare, WANDER);
  const fits = logs.map((log) => {
    let best = Number.NEGATIVE_INFINITY;
    const each = BENDS.map(({ bend, weight }) => {
      let fit = Math.log(weight);
      for (const { age, way } of readings) {
        const miss = (way - Math.exp(bend * (Math.log(age) - log))) / sd;
        // a reading far off the path is a slip of the reader, not the end of the belief
        fit -= 2.5 * Math.log1p((miss * miss) / 4);
      }
      best = Math.max(best, fit);
      return fit;
    });
    const prior = -(((log - expected.mean) / expected.sd) ** 2) / 2;
    return prior + best + Math.log(each.reduce((sum, fit) => sum + Math.exp(fit - best), 0));
  });
  let highest = Number.NEGATIVE_INFINITY;
  for (const fit of fits) highest = Math.max(highest, fit);
  const weights = fits.map((fit) => Math.exp(fit - highest));
  normalise(weights);
  return { logs, weights };
}

/** The chance that the life is longer than an exposure; straight between the points of the grid. */
export function pathSurvival({ logs, weights }: LifeWeights): (exposure: number) => number {
  const left = new Float64Array(weights.length + 1);
  for (let i = weights.length - 1; i >= 0; i--) left[i] = (left[i + 1] ?? 0) + (weights[i] ?? 0);
  const from = (logs[0] ?? 0) - STEP / 2;
  return (exposure) => {
    if (exposure <= 0) return 1;
    const at = (Math.log(exposure) - from) / STEP;
    if (at <= 0) return 1;
    if (at >= weights.length) return 0;
    const below = Math.floor(at);
    const here = left[below] ?? 0;
    return here + (at - below) * ((left[below + 1] ?? 0) - here);
  };
}

/** The middle of the belief. */
export function pathMedian({ logs, weights }: LifeWeights): number {
  let sum = 0;
  for (let i = 0; i < logs.length; i++) {
    sum += weights[i] ?? 0;
    if (sum >= 0.5) return Math.exp(logs[i] ?? 0);
  }
  return Math.exp(logs.at(-1) ?? 0);
}
