import { linearRegression, sampleCorrelation, sumNthPowerDeviations } from 'simple-statistics';

export interface Line {
  slope: number;
  intercept: number;
  /** Standard error of the slope; null with fewer than three points. */
  slopeError: number | null;
  r2: number;
}

/**
 * The line through points that leaves the least squares.
 * @param ys one for each of xs, which are not all the same
 * @source Gauss; error of the slope: textbook form
 */
export function leastSquares(xs: readonly number[], ys: readonly number[]): Line {
  const n = xs.length;
  const [left, right] = [[...xs], [...ys]];
  const { m: slope, b: intercept } = linearRegression(xs.map((x, i) => [x, ys[i] ?? 0]));
  const [xSpread, ySpread] = [sumNthPowerDeviations(left, 2), sumNthPowerDeviations(right, 2)];
  const r2 = ySpread > 0 ? sampleCorrelation(left, right) ** 2 : 1;
  return {
    slope,
    intercept,
    slopeError: n > 2 ? Math.sqrt(((1 - r2) * ySpread) / xSpread / (n - 2)) : null,
    r2,
  };
}
