import type { ColumnTable } from './columnTable.ts';
import { MU_STEP, normalise, type WearGrid } from './wearGrid.ts';

// What is believed of a part while its cycles are read, one after the other. A cycle is one pass over the grid: each cell
// is weighed by what was found, blurred by the walk, and left for the chance that the next life has jumped. A jump goes
// from where the part stands: normal about the present mean, its variance and that of a jump added. It is the same shape
// in every column, so it is carried as one number a column and put into the cells only when they are next read.

/** Above this share to each side a three-point kernel would no longer be a blur. */
const WIDEST_SHARE = 0.2;
/**
 * How far a life goes, in ln, where an event is known to have ended the old one: any way, and perhaps not far. What lives
 * like it usually are counts beside it, since the old records count little.
 */
const NAMED_SD = 0.55;
/**
 * And where something changed that nobody wrote down: the load doubled or halved, give or take. Small changes are the
 * walk's; a jump that led nearby as well would only blur what is known of steady parts. House figures (docs/science.md).
 */
const UNSEEN_SHIFT = 0.6;
const UNSEEN_STEPS = Math.round(UNSEEN_SHIFT / MU_STEP);
const UNSEEN_SD = 0.25;
/** Chances multiply: before the numbers get too small for the machine they are scaled. */
const TOO_SMALL = 1e-100;

export class Belief {
  private readonly grid: WearGrid;
  /** Of each column of σ: how much of the jump's shape belongs on top of its cells. */
  private readonly jumped: Float64Array;
  /** Where a jump leads, by μ, summing to 1. */
  private readonly shape: Float64Array;
  private readonly scratch: Float64Array;
  /** Σ w, Σ w·i, Σ w·i² of one pass. */
  private readonly sums = new Float64Array(3);

  constructor(grid: WearGrid) {
    this.grid = grid;
    this.jumped = new Float64Array(grid.sigmas.length);
    this.shape = new Float64Array(grid.mus.length);
    this.scratch = new Float64Array(grid.mus.length + 2 * UNSEEN_STEPS);
  }

  /**
   * From one life to the next.
   * @param tables the chance of what was found, by μ − ln x, one for each σ; null: nobody said
   * @param variance of the walk of μ; far smaller than a step of the grid: a point-sampled kernel would do nothing, three
   *   points with the wanted variance do, p = v/(2h²) to each side. Wider walks take several steps
   * @param jumpChance that the next life is another one; what is known of σ stays
   * @param named whether an event is known that ended the old life
   */
  next(
    tables: readonly ColumnTable[] | null,
    logExposure: number,
    variance: number,
    jumpChance: number,
    named: boolean,
  ): void {
    const { mus, weights } = this.grid;
    const { jumped, shape, sums } = this;
    const count = mus.length;
    const u = (mus[0] ?? 0) - logExposure;
    const steps = Math.max(1, Math.ceil(variance / (2 * WIDEST_SHARE * MU_STEP ** 2)));
    const p = variance / steps / (2 * MU_STEP ** 2);
    sums.fill(0);
    for (let j = 0; j < jumped.length; j++) {
      const start = j * count;
      const before = sums[0] as number;
      const table = tables === null ? NO_TABLE : (tables[j] as ColumnTable);
      if (tables !== null && fits(table, u, count))
        weighed(weights, start, shape, jumped[j] as number, table, u, p, 1 - jumpChance, sums);
      else
        weighedSlowly(
          weights,
          start,
          shape,
          jumped[j] as number,
          tables && table,
          u,
          p,
          1 - jumpChance,
          sums,
        );
      for (let step = 1; step < steps; step++) blur(weights, start, count, p);
      jumped[j] = jumpChance * ((sums[0] as number) - before);
    }
    const all = sums[0] as number;
    if (!(all > 0)) throw new Error('the wear grid lost all its weight');
    const mean = (sums[1] as number) / all;
    const spread = Math.max(0, (sums[2] as number) / all - mean * mean) * MU_STEP ** 2 + variance;
    if (named) {
      normalOnGrid(shape, mean, (spread + NAMED_SD ** 2) / MU_STEP ** 2);
      normalise(shape);
      weighedBy(shape, this.grid.muPrior);
    } else eitherWay(shape, this.scratch, mean, (spread + UNSEEN_SD ** 2) / MU_STEP ** 2);
    if (all < TOO_SMALL) this.scale(1 / all);
  }

  /** Leaves the grid whole, with a sum of 1. */
  settle(): void {
    const { mus, weights } = this.grid;
    const count = mus.length;
    for (let j = 0; j < this.jumped.length; j++) {
      const jumped = this.jumped[j] as number;
      for (let i = 0; i < count; i++)
        weights[j * count + i] = (weights[j * count + i] as number) + jumped * (this.shape[i] as number);
      this.jumped[j] = 0;
    }
    normalise(weights);
  }

  private scale(factor: number): void {
    const { weights } = this.grid;
    for (let cell = 0; cell < weights.length; cell++) weights[cell] = (weights[cell] as number) * factor;
    for (let j = 0; j < this.jumped.length; j++) this.jumped[j] = (this.jumped[j] as number) * factor;
  }
}

const NO_TABLE: ColumnTable = { from: 0, phases: 1, width: 0, rows: new Float64Array(0) };

/** Whether every cell of a column lies inside a table. */
function fits({ from, width }: ColumnTable, u: number, count: number): boolean {
  const first = Math.floor((u - from) / MU_STEP);
  return first >= 0 && first + count <= width;
}

/** A normal over the steps of a grid, its highest point near 1. By its ratios from step to step: no exponential in the loop. */
function normalOnGrid(shape: Float64Array, mean: number, variance: number): void {
  const middle = Math.min(shape.length - 1, Math.max(0, Math.round(mean)));
  const ratio = Math.exp(-1 / variance);
  const highest = Math.exp(-((middle - mean) ** 2) / (2 * variance));
  shape[middle] = highest;
  let value = highest;
  let step = Math.exp((-1 + 2 * (mean - middle)) / (2 * variance));
  for (let i = middle + 1; i < shape.length; i++) {
    value *= step;
    step *= ratio;
    shape[i] = value;
  }
  value = highest;
  step = Math.exp((-1 - 2 * (mean - middle)) / (2 * variance));
  for (let i = middle - 1; i >= 0; i--) {
    value *= step;
    step *= ratio;
    shape[i] = value;
  }
}

/** A shape by what is believed of such lives, summing to 1; where the two have nothing in common it stays as it was. */
function weighedBy(shape: Float64Array, prior: Float64Array): void {
  let sum = 0;
  for (let i = 0; i < shape.length; i++) sum += (shape[i] as number) * (prior[i] as number);
  if (!(sum > 0)) return;
  for (let i = 0; i < shape.length; i++) shape[i] = ((shape[i] as number) * (prior[i] as number)) / sum;
}

/**
 * As likely the one way as the other: half of it so many steps below the mean, half above. One normal serves both: the
 * shift is whole steps of the grid, so it is made on a grid longer by the shift at both ends and read twice.
 */
function eitherWay(shape: Float64Array, scratch: Float64Array, mean: number, variance: number): void {
  const count = shape.length;
  const both = 2 * UNSEEN_STEPS;
  normalOnGrid(scratch, mean + UNSEEN_STEPS, variance);
  let below = 0;
  let above = 0;
  for (let i = 0; i < count; i++) {
    below += scratch[i + both] as number;
    above += scratch[i] as number;
  }
  // what would lie beyond an end of the grid counts inside it
  const ofBelow = 0.5 / below;
  const ofAbove = 0.5 / above;
  for (let i = 0; i < count; i++)
    shape[i] = ofBelow * (scratch[i + both] as number) + ofAbove * (scratch[i] as number);
}

/** One pass: weigh, blur, keep. The ends reflect: what would leave the grid stays. Adds to `sums` what was there before it was kept. */
function weighed(
  weights: Float64Array,
  start: number,
  shape: Float64Array,
  jumped: number,
  table: ColumnTable,
  u: number,
  p: number,
  kept: number,
  sums: Float64Array,
): void {
  const { rows, width, phases } = table;
  const at = (u - table.from) / MU_STEP;
  const first = Math.floor(at) | 0; // an integer to the compiler too: the loop indexes with it
  const phase = Math.floor((at - first) * phases) | 0;
  const right = (at - first) * phases - phase;
  const left = 1 - right;
  const toSide = kept * p;
  const stays = kept * (1 - 2 * p);
  const last = shape.length - 1;
  let k = phase * width + first;
  let here =
    ((weights[start] as number) + jumped * (shape[0] as number)) *
    (left * (rows[k] as number) + right * (rows[k + width] as number));
  let before = here;
  let sum = here;
  let sum1 = 0;
  let sum2 = 0;
  for (let i = 0; i < last; i++) {
    k++;
    const after =
      ((weights[start + i + 1] as number) + jumped * (shape[i + 1] as number)) *
      (left * (rows[k] as number) + right * (rows[k + width] as number));
    sum += after;
    const first = (i + 1) * after;
    sum1 += first;
    sum2 += (i + 1) * first;
    weights[start + i] = stays * here + toSide * (before + after);
    before = here;
    here = after;
  }
  weights[start + last] = stays * here + toSide * (before + here);
  sums[0] = (sums[0] as number) + sum;
  sums[1] = (sums[1] as number) + sum1;
  sums[2] = (sums[2] as number) + sum2;
}

/** The same where nothing was found, or where a cell lies beyond the table and its end counts. */
function weighedSlowly(
  weights: Float64Array,
  start: number,
  shape: Float64Array,
  jumped: number,
  table: ColumnTable | null,
  u: number,
  p: number,
  kept: number,
  sums: Float64Array,
): void {
  const count = shape.length;
  let sum = 0;
  let sum1 = 0;
  let sum2 = 0;
  for (let i = 0; i < count; i++) {
    const weight = (weights[start + i] as number) + jumped * (shape[i] as number);
    const value = table === null ? weight : weight * valueAt(table, u + i * MU_STEP);
    weights[start + i] = value;
    sum += value;
    sum1 += i * value;
    sum2 += i * i * value;
  }
  blur(weights, start, count, p);
  for (let i = 0; i < count; i++) weights[start + i] = (weights[start + i] as number) * kept;
  sums[0] = (sums[0] as number) + sum;
  sums[1] = (sums[1] as number) + sum1;
  sums[2] = (sums[2] as number) + sum2;
}

function valueAt({ from, rows, width, phases }: ColumnTable, u: number): number {
  const at = Math.min(width - 1, Math.max(0, (u - from) / MU_STEP));
  const first = Math.min(width - 2, Math.floor(at));
  const phase = Math.round((at - first) * phases);
  return rows[phase * width + first] as number;
}

function blur(weights: Float64Array, start: number, count: number, p: number): void {
  const last = start + count - 1;
  let before = weights[start] as number;
  let here = before;
  for (let cell = start; cell < last; cell++) {
    const after = weights[cell + 1] as number;
    weights[cell] = (1 - 2 * p) * here + p * (before + after);
    before = here;
    here = after;
  }
  weights[last] = (1 - 2 * p) * here + p * (before + here);
}
