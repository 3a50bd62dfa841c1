import { bisect } from '../numeric/bisect.ts';

// The normal distribution in double precision. Two functions, used by every rule that deals in chances.

/** The distance, in standard deviations, from the middle of a normal distribution to its 90th percentile. */
export const Z_90 = 1.2815515655446004;

/**
 * Φ, the standard normal distribution function, to 1e-15 (relative 1e-8 in the tail beyond 7).
 * @source Hart et al. 1968 in the form of West, "Better approximations to cumulative normal functions",
 *   Wilmott Magazine 2005; coefficients from memory, checked against 1 − Φ values in normal.test.ts
 */
export function normalCdf(z: number): number {
  const a = Math.abs(z);
  let tail: number;
  if (a > 37) tail = 0;
  else {
    const e = Math.exp((-a * a) / 2);
    if (a < 7.07106781186547) {
      const top =
        (((((3.52624965998911e-2 * a + 0.700383064443688) * a + 6.37396220353165) * a + 33.912866078383) * a +
          112.079291497871) *
          a +
          221.213596169931) *
          a +
        220.206867912376;
      const bottom =
        ((((((8.83883476483184e-2 * a + 1.75566716318264) * a + 16.064177579207) * a + 86.7807322029461) * a +
          296.564248779674) *
          a +
          637.333633378831) *
          a +
          793.826512519948) *
          a +
        440.413735824752;
      tail = (e * top) / bottom;
    } else {
      tail = e / (a + 1 / (a + 2 / (a + 3 / (a + 4 / (a + 0.65))))) / 2.506628274631;
    }
  }
  return z > 0 ? 1 - tail : tail;
}

/**
 * The z at which Φ(z) = p, for 0 < p < 1, to 1e-12: bisection of normalCdf, since it is called rarely.
 */
export function normalQuantile(p: number): number {
  return bisect((z) => normalCdf(z) - p, -38, 38);
}

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
