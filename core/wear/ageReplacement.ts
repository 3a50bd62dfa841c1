import { normalCdf } from './normal.ts';
import type { WearGrid } from './wearGrid.ts';

// Sudden lateness: a lamp that dies, a pump that seizes. Replace at an age, or run until it is found due.
// For a lognormal life the cost per day relative to the best depends on ln T − μ and σ only, so one
// table per σ serves every job.

const FROM = -4;
const TO = 4;
const STEP = 0.01;
/** Steps of the first search, about the narrowest σ of the grid. */
const ROUGHLY = 0.06;
const COUNT = Math.round((TO - FROM) / STEP) + 1;

/** Cost per unit of time, in planned replacements per e^μ, at ages ln T − μ = FROM … TO. */
function costRates(sigma: number, costRatio: number): Float64Array {
  const rates = new Float64Array(COUNT);
  // ∫₀ᵀ S dt of a lognormal life has a closed form: T·S(T) + e^{σ²/2} Φ(z − σ), with z = (ln T − μ)/σ.
  for (let i = 0; i < COUNT; i++) {
    const u = FROM + i * STEP;
    const z = u / sigma;
    const survived = normalCdf(-z);
    const meanUptime = Math.exp(u) * survived + Math.exp(sigma ** 2 / 2) * normalCdf(z - sigma);
    rates[i] = (1 + (costRatio - 1) * (1 - survived)) / meanUptime;
  }
  return rates;
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

/**
 * The age at which a part that fails suddenly should be replaced, over all that is believed of its life.
 * Minimises Σ w·C(T; μ, σ)/C*(μ, σ) with C = [1 + (K − 1)F(T)]/∫₀ᵀS.
 * @param costRatio K, a failure's cost in planned replacements, over 1
 * @returns age in the grid's unit, or Infinity where running until found due is cheapest
 * @source Barlow and Hunter 1960, Operations Research 8, 90–100
 */
export function ageReplacement(grid: WearGrid, costRatio: number): number {
  const width = grid.sigmas.length;
  const tablesBySigma = Array.from(grid.sigmas, (sigma) => relativeCosts(sigma, costRatio));
  const firstMu = grid.mus[0] ?? 0;
  const lastMu = grid.mus[grid.mus.length - 1] ?? 0;
  const expected = (logT: number): number => {
    let sum = 0;
    for (let i = 0; i < grid.mus.length; i++) {
      const at = (logT - (grid.mus[i] ?? 0) - FROM) / STEP;
      const index = Math.min(COUNT - 1, Math.max(0, Math.round(at)));
      for (let j = 0; j < width; j++)
        sum += (grid.weights[i * width + j] ?? 0) * (tablesBySigma[j]?.[index] ?? 0);
    }
    return sum;
  };
  const never = expected(lastMu + TO);
  let bestLogT = Number.POSITIVE_INFINITY;
  let best = never;
  const search = (from: number, to: number, step: number): void => {
    for (let logT = from; logT <= to; logT += step) {
      const cost = expected(logT);
      if (cost < best - 1e-9) {
        best = cost;
        bestLogT = logT;
      }
    }
  };
  // roughly over all ages that come into question, then finely round the best: the curve is smooth
  search(firstMu + FROM, lastMu + TO, ROUGHLY);
  if (Number.isFinite(bestLogT)) search(bestLogT - ROUGHLY, bestLogT + ROUGHLY, STEP);
  return Math.exp(bestLogT);
}
