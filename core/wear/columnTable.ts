import { MU_STEP } from './wearGrid.ts';

// A column of the wear grid asks one function at places that lie whole steps of μ apart. The table keeps, for each place
// between two steps (a phase), the values one step apart side by side: a column then reads two rows from left to right,
// weighed once, and the processor's cache is used as it likes.

/** A function of u on steps of μ, with so many phases between two steps; constant beyond its ends. */
export interface ColumnTable {
  from: number;
  phases: number;
  /** Values in a row, one step of μ apart. */
  width: number;
  /** phases + 1 rows; the last is the first one step on. */
  rows: Float64Array;
}

/** @param from @param to where the function has become constant, in u */
export function columnTable(f: (u: number) => number, from: number, to: number, phases: number): ColumnTable {
  const width = Math.ceil((to - from) / MU_STEP) + 1;
  const rows = new Float64Array((phases + 1) * width);
  for (let phase = 0; phase <= phases; phase++)
    for (let k = 0; k < width; k++) rows[phase * width + k] = f(from + (k + phase / phases) * MU_STEP);
  return { from, phases, width, rows };
}

/** Σ w·f(u + i·step) over a column of weights. */
export function columnSum(
  weights: Float64Array,
  start: number,
  count: number,
  table: ColumnTable,
  u: number,
): number {
  return columnSumAndSlope(weights, start, count, table, u, sumOnly);
}
const sumOnly = new Float64Array(1);

/** The same, and what it changes by as u grows, added to `slope`: between two phases the table is a straight line. */
export function columnSumAndSlope(
  weights: Float64Array,
  start: number,
  count: number,
  table: ColumnTable,
  u: number,
  slope: Float64Array,
): number {
  const { rows, width, phases } = table;
  const at = (u - table.from) / MU_STEP;
  const first = Math.floor(at) | 0; // an integer to the compiler too: the loops index with it
  const phase = Math.floor((at - first) * phases) | 0;
  const right = (at - first) * phases - phase;
  const row = phase * width;
  const begin = Math.min(count, Math.max(0, -first));
  const end = Math.max(begin, Math.min(count, width - first));
  let sum = 0;
  let rise = 0;
  if (begin > 0) {
    let before = 0;
    for (let cell = start; cell < start + begin; cell++) before += weights[cell] as number;
    sum += before * (rows[0] as number);
  }
  let k = row + first + begin;
  for (let cell = start + begin; cell < start + end; cell++, k++) {
    const weight = weights[cell] as number;
    const value = rows[k] as number;
    sum += weight * value;
    rise += weight * ((rows[k + width] as number) - value);
  }
  if (end < count) {
    let after = 0;
    for (let cell = start + end; cell < start + count; cell++) after += weights[cell] as number;
    sum += after * (rows[rows.length - 1] as number);
  }
  slope[0] = (slope[0] as number) + (rise * phases) / MU_STEP;
  return sum + right * rise;
}
