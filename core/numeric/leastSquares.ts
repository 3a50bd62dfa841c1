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
 * @source Gauss; textbook form
 */
export function leastSquares(xs: readonly number[], ys: readonly number[]): Line {
  const n = xs.length;
  const mx = xs.reduce((sum, x) => sum + x, 0) / n;
  const my = ys.reduce((sum, y) => sum + y, 0) / n;
  let sxx = 0;
  let sxy = 0;
  let syy = 0;
  xs.forEach((x, i) => {
    const y = ys[i] ?? 0;
    sxx += (x - mx) ** 2;
    sxy += (x - mx) * (y - my);
    syy += (y - my) ** 2;
  });
  const slope = sxy / sxx;
  const r2 = syy > 0 ? (sxy * sxy) / (sxx * syy) : 1;
  return {
    slope,
    intercept: my - slope * mx,
    slopeError: n > 2 ? Math.sqrt(((1 - r2) * syy) / sxx / (n - 2)) : null,
    r2,
  };
}
