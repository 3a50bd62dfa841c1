import { Belief } from './belief.ts';
import { likelihoodTables } from './foundLikelihood.ts';
import type { Found } from './found.ts';
import { NEGLECT_FACTOR } from './neglect.ts';
import {
  housePriors,
  normalise,
  priorGrid,
  SHORTEST_EXPOSURE,
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

/** Drift of μ from one life to the next, and the chance that it jumps. House figures (docs/science.md). */
const WALK_VARIANCE = 0.03 ** 2;
const WALK_VARIANCE_PER_YEAR = 0.05 ** 2;
const JUMP_CHANCE = 0.2;
/** Since the last record nothing has told of a change yet: one that shows nowhere is expected less. */
const JUMP_CHANCE_UNTOLD = 0.03;
const JUMP_CHANCE_AT_EVENT = 0.8;
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
  const belief = new Belief(grid);
  let graded = false;
  cycles.forEach((cycle, index) => {
    const logExposure = logs[index] as number;
    const neglected = logExposure > neglectedFrom;
    if (!cycle.found && !neglected) {
      rhythm.sum += logExposure;
      rhythm.count += 1;
    }
    const tables = cycle.found ? likelihoodTables(cycle.found, grid.sigmas, neglected) : null;
    // The next life: this cycle's posterior, a little blurred, or a jump from there.
    const variance = WALK_VARIANCE + (WALK_VARIANCE_PER_YEAR * cycle.days) / 365;
    graded ||= cycle.found !== null;
    const named = cycle.newLifeAfter;
    // until something was graded the belief is the catalogue's, which knows of all lives there are
    const isLast = index === cycles.length - 1;
    const unseen = isLast ? JUMP_CHANCE_UNTOLD : JUMP_CHANCE;
    const jumpChance = named ? JUMP_CHANCE_AT_EVENT : graded ? unseen : 0;
    belief.next(tables, logExposure, variance, jumpChance, named);
    if (cycle.newLifeAfter) rhythm.sum = rhythm.count = 0;
  });
  belief.settle();
  if (rhythm.count > 0) weighByRhythm(grid, rhythm.sum / rhythm.count);
  return grid;
}

function weighByRhythm(grid: WearGrid, mean: number): void {
  const count = grid.mus.length;
  const { weights } = grid;
  for (let i = 0; i < count; i++) {
    const apart = (mean - (grid.mus[i] as number) - RHYTHM_SHIFT) / RHYTHM_SCALE;
    const tail = 1 + (apart * apart) / 4;
    const vote = 1 / (tail * tail * Math.sqrt(tail)); // Student t, to the power −5/2
    for (let cell = i; cell < weights.length; cell += count) weights[cell] = (weights[cell] as number) * vote;
  }
  normalise(weights);
}
