import { normalCdf } from './normal.ts';
import { MU_STEP, type WearGrid } from './wearGrid.ts';

// Sudden lateness: a lamp that dies, a pump that seizes. Replace at an age, or run until it is found due.
// For a lognormal life the cost per day relative to the best depends on ln T − μ and σ only, so one
// table per σ serves every job.

const FROM = -4;
const TO = 4;
const FINE = 10;
const STEP = MU_STEP / FINE;
const LAST = Math.round((TO - FROM) / STEP);
/** Steps of the first search, about the narrowest σ of the grid. */
const ROUGHLY = 6 * STEP;

/** Cost per unit of time, in planned replacements per e^μ, at ages ln T − μ = FROM … TO. */
function costRates(sigma: number, costRatio: number): Float64Array {
  return Float64Array.from({ length: LAST + 2 }, (_, i) => {
    // ∫₀ᵀ S dt of a lognormal life has a closed form: T·S(T) + e^{σ²/2} Φ(z − σ), with z = (ln T − μ)/σ.
    const u = FROM + Math.min(i, LAST) * STEP;
    const z = u / sigma;
    const survived = normalCdf(-z);
    const meanUptime = Math.exp(u) * survived + Math.exp(sigma ** 2 / 2) * normalCdf(z - sigma);
    return (1 + (costRatio - 1) * (1 - survived)) / meanUptime;
  });
}

const tables = new Map<string, Float64Array>();
/** C(T)/C*: how much dearer than the best this age is, where the best may be "never early". */
function relativeCosts(sigma: number, costRatio: number): Float64Array {
  const key = `${sigma.toFixed(9)} ${costRatio}`;
  const known = tables.get(key);
  if (known) return known;
  const rates = costRates(sigma, costRatio);
  const best = rates.reduce((least, rate) => Math.min(least, rate), costRatio / Math.exp(sigma ** 2 / 2));
  const relative = rates.map((rate) => rate / best);
  tables.set(key, relative);
  return relative;
}

/** Weights lighter than this leave the cheapest age where it is. */
const LIGHTEST = 1e-7;

/** Σ w·C/C* at one age, where the table's places of a column move by whole steps from cell to cell. */
function expectedCost(grid: WearGrid, costs: readonly Float64Array[], logT: number): number {
  const count = grid.mus.length;
  const at = (logT - (grid.mus[0] ?? 0) - FROM) / STEP;
  const first = Math.floor(at);
  const right = at - first;
  let sum = 0;
  for (let j = 0; j < costs.length; j++) {
    const table = costs[j] as Float64Array;
    for (let i = 0, k = first; i < count; i++, k -= FINE) {
      const weight = grid.weights[j * count + i] as number;
      if (weight < LIGHTEST) continue;
      const place = k < 0 ? 0 : k > LAST ? LAST : k;
      sum += weight * ((1 - right) * (table[place] as number) + right * (table[place + 1] as number));
    }
  }
  return sum;
}

/**
 * The age at which a part that fails suddenly should be replaced, over all that is believed of its life.
 * Minimises Σ w·C(T; μ, σ)/C*(μ, σ) with C = [1 + (K − 1)F(T)]/∫₀ᵀS.
 * @param costRatio K, a failure's cost in planned replacements, over 1
 * @param notPast an age in the grid's unit that the answer may not pass; the search ends there
 * @returns age in the grid's unit; Infinity (or notPast) where running until found due is cheapest
 * @source Barlow and Hunter 1960, Operations Research 8, 90–100
 */
export function ageReplacement(
  grid: WearGrid,
  costRatio: number,
  notPast = Number.POSITIVE_INFINITY,
): number {
  const costs = Array.from(grid.sigmas, (sigma) => relativeCosts(sigma, costRatio));
  const [lightest, heaviest] = heldBetween(grid);
  const from = lightest - 3 * (grid.sigmas[grid.sigmas.length - 1] ?? 1);
  const never = heaviest + TO;
  const to = Math.min(never, Math.log(notPast));
  let bestLogT = notPast === Number.POSITIVE_INFINITY ? Number.POSITIVE_INFINITY : to;
  let best = expectedCost(grid, costs, to);
  const search = (first: number, last: number, step: number): void => {
    for (let logT = first; logT <= last; logT += step) {
      const cost = expectedCost(grid, costs, logT);
      if (cost < best - 1e-9) {
        best = cost;
        bestLogT = logT;
      }
    }
  };
  // roughly over all ages that come into question, then finely round the best: the curve is smooth
  search(Math.min(from, to), to, ROUGHLY);
  if (Number.isFinite(bestLogT)) search(bestLogT - ROUGHLY, Math.min(to, bestLogT + ROUGHLY), STEP);
  return Math.exp(bestLogT);
}

/** Almost nothing is believed outside these. */
const HELD = 1e-4;

function heldBetween(grid: WearGrid): [number, number] {
  const count = grid.mus.length;
  const held = (i: number) => {
    for (let cell = i; cell < grid.weights.length; cell += count)
      if ((grid.weights[cell] as number) > HELD / count) return true;
    return false;
  };
  let first = 0;
  while (first < count - 1 && !held(first)) first++;
  let last = count - 1;
  while (last > first && !held(last)) last--;
  return [grid.mus[first] ?? 0, grid.mus[last] ?? 0];
}
