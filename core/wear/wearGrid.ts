import { requireWithin } from '../errors.ts';
import { Z_90 } from '../statistics/normal.ts';
import type { YearlyClock } from './yearlyPattern.ts';

/** The spread of single lives: ln θ = μ + σε. House figures, checked by simulation (docs/science.md). */
const SIGMA_FROM = 0.08;
const SIGMA_TO = 0.57;
const SIGMA_COUNT = 5;
const SIGMA_MEDIAN = 0.23;
const SIGMA_LOG_SD = 0.5;
/** μ is carried about the catalogue's middle, wider where the log lies outside. */
const MU_SPAN = 2.4;
const MU_MARGIN = 0.5;
export const MU_STEP = 0.1;
/** A catalogue range can be wrong for this keeper: a second, wider belief with a small weight. */
const WRONG_RANGE_CHANCE = 0.15;
const WRONG_RANGE_SD = 0.7;
const SHARPEST_TAU = 0.1;
/** Exposures shorter than this, a minute and a half, count as this: a logarithm needs a floor. */
export const SHORTEST_EXPOSURE = 1e-3;

/** What keepers usually see: the 10th and 90th percentile of typical lives, in days or another driver. */
export interface LifeRange {
  lo: number;
  hi: number;
}

/** The spreads that every grid carries, narrow to wide. */
export const gridSigmas = Float64Array.from(
  { length: SIGMA_COUNT },
  (_, j) => SIGMA_FROM * (SIGMA_TO / SIGMA_FROM) ** (j / (SIGMA_COUNT - 1)),
);

/** What is believed of σ before any job has been seen, one weight for each of gridSigmas, summing to 1. */
export const houseSigmaPrior = gridSigmas.map((sigma) =>
  Math.exp(-((Math.log(sigma / SIGMA_MEDIAN) / SIGMA_LOG_SD) ** 2) / 2),
);
normalise(houseSigmaPrior);

/** Weights by ln life less the middle of the range: step k stands for (k − stepsBelow)·MU_STEP. */
export interface OffsetWeights {
  stepsBelow: number;
  weights: Float64Array;
}

/** What is believed before the records of one job: learned from all jobs, and from like parts of one keeper. */
export interface WearPriors {
  sigma: Float64Array;
  /** null: no like parts, the catalogue alone. */
  like: OffsetWeights | null;
  /** What a day wears at the place over the year; left out or null: every day the same. */
  season?: YearlyClock | null;
}
export const housePriors: WearPriors = { sigma: houseSigmaPrior, like: null };

/** Weights over μ × σ, column by column of σ: `weights[j * mus.length + i]` belongs to mus[i], sigmas[j]. */
export interface WearGrid {
  mus: Float64Array;
  sigmas: Float64Array;
  /** The belief about μ before any record, summing to 1. */
  muPrior: Float64Array;
  weights: Float64Array;
  /** ln of the middle of the catalogue's range. */
  middle: number;
}

/** @returns m₀ and τ of the catalogue's belief about μ. @source the definition of a 10–90 % range of a lognormal */
export function beliefOfRange({ lo, hi }: LifeRange): { middle: number; tau: number } {
  requireWithin('low end of the range', lo, { from: 1e-3, to: 1e9, unit: 'days' });
  requireWithin('high end of the range', hi, { from: lo, to: 1e9, unit: 'days' });
  return { middle: Math.log(lo * hi) / 2, tau: Math.max(SHARPEST_TAU, Math.log(hi / lo) / (2 * Z_90)) };
}

/** How many steps a grid reaches to each side of the range's middle, so that it holds every exposure seen. */
export interface GridSpan {
  stepsBelow: number;
  stepsAbove: number;
}
export function gridSpanOf(middle: number, logExposures: readonly number[]): GridSpan {
  let below = MU_SPAN;
  let above = MU_SPAN;
  for (const logExposure of logExposures) {
    below = Math.max(below, middle - logExposure + MU_MARGIN);
    above = Math.max(above, logExposure - middle + MU_MARGIN);
  }
  return { stepsBelow: Math.ceil(below / MU_STEP - 1e-9), stepsAbove: Math.ceil(above / MU_STEP - 1e-9) };
}

/** The span that a grid was made with. */
export function spanOfGrid({ mus, middle }: WearGrid): GridSpan {
  const stepsBelow = Math.round((middle - (mus[0] as number)) / MU_STEP);
  return { stepsBelow, stepsAbove: mus.length - 1 - stepsBelow };
}

/** What the catalogue alone says of ln life, robustly: μ ~ 0.85 N(m₀, τ²) + 0.15 N(m₀, τ² + 0.7²), summing to 1. */
export function catalogueBelief(tau: number, { stepsBelow, stepsAbove }: GridSpan): Float64Array {
  const wide = Math.hypot(tau, WRONG_RANGE_SD);
  const belief = Float64Array.from({ length: stepsBelow + stepsAbove + 1 }, (_, i) => {
    const offset = (i - stepsBelow) * MU_STEP;
    return (
      ((1 - WRONG_RANGE_CHANCE) / tau) * Math.exp(-((offset / tau) ** 2) / 2) +
      (WRONG_RANGE_CHANCE / wide) * Math.exp(-((offset / wide) ** 2) / 2)
    );
  });
  normalise(belief);
  return belief;
}

/** How far like parts are believed against the catalogue: one of them may be used quite differently. */
const LIKE_SHARE = 0.9;

function believed(catalogue: Float64Array, stepsBelow: number, like: OffsetWeights): Float64Array {
  const mixed = catalogue.map((weight, i) => {
    const pooledPrior = like.weights[i - stepsBelow + like.stepsBelow] ?? 0;
    return (1 - LIKE_SHARE) * weight + LIKE_SHARE * pooledPrior;
  });
  normalise(mixed);
  return mixed;
}

const beliefs = new Map<string, Float64Array>();
const MOST_BELIEFS = 4096;

/**
 * The grid before any record: μ by the catalogue (robustly) or by like parts, σ by what parts of all kinds show.
 * @param logExposures ln of exposures in the log and now; the grid is widened to hold them
 */
export function priorGrid(
  range: LifeRange,
  logExposures: readonly number[],
  priors: WearPriors = housePriors,
): WearGrid {
  const { middle, tau } = beliefOfRange(range);
  const span = gridSpanOf(middle, logExposures);
  // many jobs share a span: its belief is worked out once
  const key = `${tau} ${span.stepsBelow} ${span.stepsAbove}`;
  let catalogue = beliefs.get(key);
  if (!catalogue) {
    if (beliefs.size >= MOST_BELIEFS) beliefs.clear();
    catalogue = catalogueBelief(tau, span);
    beliefs.set(key, catalogue);
  }
  const muPrior = priors.like ? believed(catalogue, span.stepsBelow, priors.like) : catalogue;
  const count = muPrior.length;
  const mus = new Float64Array(count);
  for (let i = 0; i < count; i++) mus[i] = middle + (i - span.stepsBelow) * MU_STEP;
  const weights = new Float64Array(count * SIGMA_COUNT);
  for (let j = 0; j < SIGMA_COUNT; j++) {
    const ofSigma = priors.sigma[j] ?? 0;
    for (let i = 0; i < count; i++) weights[j * count + i] = (muPrior[i] ?? 0) * ofSigma;
  }
  return { mus, sigmas: gridSigmas, muPrior, weights, middle };
}

/** What the grid says of σ alone, one weight for each of its sigmas. */
export function sigmaWeights(grid: WearGrid): Float64Array {
  const count = grid.mus.length;
  return grid.sigmas.map((_, j) => {
    let sum = 0;
    for (let i = j * count; i < (j + 1) * count; i++) sum += grid.weights[i] ?? 0;
    return sum;
  });
}

/** Scales to a sum of one; a sum of zero means that evidence contradicts the whole grid, which is a bug. */
export function normalise(weights: Float64Array): void {
  let sum = 0;
  for (let i = 0; i < weights.length; i++) sum += weights[i] ?? 0;
  if (!(sum > 0)) throw new Error('the wear grid lost all its weight');
  const scale = 1 / sum;
  for (let i = 0; i < weights.length; i++) weights[i] = (weights[i] ?? 0) * scale;
}
