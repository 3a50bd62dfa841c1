import { lowestBetween } from '../numeric/goldenSection.ts';
import { lowestNear, type Told } from '../numeric/lowestNear.ts';
import { columnSum, columnTable, type ColumnTable } from './columnTable.ts';
import { lognormalUptime } from './lognormalUptime.ts';
import { momentsOf } from './wearSurvival.ts';
import { MU_STEP, type WearGrid } from './wearGrid.ts';

// Sudden lateness: a lamp that dies, a pump that seizes. Replace at an age, or run until it is found due.
// For a lognormal life the cost per day relative to the best depends on ln T − μ and σ only, so one
// table per σ serves every job.

/** Ages far before and after a typical life, in ln. */
const REACH = 4;
const PHASES = 10;
const STEP = MU_STEP / PHASES;
/** The first search goes by this many standard deviations of ln life, from so many before its mean. */
const ROUGHLY = 0.75;
const FROM_SDS = 5;

/** Cost per unit of time, in planned replacements per e^μ, at an age ln T − μ = u. */
function costRate(u: number, sigma: number, costRatio: number): number {
  const { uptime, survived } = lognormalUptime(sigma, u / sigma);
  return (1 + (costRatio - 1) * (1 - survived)) / uptime;
}

const tables = new Map<string, ColumnTable>();
/** C(T)/C* over μ − ln T: how much dearer than the best this age is, where the best may be "never early". */
function relativeCosts(sigma: number, costRatio: number): ColumnTable {
  const key = `${sigma} ${costRatio}`;
  const known = tables.get(key);
  if (known) return known;
  let best = costRatio / Math.exp(sigma ** 2 / 2);
  for (let u = -REACH; u <= REACH; u += STEP) best = Math.min(best, costRate(u, sigma, costRatio));
  const relative = columnTable((u) => costRate(-u, sigma, costRatio) / best, -REACH, REACH, PHASES);
  tables.set(key, relative);
  return relative;
}

/** Σ w·C/C* at one age. */
function expectedCost(grid: WearGrid, costs: readonly ColumnTable[], logT: number): number {
  const count = grid.mus.length;
  const u = (grid.mus[0] ?? 0) - logT;
  let sum = 0;
  for (let j = 0; j < costs.length; j++)
    sum += columnSum(grid.weights, j * count, count, costs[j] as ColumnTable, u);
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
  const { mean, sd } = momentsOf(grid);
  const never = (grid.mus[grid.mus.length - 1] ?? 0) + REACH;
  const to = Math.min(never, Math.log(notPast));
  const step = ROUGHLY * sd;
  const costAt = (logT: number) => expectedCost(grid, costs, logT);
  // roughly over all ages that come into question, from late to early; then finely round the best: the curve is smooth
  const ages: Told[] = [{ at: to, value: costAt(to) }];
  let best = 0;
  for (let logT = Math.min(to, mean + FROM_SDS * sd) - step; logT > mean - FROM_SDS * sd; logT -= step) {
    const value = costAt(logT);
    if (value < (ages[best] as Told).value - 1e-9) best = ages.length;
    ages.push({ at: logT, value });
    // replaced earlier still, the planned work alone costs more than the best does: a failure costs at most K times as much
    if (value > costRatio * (ages[best] as Told).value) break;
  }
  const middle = ages[best] as Told;
  if (best === 0 && to === never) return Number.POSITIVE_INFINITY;
  const [earlier, later] = [ages[best + 1], ages[best - 1]];
  // half a hundredth of ln T is finer than anybody replaces
  const within = STEP / 2;
  return Math.exp(
    earlier && later
      ? lowestNear(costAt, earlier, middle, later, within)
      : lowestBetween(costAt, middle.at - step, Math.min(to, middle.at + step), within),
  );
}
