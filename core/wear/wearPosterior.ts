import { weighByFound } from './foundLikelihood.ts';
import type { Found } from './found.ts';
import {
  housePriors,
  MU_STEP,
  normalise,
  priorGrid,
  SHORTEST_EXPOSURE,
  sigmaWeights,
  type LifeRange,
  type WearGrid,
  type WearPriors,
} from './wearGrid.ts';

/** One life that has ended (or one part of it, where a job was done by half). */
export interface WearCycle {
  /** Exposure at which it was found, days or driver units, 0 or more. */
  exposure: number;
  /** null: done, but nobody said how it was found. */
  found: Found | null;
  /** Calendar days that the cycle took: wear drifts with time, not with exposure. */
  days: number;
  /** An event after it ended the old life: another animal, another feed, a new kind of part. */
  newLifeAfter: boolean;
}

/** Drift of μ from one life to the next, and the chance that it starts anew. House figures (docs/science.md). */
const WALK_VARIANCE = 0.03 ** 2;
const WALK_VARIANCE_PER_YEAR = 0.05 ** 2;
const JUMP_CHANCE = 0.04;
const JUMP_CHANCE_AT_EVENT = 0.8;
/** A gap over three times the middle of the range is neglect: it tells nothing about rhythm. */
export const NEGLECT_FACTOR = 3;
/** What an ungraded rhythm says of a life: one weak vote, Student t with 4 degrees of freedom. */
const RHYTHM_SHIFT = -0.1;
const RHYTHM_SCALE = 0.5;

/** ln of an exposure, where nought counts as the shortest that can be told. */
export const logOf = (exposure: number): number => Math.log(Math.max(exposure, SHORTEST_EXPOSURE));

/**
 * What the records of one job say of its wear life: a weight for each (μ, σ).
 * @param cycles oldest first, any number, none included
 * @param priors learned from all jobs and from like parts; the house's where nothing is learned yet
 * @param exposureNow where it stands now, same unit: the grid is widened to hold it
 * @source drift and jumps: West and Harrison 1997, Bayesian Forecasting and Dynamic Models;
 *   the idea of the jump: Adams and MacKay 2007, Bayesian online changepoint detection
 */
export function wearPosterior(
  range: LifeRange,
  cycles: readonly WearCycle[],
  priors: WearPriors = housePriors,
  exposureNow = 0,
): WearGrid {
  const logs = cycles.map((cycle) => logOf(cycle.exposure));
  const grid = priorGrid(range, exposureNow > 0 ? [...logs, logOf(exposureNow)] : logs, priors);
  const neglectedFrom = grid.middle + Math.log(NEGLECT_FACTOR);
  const rhythm = { sum: 0, count: 0 };
  const columnSums = sigmaWeights(grid);
  cycles.forEach((cycle, index) => {
    const logExposure = logs[index] as number;
    const neglected = logExposure > neglectedFrom;
    if (cycle.found) weighByFound(grid, cycle.found, logExposure, neglected, columnSums);
    else if (!neglected) {
      rhythm.sum += logExposure;
      rhythm.count += 1;
    }
    // The next life: this cycle's posterior, a little blurred, or a fresh start.
    const variance = WALK_VARIANCE + (WALK_VARIANCE_PER_YEAR * cycle.days) / 365;
    nextLife(grid, variance, cycle.newLifeAfter ? JUMP_CHANCE_AT_EVENT : JUMP_CHANCE, columnSums);
    if (cycle.newLifeAfter) rhythm.sum = rhythm.count = 0;
  });
  if (rhythm.count > 0) weighByRhythm(grid, rhythm.sum / rhythm.count);
  return grid;
}

function weighByRhythm(grid: WearGrid, mean: number): void {
  const count = grid.mus.length;
  const { weights } = grid;
  for (let i = 0; i < count; i++) {
    const vote = (1 + ((mean - (grid.mus[i] ?? 0) - RHYTHM_SHIFT) / RHYTHM_SCALE) ** 2 / 4) ** -2.5;
    for (let cell = i; cell < weights.length; cell += count) weights[cell] = (weights[cell] ?? 0) * vote;
  }
  normalise(weights);
}

/** Above this share to each side a three-point kernel would no longer be a blur. */
const WIDEST_SHARE = 0.2;

/**
 * What is believed of the next life: μ walks by a variance, or with some chance starts anew from the prior, while what
 * is known of σ stays. Leaves a sum of 1. The variance is far smaller than a step of the grid: a point-sampled kernel
 * would do nothing, three points with the wanted variance do, p = v/(2h²) to each side. Wider walks take several steps.
 * @param columnSums the sum of each column of σ; scaled along
 */
export function nextLife(
  grid: WearGrid,
  variance: number,
  jumpChance: number,
  columnSums: Float64Array,
): void {
  const { weights, muPrior } = grid;
  const count = muPrior.length;
  let all = 0;
  for (const sum of columnSums) all += sum;
  if (!(all > 0)) throw new Error('the wear grid lost all its weight');
  const steps = Math.max(1, Math.ceil(variance / (2 * WIDEST_SHARE * MU_STEP ** 2)));
  const p = variance / steps / (2 * MU_STEP ** 2);
  for (let j = 0; j < columnSums.length; j++) {
    const known = (columnSums[j] as number) / all;
    for (let step = 1; step < steps; step++) blur(weights, j * count, count, p, muPrior, 1, 0);
    blur(weights, j * count, count, p, muPrior, (1 - jumpChance) / all, jumpChance * known);
    columnSums[j] = known;
  }
}

/** kept × (what stays + p of each neighbour) + anew × prior. The ends reflect: what would leave the grid stays. */
function blur(
  weights: Float64Array,
  start: number,
  count: number,
  p: number,
  prior: Float64Array,
  kept: number,
  anew: number,
): void {
  const toSide = kept * p;
  const stays = kept * (1 - 2 * p);
  const last = count - 1;
  let before = weights[start] as number;
  let here = before;
  for (let i = 0; i < last; i++) {
    const after = weights[start + i + 1] as number;
    weights[start + i] = stays * here + toSide * (before + after) + anew * (prior[i] as number);
    before = here;
    here = after;
  }
  weights[start + last] = stays * here + toSide * (before + here) + anew * (prior[last] as number);
}
