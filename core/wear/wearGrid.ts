import { requireWithin } from '../errors.ts';
import { Z_90 } from './normal.ts';

/** The spread of single lives: ln θ = μ + σε. House figures, checked by simulation (docs/science.md). */
const SIGMA_FROM = 0.08;
const SIGMA_TO = 0.57;
const SIGMA_COUNT = 6;
const SIGMA_MEDIAN = 0.23;
const SIGMA_LOG_SD = 0.5;
/** μ is carried about the catalogue's middle, wider where the log lies outside. */
const MU_REACH = 2.4;
export const MU_STEP = 0.1;
/** A catalogue range can be wrong for this keeper: a second, wider belief with a small weight. */
const WRONG_RANGE_CHANCE = 0.15;
const WRONG_RANGE_SD = 0.7;
const SHARPEST_TAU = 0.1;

/** What keepers usually see: the 10th and 90th percentile of typical lives, in days or another driver. */
export interface LifeRange {
  lo: number;
  hi: number;
}

/** Weights over μ × σ, row by row of μ: `weights[i * sigmas.length + j]` belongs to mus[i], sigmas[j]. */
export interface WearGrid {
  mus: Float64Array;
  sigmas: Float64Array;
  /** The belief before any record; a jump falls back on it. */
  prior: Float64Array;
  weights: Float64Array;
  /** ln of the middle of the catalogue's range. */
  middle: number;
}

/** @returns m₀ and τ of the catalogue's belief about μ. @source the definition of a 10–90 % range of a lognormal */
export function beliefOfRange({ lo, hi }: LifeRange): { middle: number; tau: number } {
  requireWithin('low end of the range', lo, { from: 1e-3, to: 1e6, unit: 'days' });
  requireWithin('high end of the range', hi, { from: lo, to: 1e6, unit: 'days' });
  return { middle: Math.log(lo * hi) / 2, tau: Math.max(SHARPEST_TAU, Math.log(hi / lo) / (2 * Z_90)) };
}

/**
 * The grid before any record: μ by the catalogue (robustly), σ by what parts of all kinds show.
 * @param logLives ln of exposures in the log; the grid is widened to hold them
 */
export function catalogueGrid(range: LifeRange, logLives: readonly number[]): WearGrid {
  const { middle, tau } = beliefOfRange(range);
  const below = Math.max(MU_REACH, middle - Math.min(middle, ...logLives) + 0.5);
  const above = Math.max(MU_REACH, Math.max(middle, ...logLives) - middle + 0.5);
  const stepsBelow = Math.ceil(below / MU_STEP);
  const stepsAbove = Math.ceil(above / MU_STEP);
  const mus = Float64Array.from(
    { length: stepsBelow + stepsAbove + 1 },
    (_, i) => middle + (i - stepsBelow) * MU_STEP,
  );
  const ratio = (SIGMA_TO / SIGMA_FROM) ** (1 / (SIGMA_COUNT - 1));
  const sigmas = Float64Array.from({ length: SIGMA_COUNT }, (_, j) => SIGMA_FROM * ratio ** j);
  const sigmaWeights = sigmas.map((sigma) =>
    Math.exp(-(((Math.log(sigma) - Math.log(SIGMA_MEDIAN)) / SIGMA_LOG_SD) ** 2) / 2),
  );
  const wide = Math.hypot(tau, WRONG_RANGE_SD);
  const muWeights = mus.map(
    (mu) =>
      ((1 - WRONG_RANGE_CHANCE) / tau) * Math.exp(-(((mu - middle) / tau) ** 2) / 2) +
      (WRONG_RANGE_CHANCE / wide) * Math.exp(-(((mu - middle) / wide) ** 2) / 2),
  );
  const prior = new Float64Array(mus.length * SIGMA_COUNT);
  mus.forEach((_, i) =>
    sigmas.forEach((__, j) => (prior[i * SIGMA_COUNT + j] = (muWeights[i] ?? 0) * (sigmaWeights[j] ?? 0))),
  );
  normalise(prior);
  return { mus, sigmas, prior, weights: prior.slice(), middle };
}

/** Scales to a sum of one; a sum of zero means that evidence contradicts the whole grid, which is a bug. */
export function normalise(weights: Float64Array): void {
  let sum = 0;
  for (const weight of weights) sum += weight;
  if (!(sum > 0)) throw new Error('the wear grid lost all its weight');
  for (let i = 0; i < weights.length; i++) weights[i] = (weights[i] ?? 0) / sum;
}
