import { normalise } from './wearGrid.ts';
import { wearSurvivalTable } from './wearSurvival.ts';
import type { WearGrid } from './wearGrid.ts';

// The life that runs now. What the records of earlier lives expect of it, what was read on its way to a limit and how it
// looked in between are all evidence on this one belief: a weight for each length it may have.

/** Weights over ln life, a step apart, summing to 1. */
export interface LifeBelief {
  /** ln of the first length. */
  from: number;
  step: number;
  weights: Float64Array;
}

/** What the records expect of the next life, in the unit of the grid. */
export function lifeOfRecords(grid: WearGrid): LifeBelief {
  const { from, step, values } = wearSurvivalTable(grid);
  const weights = new Float64Array(values.length - 1);
  // between two points of the survival lies what falls there; it stands in their middle
  for (let k = 0; k < weights.length; k++)
    weights[k] = Math.max(0, (values[k] as number) - (values[k + 1] as number));
  normalise(weights);
  return { from: from + step / 2, step, weights };
}

const NORMAL_STEP = 0.04;
const NORMAL_REACH_SD = 4.5;
/** What is expected where no record tells: ln life, normal. */
export function lifeOfNormal({ mean, sd }: { mean: number; sd: number }): LifeBelief {
  const half = Math.ceil((NORMAL_REACH_SD * sd) / NORMAL_STEP);
  const weights = Float64Array.from({ length: 2 * half + 1 }, (_, i) =>
    Math.exp(-((((i - half) * NORMAL_STEP) / sd) ** 2) / 2),
  );
  normalise(weights);
  return { from: mean - half * NORMAL_STEP, step: NORMAL_STEP, weights };
}

/**
 * A belief weighed by how likely something seen is under each length of the life.
 * @param logLikelihood by ln life; −∞: it cannot be
 * @returns the belief, and ln of how likely it was altogether; the belief as it was where nothing fits what was seen
 */
export function knowing(
  { from, step, weights }: LifeBelief,
  logLikelihood: (logLife: number) => number,
): { belief: LifeBelief; logSeen: number } {
  const logs = new Float64Array(weights.length);
  let highest = Number.NEGATIVE_INFINITY;
  for (let k = 0; k < weights.length; k++) {
    const weight = weights[k] as number;
    const log = weight > 0 ? Math.log(weight) + logLikelihood(from + k * step) : Number.NEGATIVE_INFINITY;
    logs[k] = log;
    if (log > highest) highest = log;
  }
  if (!(highest > Number.NEGATIVE_INFINITY)) return { belief: { from, step, weights }, logSeen: highest };
  const known = logs.map((log) => Math.exp(log - highest));
  let sum = 0;
  for (let k = 0; k < known.length; k++) sum += known[k] as number;
  normalise(known);
  return { belief: { from, step, weights: known }, logSeen: highest + Math.log(sum) };
}

/** The chance that the life is longer than an exposure; straight in ln between the points. */
export function lifeSurvival({ from, step, weights }: LifeBelief): (exposure: number) => number {
  const left = new Float64Array(weights.length + 1);
  for (let k = weights.length - 1; k >= 0; k--) left[k] = (left[k + 1] as number) + (weights[k] as number);
  const begin = from - step / 2;
  return (exposure) => {
    if (exposure <= 0) return 1;
    const at = (Math.log(exposure) - begin) / step;
    if (at <= 0) return 1;
    if (at >= weights.length) return 0;
    const below = Math.floor(at);
    const here = left[below] as number;
    return here + (at - below) * ((left[below + 1] as number) - here);
  };
}

/** What is left of a life that somebody saw outlast an exposure: before it certain, after it the share of what was left. */
export function outlasting(
  survives: (exposure: number) => number,
  seenAt: number,
): (exposure: number) => number {
  const left = survives(seenAt);
  return (exposure) => (exposure <= seenAt ? 1 : Math.min(1, survives(exposure) / left));
}

/** The middle of a belief, in the unit of the exposure. */
export function lifeMedian({ from, step, weights }: LifeBelief): number {
  let sum = 0;
  for (let k = 0; k < weights.length; k++) {
    sum += weights[k] as number;
    if (sum >= 0.5) return Math.exp(from + k * step);
  }
  return Math.exp(from + (weights.length - 1) * step);
}
