import { normalCdf, normalCdfFast } from './normal.ts';
import { MU_STEP, type WearGrid } from './wearGrid.ts';

/** Cells lighter than this change a survival by less than 1e-6, all together. */
const LIGHTEST = 1e-9;
/** Under this the table of Φ, good to 2e-7, is too coarse a base for a share of what is left. */
const THIN = 1e-3;

/** S at ln t = logT: Σ w Φ((μ − ln t)/σ), from 1 far before to 0 far after. */
export function survivalAtLog(grid: WearGrid, logT: number): number {
  const sum = summed(grid, logT, normalCdfFast, LIGHTEST);
  return sum < THIN ? summed(grid, logT, normalCdf, 0) : sum;
}

function summed(grid: WearGrid, logT: number, phi: (z: number) => number, lightest: number): number {
  const { mus, sigmas, weights } = grid;
  const count = mus.length;
  let sum = 0;
  for (let j = 0; j < sigmas.length; j++) {
    const perUnit = 1 / (sigmas[j] as number);
    const start = j * count;
    for (let i = 0; i < count; i++) {
      const weight = weights[start + i] as number;
      if (weight > lightest) sum += weight * phi(((mus[i] as number) - logT) * perUnit);
    }
  }
  return sum;
}

/**
 * The chance that the next life is longer than an exposure: S(t) = Σ w Φ((μ − ln t)/σ).
 * @param exposure same unit as the range, 0 or more
 * @returns 1 at 0, falling to 0
 */
export function wearSurvival(grid: WearGrid, exposure: number): number {
  return exposure <= 0 ? 1 : survivalAtLog(grid, Math.log(exposure));
}

const CLOSE_ENOUGH = 2e-6;
const MOST_STEPS = 60;

/**
 * ln of the exposure at which the survival has fallen to a level, over `from`, by secants that keep the root bracketed.
 * @param level between 0 and the survival at `from`
 */
export function logExposureAtSurvival(grid: WearGrid, level: number, from: number): number {
  const widest = grid.sigmas[grid.sigmas.length - 1] ?? 1;
  let low = Math.max(from, (grid.mus[0] ?? 0) - 9 * widest);
  let high = Math.max(low, grid.mus[grid.mus.length - 1] ?? 0) + 9 * widest;
  let atLow = survivalAtLog(grid, low) - level;
  let atHigh = survivalAtLog(grid, high) - level;
  if (atLow <= 0) return low;
  if (atHigh >= 0) return high;
  // a first guess at the middle of what is believed, where the curve is steep
  let guess = meanMu(grid);
  for (let step = 0; step < MOST_STEPS && high - low > 1e-7; step++) {
    if (!(guess > low && guess < high)) guess = (low + high) / 2;
    const value = survivalAtLog(grid, guess) - level;
    if (Math.abs(value) < CLOSE_ENOUGH * level) return guess;
    if (value > 0) {
      low = guess;
      atLow = value;
    } else {
      high = guess;
      atHigh = value;
    }
    const secant = low + ((high - low) * atLow) / (atLow - atHigh);
    // every third step halves, so that a flat end cannot hold the bracket wide
    guess = step % 3 === 2 ? (low + high) / 2 : secant;
  }
  return (low + high) / 2;
}

function meanMu(grid: WearGrid): number {
  const count = grid.mus.length;
  let sum = 0;
  for (let cell = 0; cell < grid.weights.length; cell++)
    sum += (grid.weights[cell] as number) * (grid.mus[cell % count] as number);
  return sum;
}

/** The exposure by which a share `due` (0 to 1) of such lives is used up. */
export function wearQuantile(grid: WearGrid, due: number): number {
  return Math.exp(logExposureAtSurvival(grid, 1 - due, Number.NEGATIVE_INFINITY));
}

/** Points of the table between two steps of μ. */
const FINE = 4;
const FINE_STEP = MU_STEP / FINE;
/** Where a normal distribution is over, in standard deviations. */
const OVER = 5;
/** Cells lighter than this change the survival by less than a thousandth, all together. */
const NEGLIGIBLE = 2e-6;

/** Φ(k·step/σ) for k from −n to n: the fall of one cell's survival, the same for every job. */
const falls = new Map<number, { reach: number; values: Float64Array }>();
function fallOf(sigma: number): { reach: number; values: Float64Array } {
  const known = falls.get(sigma);
  if (known) return known;
  const reach = Math.ceil((OVER * sigma) / FINE_STEP);
  const values = Float64Array.from({ length: 2 * reach + 1 }, (_, k) =>
    normalCdfFast(((reach - k) * FINE_STEP) / sigma),
  );
  const made = { reach, values };
  falls.set(sigma, made);
  return made;
}

/**
 * The same survival as a table in ln t with straight lines between, for the many questions of one plan. Its points
 * lie on the steps of μ, so each cell adds a curve that is known beforehand.
 */
export function tabulateWearSurvival(grid: WearGrid): (exposure: number) => number {
  const { mus, sigmas, weights } = grid;
  const count = mus.length;
  const margin = Math.ceil(1 / FINE_STEP);
  const points = (count - 1) * FINE + 2 * margin + 1;
  const from = (mus[0] ?? 0) - margin * FINE_STEP;
  // what a cell gives as a step falls: the sums of all steps make the table
  const values = new Float64Array(points);
  const steps = new Float64Array(points + 1);
  let total = 0;
  for (let j = 0; j < sigmas.length; j++) {
    const { reach, values: fall } = fallOf(sigmas[j] ?? 1);
    for (let i = 0; i < count; i++) {
      const weight = weights[j * count + i] ?? 0;
      if (weight < NEGLIGIBLE) continue;
      total += weight;
      const centre = margin + i * FINE;
      const first = Math.max(0, centre - reach);
      const last = Math.min(points - 1, centre + reach);
      steps[0] = (steps[0] ?? 0) + weight;
      steps[first] = (steps[first] ?? 0) - weight;
      for (let k = first; k <= last; k++)
        values[k] = (values[k] ?? 0) + weight * (fall[k - centre + reach] ?? 0);
    }
  }
  let whole = 0;
  for (let k = 0; k < points; k++) {
    whole += steps[k] ?? 0;
    values[k] = ((values[k] ?? 0) + whole) / total;
  }
  return (exposure) => {
    if (exposure <= 0) return 1;
    const at = (Math.log(exposure) - from) / FINE_STEP;
    if (at <= 0) return 1;
    if (at >= points - 1) return 0;
    const below = Math.floor(at);
    const left = values[below] ?? 1;
    return left + (at - below) * ((values[below + 1] ?? 0) - left);
  };
}
