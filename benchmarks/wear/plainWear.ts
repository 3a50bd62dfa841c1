import { wearEdges, gradeIndex } from '../../core/wear/found.ts';
import { normalCdf } from '../../core/statistics/normal.ts';
import type { LifeRange } from '../../core/wear/wearGrid.ts';
import type { WearCycle } from '../../core/wear/wearPosterior.ts';

// The same belief as core/wear, written down cell by cell as the formulas stand, with exact Φ, no tables, and the step
// of the grid as an argument. Slow and plain on purpose: the fast one is measured against it.

export interface PlainGrid {
  step: number;
  mus: number[];
  sigmas: number[];
  prior: number[];
  /** weights[i][j] of mus[i], sigmas[j]. */
  weights: number[][];
}

const SIGMAS = Array.from({ length: 5 }, (_, j) => 0.08 * (0.57 / 0.08) ** (j / 4));
const density = (x: number, sd: number) => Math.exp(-((x / sd) ** 2) / 2) / sd;
function scaled(values: number[]): number[] {
  const sum = values.reduce((total, value) => total + value, 0);
  return values.map((value) => value / sum);
}

export function plainPosterior(
  range: LifeRange,
  cycles: readonly WearCycle[],
  step: number,
  exposureNow = 0,
): PlainGrid {
  const middle = Math.log(range.lo * range.hi) / 2;
  const tau = Math.max(0.1, Math.log(range.hi / range.lo) / (2 * 1.2815515655446004));
  const wide = Math.hypot(tau, 0.7);
  const logs = [...cycles.map((cycle) => cycle.exposure), ...(exposureNow > 0 ? [exposureNow] : [])].map(
    (x) => Math.log(Math.max(x, 1e-3)),
  );
  const below = Math.ceil(Math.max(2.4, ...logs.map((log) => middle - log + 0.5)) / 0.1 - 1e-9) * 0.1;
  const above = Math.ceil(Math.max(2.4, ...logs.map((log) => log - middle + 0.5)) / 0.1 - 1e-9) * 0.1;
  const count = Math.round((below + above) / step) + 1;
  const mus = Array.from({ length: count }, (_, i) => middle - below + i * step);
  const prior = scaled(mus.map((mu) => 0.85 * density(mu - middle, tau) + 0.15 * density(mu - middle, wide)));
  const sigmaPrior = scaled(SIGMAS.map((sigma) => density(Math.log(sigma / 0.23), 0.5)));
  let weights = prior.map((weight) => sigmaPrior.map((ofSigma) => weight * ofSigma));
  const rhythm: number[] = [];
  let graded = false;
  cycles.forEach((cycle, index) => {
    const log = Math.log(Math.max(cycle.exposure, 1e-3));
    const neglected = log > middle + Math.log(3);
    if (cycle.found) {
      const k = gradeIndex[cycle.found];
      const worse = neglected && cycle.found === 'overdue';
      weights = weights.map((row, i) =>
        row.map((weight, j) => {
          const s = Math.hypot(SIGMAS[j] ?? 0, 0.12);
          const under = (edge: number) =>
            edge === 0 ? 0 : edge === Infinity ? 1 : normalCdf((Math.log(edge) - log + (mus[i] ?? 0)) / s);
          const upper = worse ? 1 : under(wearEdges[k + 1] ?? Infinity);
          return weight * (0.97 * (upper - under(wearEdges[k] ?? 0)) + (0.03 * (worse ? 2 : 1)) / 5);
        }),
      );
    } else if (!neglected) rhythm.push(log);
    graded ||= cycle.found !== null;
    const since = index === cycles.length - 1 ? { ...unseen, chance: 0.03 } : unseen;
    const jump = cycle.newLifeAfter ? named : graded ? since : null;
    weights = changed(weights, mus, prior, 0.03 ** 2 + (0.05 ** 2 * cycle.days) / 365, jump, step);
    if (cycle.newLifeAfter) rhythm.length = 0;
  });
  if (rhythm.length > 0) {
    const mean = rhythm.reduce((sum, log) => sum + log, 0) / rhythm.length;
    weights = weights.map((row, i) => {
      const vote = (1 + ((mean - (mus[i] ?? 0) + 0.1) / 0.5) ** 2 / 4) ** -2.5;
      return row.map((weight) => weight * vote);
    });
  }
  return { step, mus, sigmas: SIGMAS, prior, weights: wholly(weights) };
}

function wholly(weights: number[][]): number[][] {
  const sum = weights.flat().reduce((total, weight) => total + weight, 0);
  return weights.map((row) => row.map((weight) => weight / sum));
}

interface Jump {
  chance: number;
  shifts: readonly number[];
  sd: number;
  /** What such lives usually are counts beside it. */
  usual: boolean;
}
const named: Jump = { chance: 0.8, shifts: [0], sd: 0.55, usual: true };
const unseen: Jump = { chance: 0.2, shifts: [-0.6, 0.6], sd: 0.25, usual: false };

/** A walk of a variance by small steps to the neighbours, then the chance of a jump from where the part stands. */
function changed(
  weights: number[][],
  mus: readonly number[],
  prior: readonly number[],
  variance: number,
  jump: Jump | null,
  step: number,
): number[][] {
  const times = Math.max(1, Math.ceil(variance / (0.4 * step ** 2)));
  const p = variance / times / (2 * step ** 2);
  let now = wholly(weights);
  for (let k = 0; k < times; k++) {
    const before = now;
    now = before.map((row, i) =>
      row.map((weight, j) => {
        const left = (before[i - 1] ?? row)[j] ?? 0;
        const right = (before[i + 1] ?? row)[j] ?? 0;
        return (1 - 2 * p) * weight + p * (left + right);
      }),
    );
  }
  if (jump === null) return now;
  const standing = wholly(weights).map((row) => row.reduce((sum, weight) => sum + weight, 0));
  const mean = standing.reduce((sum, weight, i) => sum + weight * (mus[i] ?? 0), 0);
  const spread =
    standing.reduce((sum, weight, i) => sum + weight * ((mus[i] ?? 0) - mean) ** 2, 0) + variance;
  const shapes = jump.shifts.map((shift) =>
    scaled(mus.map((mu) => density(mu - mean - shift, Math.sqrt(spread + jump.sd ** 2)))),
  );
  const plain = mus.map((_, i) => shapes.reduce((sum, one) => sum + (one[i] ?? 0), 0) / shapes.length);
  const shape = jump.usual ? scaled(plain.map((weight, i) => weight * (prior[i] ?? 0))) : plain;
  const ofSigma = (now[0] ?? []).map((_, j) => now.reduce((sum, row) => sum + (row[j] ?? 0), 0));
  return now.map((row, i) =>
    row.map((weight, j) => (1 - jump.chance) * weight + jump.chance * (shape[i] ?? 0) * (ofSigma[j] ?? 0)),
  );
}

export function plainSurvival(grid: PlainGrid, exposure: number): number {
  let sum = 0;
  grid.mus.forEach((mu, i) =>
    grid.sigmas.forEach((sigma, j) => {
      sum += (grid.weights[i]?.[j] ?? 0) * normalCdf((mu - Math.log(exposure)) / sigma);
    }),
  );
  return sum;
}

/** The exposure at which survival has fallen to a level, by bisection. */
export function plainExposureAt(grid: PlainGrid, level: number): number {
  let low = -20;
  let high = 20;
  for (let k = 0; k < 60; k++) {
    const middle = (low + high) / 2;
    if (plainSurvival(grid, Math.exp(middle)) > level) low = middle;
    else high = middle;
  }
  return Math.exp((low + high) / 2);
}
