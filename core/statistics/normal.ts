import cdf from '@stdlib/stats-base-dists-normal-cdf';
import quantile from '@stdlib/stats-base-dists-normal-quantile';

// The normal distribution, used by every rule that deals in chances.

/** The distance, in standard deviations, from the middle of a normal distribution to its 90th percentile. */
export const Z_90 = 1.2815515655446004;

/** Φ, the standard normal distribution function, in double precision. */
export const normalCdf: (z: number) => number = cdf.factory(0, 1);

/** The z at which Φ(z) = p, for 0 < p < 1. */
export const normalQuantile: (p: number) => number = quantile.factory(0, 1);

const TABLE_REACH = 8;
const TABLE_PER_UNIT = 512;
const table = Float64Array.from({ length: 2 * TABLE_REACH * TABLE_PER_UNIT + 2 }, (_, i) =>
  normalCdf(i / TABLE_PER_UNIT - TABLE_REACH),
);

/** Φ from a table by straight lines, within 2e-7: for the wear grid, which asks millions of times. */
export function normalCdfFast(z: number): number {
  if (z >= TABLE_REACH) return 1;
  if (z <= -TABLE_REACH) return 0;
  const at = (z + TABLE_REACH) * TABLE_PER_UNIT;
  const below = Math.floor(at);
  const left = table[below] ?? 0;
  return left + (at - below) * ((table[below + 1] ?? 1) - left);
}

/** Φ⁻¹ from the same table, within 1e-4 for p from 1e-9 to 1 − 1e-9 and held at ±6 beyond: for mixing survivals. */
export function normalQuantileFast(p: number): number {
  if (p <= 1e-9) return -6;
  if (p >= 1 - 1e-9) return 6;
  let low = 0;
  let high = table.length - 2;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((table[middle] ?? 0) <= p) low = middle;
    else high = middle;
  }
  const left = table[low] ?? 0;
  const step = (table[low + 1] ?? 1) - left;
  return (low + (step > 0 ? (p - left) / step : 0)) / TABLE_PER_UNIT - TABLE_REACH;
}
