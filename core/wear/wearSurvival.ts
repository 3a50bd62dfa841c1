import { normalCdf, normalCdfFast } from '../statistics/normal.ts';
import { columnSumAndSlope, columnTable, type ColumnTable } from './columnTable.ts';
import { gridSigmas, MU_STEP, type WearGrid } from './wearGrid.ts';

/** Under this the tables of Φ, good to 1e-6, are too coarse a base for a share of what is left. */
const THIN = 1e-3;
const PHASES = 256;
/** Where Φ is nought or one, in standard deviations. */
const FAR = 8;

/** Φ(u/σ) for each σ of the grids. */
const tables = new Map<number, ColumnTable>();
function tableOf(sigma: number): ColumnTable {
  let table = tables.get(sigma);
  if (!table) {
    table = columnTable((u) => normalCdf(u / sigma), -FAR * sigma, FAR * sigma, PHASES);
    tables.set(sigma, table);
  }
  return table;
}
const ofGridSigmas = Array.from(gridSigmas, tableOf);

/** S at ln t = logT: Σ w Φ((μ − ln t)/σ), from 1 far before to 0 far after, within 1e-6 and relatively so in the tail. */
export function survivalAtLog(grid: WearGrid, logT: number): number {
  return survivalAndFall(grid, logT).survival;
}

/** The same, and its fall per unit of ln t, −dS/d ln t, within a hundredth: good for the next guess, not for an answer. */
export function survivalAndFall(grid: WearGrid, logT: number): { survival: number; fall: number } {
  const { mus, sigmas, weights } = grid;
  const count = mus.length;
  const u = (mus[0] ?? 0) - logT;
  const known = sigmas === gridSigmas ? ofGridSigmas : Array.from(sigmas, tableOf);
  slope[0] = 0;
  let sum = 0;
  for (let j = 0; j < known.length; j++)
    sum += columnSumAndSlope(weights, j * count, count, known[j] as ColumnTable, u, slope);
  return { survival: sum < THIN ? exactSum(grid, logT) : sum, fall: slope[0] };
}
const slope = new Float64Array(1);

function exactSum({ mus, sigmas, weights }: WearGrid, logT: number): number {
  const count = mus.length;
  let sum = 0;
  for (let j = 0; j < sigmas.length; j++)
    for (let i = 0; i < count; i++)
      sum +=
        (weights[j * count + i] as number) * normalCdf(((mus[i] as number) - logT) / (sigmas[j] as number));
  return sum;
}

/** Of a grid's weight, what may be left aside at each end of μ where only the middle of the survival is asked for. */
const ASIDE = 1e-9;

/**
 * The same belief without the ends of μ that hold next to nothing: many records leave a third of a grid to be asked.
 * For questions where the survival is far over `ASIDE`; tails need the whole grid.
 */
export function middleOf(grid: WearGrid): WearGrid {
  const { mus, sigmas, muPrior, weights } = grid;
  const count = mus.length;
  const ofMu = (i: number): number => {
    let sum = 0;
    for (let cell = i; cell < weights.length; cell += count) sum += weights[cell] as number;
    return sum;
  };
  let first = 0;
  let last = count - 1;
  for (let sum = 0; first < last && (sum += ofMu(first)) < ASIDE;) first++;
  for (let sum = 0; last > first && (sum += ofMu(last)) < ASIDE;) last--;
  if (first === 0 && last === count - 1) return grid;
  const kept = last - first + 1;
  const middle = new Float64Array(kept * sigmas.length);
  for (let j = 0; j < sigmas.length; j++)
    for (let i = 0; i < kept; i++) middle[j * kept + i] = weights[j * count + first + i] as number;
  return {
    ...grid,
    mus: mus.subarray(first, last + 1),
    muPrior: muPrior.subarray(first, last + 1),
    weights: middle,
  };
}

/**
 * The chance that the next life is longer than an exposure: S(t) = Σ w Φ((μ − ln t)/σ).
 * @param exposure same unit as the range, 0 or more
 * @returns 1 at 0, falling to 0
 */
export function wearSurvival(grid: WearGrid, exposure: number): number {
  return exposure <= 0 ? 1 : survivalAtLog(grid, Math.log(exposure));
}

/** Mean and standard deviation of ln life over all that is believed. */
export function momentsOf({ mus, sigmas, weights }: WearGrid): { mean: number; sd: number } {
  const count = mus.length;
  let all = 0;
  let first = 0;
  let second = 0;
  for (let j = 0; j < sigmas.length; j++) {
    let sum = 0;
    for (let i = 0, cell = j * count; i < count; i++, cell++) {
      const weight = weights[cell] as number;
      const mu = mus[i] as number;
      sum += weight;
      first += weight * mu;
      second += weight * mu * mu;
    }
    all += sum;
    second += sum * (sigmas[j] as number) ** 2;
  }
  const mean = first / all;
  return { mean, sd: Math.sqrt(Math.max(1e-6, second / all - mean * mean)) };
}

/** Points of the table between two steps of μ. */
const FINE = 4;
const FINE_STEP = MU_STEP / FINE;
/** Where a normal distribution is over, in standard deviations. */
const OVER = 5;
/** Cells lighter than this change the survival by less than a thousandth, all together. */
const NEGLIGIBLE = 2e-6;

/** Φ(k·step/σ) for k from −n to n: the fall of one cell's survival, the same for every job. */
const falls = new Map<number, { halfWidth: number; values: Float64Array }>();
function fallOf(sigma: number): { halfWidth: number; values: Float64Array } {
  const known = falls.get(sigma);
  if (known) return known;
  const halfWidth = Math.ceil((OVER * sigma) / FINE_STEP);
  const values = Float64Array.from({ length: 2 * halfWidth + 1 }, (_, k) =>
    normalCdfFast(((halfWidth - k) * FINE_STEP) / sigma),
  );
  const made = { halfWidth, values };
  falls.set(sigma, made);
  return made;
}

/**
 * The same survival as a table in ln t with straight lines between, for the many questions of one plan. Its points
 * lie on the steps of μ, so each cell adds a curve that is known beforehand.
 */
export function tabulateWearSurvival(grid: WearGrid): (exposure: number) => number {
  const { from, step, values } = wearSurvivalTable(grid);
  return (exposure) => {
    if (exposure <= 0) return 1;
    const at = (Math.log(exposure) - from) / step;
    if (at <= 0) return 1;
    if (at >= values.length - 1) return 0;
    const below = Math.floor(at);
    const left = values[below] as number;
    return left + (at - below) * ((values[below + 1] as number) - left);
  };
}

/** Its points: the survival at ln t = from + k·step, from 1 far before to 0 far after. */
export function wearSurvivalTable(grid: WearGrid): { from: number; step: number; values: Float64Array } {
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
    const { halfWidth, values: fall } = fallOf(sigmas[j] ?? 1);
    for (let i = 0; i < count; i++) {
      const weight = weights[j * count + i] ?? 0;
      if (weight < NEGLIGIBLE) continue;
      total += weight;
      const centre = margin + i * FINE;
      const first = Math.max(0, centre - halfWidth);
      const last = Math.min(points - 1, centre + halfWidth);
      steps[0] = (steps[0] ?? 0) + weight;
      steps[first] = (steps[first] ?? 0) - weight;
      for (let k = first; k <= last; k++)
        values[k] = (values[k] ?? 0) + weight * (fall[k - centre + halfWidth] ?? 0);
    }
  }
  let whole = 0;
  for (let k = 0; k < points; k++) {
    whole += steps[k] ?? 0;
    values[k] = ((values[k] ?? 0) + whole) / total;
  }
  return { from, step: FINE_STEP, values };
}
