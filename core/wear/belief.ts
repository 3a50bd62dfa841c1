import type { ColumnTable } from './columnTable.ts';
import { MU_STEP, normalise, type WearGrid } from './wearGrid.ts';

// What is believed of a part while its cycles are read, one after the other. A cycle is one pass over the grid: each cell
// is weighed by what was found, blurred by the walk, and left for the chance that the next life starts anew. That chance
// is the same shape in every cell (the prior about μ), so it is carried as one number a column and put into the cells
// only when they are next read.

/** Above this share to each side a three-point kernel would no longer be a blur. */
const WIDEST_SHARE = 0.2;
/** Chances multiply: before the numbers get too small for the machine they are scaled. */
const TOO_SMALL = 1e-100;

export class Belief {
  private readonly grid: WearGrid;
  /** Of each column of σ: how much of the prior about μ belongs on top of its cells. */
  private readonly anew: Float64Array;

  constructor(grid: WearGrid) {
    this.grid = grid;
    this.anew = new Float64Array(grid.sigmas.length);
  }

  /**
   * From one life to the next.
   * @param tables the chance of what was found, by μ − ln x, one for each σ; null: nobody said
   * @param variance of the walk of μ; far smaller than a step of the grid: a point-sampled kernel would do nothing, three
   *   points with the wanted variance do, p = v/(2h²) to each side. Wider walks take several steps
   * @param jumpChance that the next life starts anew; what is known of σ stays
   */
  next(
    tables: readonly ColumnTable[] | null,
    logExposure: number,
    variance: number,
    jumpChance: number,
  ): void {
    const { mus, muPrior, weights } = this.grid;
    const count = mus.length;
    const u = (mus[0] ?? 0) - logExposure;
    const steps = Math.max(1, Math.ceil(variance / (2 * WIDEST_SHARE * MU_STEP ** 2)));
    const p = variance / steps / (2 * MU_STEP ** 2);
    let all = 0;
    for (let j = 0; j < this.anew.length; j++) {
      const start = j * count;
      const anew = this.anew[j] as number;
      const table = tables === null ? NO_TABLE : (tables[j] as ColumnTable);
      const sum =
        tables !== null && fits(table, u, count)
          ? weighed(weights, start, count, muPrior, anew, table, u, p, 1 - jumpChance)
          : weighedSlowly(weights, start, count, muPrior, anew, tables && table, u, p, 1 - jumpChance);
      for (let step = 1; step < steps; step++) blur(weights, start, count, p);
      this.anew[j] = jumpChance * sum;
      all += sum;
    }
    if (!(all > 0)) throw new Error('the wear grid lost all its weight');
    if (all < TOO_SMALL) this.scale(1 / all);
  }

  /** Leaves the grid whole, with a sum of 1. */
  settle(): void {
    const { muPrior, weights } = this.grid;
    const count = muPrior.length;
    for (let j = 0; j < this.anew.length; j++) {
      const anew = this.anew[j] as number;
      for (let i = 0; i < count; i++)
        weights[j * count + i] = (weights[j * count + i] as number) + anew * (muPrior[i] as number);
      this.anew[j] = 0;
    }
    normalise(weights);
  }

  private scale(factor: number): void {
    const { weights } = this.grid;
    for (let cell = 0; cell < weights.length; cell++) weights[cell] = (weights[cell] as number) * factor;
    for (let j = 0; j < this.anew.length; j++) this.anew[j] = (this.anew[j] as number) * factor;
  }
}

const NO_TABLE: ColumnTable = { from: 0, phases: 1, width: 0, rows: new Float64Array(0) };

/** Whether every cell of a column lies inside a table. */
function fits({ from, width }: ColumnTable, u: number, count: number): boolean {
  const first = Math.floor((u - from) / MU_STEP);
  return first >= 0 && first + count <= width;
}

/** One pass: weigh, blur, keep. The ends reflect: what would leave the grid stays. @returns the sum before it was kept */
function weighed(
  weights: Float64Array,
  start: number,
  count: number,
  prior: Float64Array,
  anew: number,
  table: ColumnTable,
  u: number,
  p: number,
  kept: number,
): number {
  const { rows, width, phases } = table;
  const at = (u - table.from) / MU_STEP;
  const first = Math.floor(at) | 0; // an integer to the compiler too: the loop indexes with it
  const phase = Math.floor((at - first) * phases) | 0;
  const right = (at - first) * phases - phase;
  const left = 1 - right;
  const toSide = kept * p;
  const stays = kept * (1 - 2 * p);
  const last = count - 1;
  let k = phase * width + first;
  let here =
    ((weights[start] as number) + anew * (prior[0] as number)) *
    (left * (rows[k] as number) + right * (rows[k + width] as number));
  let before = here;
  let sum = here;
  for (let i = 0; i < last; i++) {
    k++;
    const after =
      ((weights[start + i + 1] as number) + anew * (prior[i + 1] as number)) *
      (left * (rows[k] as number) + right * (rows[k + width] as number));
    sum += after;
    weights[start + i] = stays * here + toSide * (before + after);
    before = here;
    here = after;
  }
  weights[start + last] = stays * here + toSide * (before + here);
  return sum;
}

/** The same where nothing was found, or where a cell lies beyond the table and its end counts. */
function weighedSlowly(
  weights: Float64Array,
  start: number,
  count: number,
  prior: Float64Array,
  anew: number,
  table: ColumnTable | null,
  u: number,
  p: number,
  kept: number,
): number {
  let sum = 0;
  for (let i = 0; i < count; i++) {
    const weight = (weights[start + i] as number) + anew * (prior[i] as number);
    const value = table === null ? weight : weight * valueAt(table, u + i * MU_STEP);
    weights[start + i] = value;
    sum += value;
  }
  blur(weights, start, count, p);
  for (let i = 0; i < count; i++) weights[start + i] = (weights[start + i] as number) * kept;
  return sum;
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
