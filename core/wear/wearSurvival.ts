import { normalCdfFast } from './normal.ts';
import { MU_STEP, type WearGrid } from './wearGrid.ts';

/**
 * The chance that the next life is longer than an exposure: S(t) = Σ w Φ((μ − ln t)/σ).
 * @param exposure same unit as the range, 0 or more
 * @returns 1 at 0, falling to 0
 */
export function wearSurvival(grid: WearGrid, exposure: number): number {
  if (exposure <= 0) return 1;
  const logT = Math.log(exposure);
  const width = grid.sigmas.length;
  let sum = 0;
  for (let i = 0; i < grid.mus.length; i++) {
    const distance = (grid.mus[i] ?? 0) - logT;
    for (let j = 0; j < width; j++) {
      const weight = grid.weights[i * width + j] ?? 0;
      if (weight > 1e-12) sum += weight * normalCdfFast(distance / (grid.sigmas[j] ?? 1));
    }
  }
  return sum;
}

/** The exposure by which a share `due` (0 to 1) of such lives is used up, by bisection in ln t. */
export function wearQuantile(grid: WearGrid, due: number): number {
  let low = (grid.mus[0] ?? 0) - 3;
  let high = (grid.mus[grid.mus.length - 1] ?? 0) + 3;
  for (let i = 0; i < 50; i++) {
    const middle = (low + high) / 2;
    if (1 - wearSurvival(grid, Math.exp(middle)) < due) low = middle;
    else high = middle;
  }
  return Math.exp((low + high) / 2);
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
  const width = sigmas.length;
  const margin = Math.ceil(1 / FINE_STEP);
  const points = (mus.length - 1) * FINE + 2 * margin + 1;
  const from = (mus[0] ?? 0) - margin * FINE_STEP;
  // what a cell gives as a step falls: the sums of all steps make the table
  const values = new Float64Array(points);
  const steps = new Float64Array(points + 1);
  let total = 0;
  for (let j = 0; j < width; j++) {
    const { reach, values: fall } = fallOf(sigmas[j] ?? 1);
    for (let i = 0; i < mus.length; i++) {
      const weight = weights[i * width + j] ?? 0;
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
