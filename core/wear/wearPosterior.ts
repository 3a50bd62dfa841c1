import { weighByFound } from './foundLikelihood.ts';
import type { Found } from './found.ts';
import { catalogueGrid, MU_STEP, normalise, type LifeRange, type WearGrid } from './wearGrid.ts';

/** One life that has ended (or one part of it, where a job was done by half). */
export interface WearCycle {
  /** Exposure at which it was found, days or driver units, over 0. */
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
const SHORTEST_EXPOSURE = 1e-3;

/**
 * What the records of one job say of its wear life: a weight for each (μ, σ).
 * @param cycles oldest first, any number, none included
 * @source drift and jumps: West and Harrison 1997, Bayesian Forecasting and Dynamic Models;
 *   the idea of the jump: Adams and MacKay 2007, Bayesian online changepoint detection
 */
export function wearPosterior(range: LifeRange, cycles: readonly WearCycle[]): WearGrid {
  const logs = cycles.map((cycle) => Math.log(Math.max(cycle.exposure, SHORTEST_EXPOSURE)));
  const grid = catalogueGrid(range, logs);
  const rhythm: number[] = [];
  cycles.forEach((cycle, index) => {
    const logExposure = logs[index] ?? 0;
    const neglected = logExposure > grid.middle + Math.log(NEGLECT_FACTOR);
    if (cycle.found) weighByFound(grid, cycle.found, logExposure, neglected);
    else if (!neglected) rhythm.push(logExposure);
    // The next life: this cycle's posterior, a little blurred, or a fresh start.
    walk(grid, WALK_VARIANCE + (WALK_VARIANCE_PER_YEAR * cycle.days) / 365);
    jump(grid, cycle.newLifeAfter ? JUMP_CHANCE_AT_EVENT : JUMP_CHANCE);
    if (cycle.newLifeAfter) rhythm.length = 0;
  });
  if (rhythm.length > 0) {
    const mean = rhythm.reduce((sum, value) => sum + value, 0) / rhythm.length;
    weigh(grid, (mu) => (1 + ((mean - mu - RHYTHM_SHIFT) / RHYTHM_SCALE) ** 2 / 4) ** -2.5);
  }
  return grid;
}

function weigh(grid: WearGrid, likelihood: (mu: number, sigma: number) => number): void {
  const width = grid.sigmas.length;
  grid.mus.forEach((mu, i) =>
    grid.sigmas.forEach((sigma, j) => {
      const at = i * width + j;
      grid.weights[at] = (grid.weights[at] ?? 0) * likelihood(mu, sigma);
    }),
  );
  normalise(grid.weights);
}

/**
 * Blurs μ by a variance far smaller than a step of the grid. A point-sampled kernel would do nothing;
 * three points with the wanted variance do: p = v/(2h²) to each side. Wider walks take several steps.
 */
export function walk(grid: WearGrid, variance: number): void {
  const steps = Math.ceil(variance / (0.4 * MU_STEP ** 2));
  const p = variance / steps / (2 * MU_STEP ** 2);
  const width = grid.sigmas.length;
  const last = grid.mus.length - 1;
  const { weights } = grid;
  for (let step = 0; step < steps; step++) {
    for (let j = 0; j < width; j++) {
      // the ends reflect: what would leave the grid stays
      let before = weights[j] ?? 0;
      for (let i = 0; i <= last; i++) {
        const at = i * width + j;
        const here = weights[at] ?? 0;
        const after = i === last ? here : (weights[at + width] ?? 0);
        weights[at] = (1 - 2 * p) * here + p * (before + after);
        before = here;
      }
    }
  }
}

/** With this chance the next life has nothing to do with the last; what is known of σ stays. */
function jump(grid: WearGrid, chance: number): void {
  const width = grid.sigmas.length;
  for (let j = 0; j < width; j++) {
    let known = 0;
    let prior = 0;
    for (let i = j; i < grid.weights.length; i += width) {
      known += grid.weights[i] ?? 0;
      prior += grid.prior[i] ?? 0;
    }
    for (let i = j; i < grid.weights.length; i += width) {
      grid.weights[i] =
        (1 - chance) * (grid.weights[i] ?? 0) + chance * known * ((grid.prior[i] ?? 0) / prior);
    }
  }
}
