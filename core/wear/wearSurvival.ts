import { normalCdfFast } from './normal.ts';
import type { WearGrid } from './wearGrid.ts';

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

const TABLE_POINTS = 240;
/** Cells lighter than this change the survival by less than a thousandth, all together. */
const NEGLIGIBLE = 2e-6;

/** The same survival as a table in ln t with straight lines between, for the many questions of one plan. */
export function tabulateWearSurvival(grid: WearGrid): (exposure: number) => number {
  const from = (grid.mus[0] ?? 0) - 1;
  const to = (grid.mus[grid.mus.length - 1] ?? 0) + 1;
  const step = (to - from) / (TABLE_POINTS - 1);
  const values = new Float64Array(TABLE_POINTS);
  const width = grid.sigmas.length;
  let total = 0;
  grid.weights.forEach((weight, cell) => {
    if (weight < NEGLIGIBLE) return;
    total += weight;
    const mu = grid.mus[Math.floor(cell / width)] ?? 0;
    const sigma = grid.sigmas[cell % width] ?? 1;
    // only where this cell's life is neither sure to last nor sure to be over
    const first = Math.max(0, Math.ceil((mu - 6 * sigma - from) / step));
    const last = Math.min(TABLE_POINTS - 1, Math.floor((mu + 6 * sigma - from) / step));
    for (let i = 0; i < first; i++) values[i] = (values[i] ?? 0) + weight;
    for (let i = first; i <= last; i++)
      values[i] = (values[i] ?? 0) + weight * normalCdfFast((mu - from - i * step) / sigma);
  });
  for (let i = 0; i < TABLE_POINTS; i++) values[i] = (values[i] ?? 0) / total;
  return (exposure) => {
    if (exposure <= 0) return 1;
    const at = (Math.log(exposure) - from) / step;
    if (at <= 0) return 1;
    if (at >= TABLE_POINTS - 1) return 0;
    const below = Math.floor(at);
    const left = values[below] ?? 1;
    return left + (at - below) * ((values[below + 1] ?? 0) - left);
  };
}
