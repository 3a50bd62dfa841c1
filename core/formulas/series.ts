import { medianAbsoluteDeviation } from 'simple-statistics';
import { robustSd } from '../statistics/spread.ts';
import { list, num, out, formula } from './define.ts';
import { Refusal } from '../errors.ts';
import { normalQuantile } from '../statistics/normal.ts';
import { leastSquares } from '../statistics/leastSquares.ts';
import { median } from '../statistics/median.ts';
import { pairSlopes } from '../statistics/robustSlope.ts';

const TS = 'Theil 1950, Proc. KNAW 53; Sen 1968, J. Am. Stat. Assoc. 63, 1379–1389';
const days = (example: readonly number[]) => list('Days', 'day', -1e6, 1e6, 2, example);
const values = (label: string, unit: string, example: readonly number[]) =>
  list(label, unit, -1e9, 1e9, 2, example);

/** @throws Refusal where the lists differ in length or all days are one */
function pairsOf(x: readonly number[], y: readonly number[]): number[] {
  if (x.length !== y.length)
    throw new Refusal('out-of-range', {
      what: 'values, one for each day',
      value: y.length,
      from: x.length,
      to: x.length,
      unit: 'values',
    });
  const slopes = pairSlopes(x.map((days, i) => ({ days, value: y[i] ?? 0 })));
  if (slopes.length === 0)
    throw new Refusal('out-of-range', { what: 'different days', value: 1, from: 2, to: 1e4, unit: 'days' });
  return slopes.sort((a, b) => a - b);
}
/** How often each value stands more than once, weighed as the variance of Kendall's S wants it. */
function ties(list: readonly number[]): { variance: number; pairs: number } {
  const counts = new Map<number, number>();
  for (const value of list) counts.set(value, (counts.get(value) ?? 0) + 1);
  let variance = 0;
  let pairs = 0;
  for (const k of counts.values()) {
    variance += k * (k - 1) * (2 * k + 5);
    pairs += (k * (k - 1)) / 2;
  }
  return { variance, pairs };
}
function halfEven(x: number): number {
  const floor = Math.floor(x);
  const rest = x - floor;
  return rest < 0.5 ? floor : rest > 0.5 ? floor + 1 : floor % 2 === 0 ? floor : floor + 1;
}
/** The upper and lower sums, and the number of the first sample over H. */
function cusum(deviations: readonly number[], K: number, H: number) {
  let [up, down] = [0, 0];
  const plus: number[] = [];
  const minus: number[] = [];
  let first: number | null = null;
  deviations.forEach((d, i) => {
    up = Math.max(0, up + d - K);
    down = Math.max(0, down - d - K);
    plus.push(up);
    minus.push(down);
    // sums of decimals end a hair under or over a limit that is one too
    if (first === null && (up > H + 1e-12 || down > H + 1e-12)) first = i + 1;
  });
  return { C_plus: plus, C_minus: minus, first_signal: first };
}

const phosphate = [0.031, 0.04, 0.058, 0.061, 0.078, 0.15, 0.098, 0.112];
const weeks = [0, 7, 14, 21, 28, 35, 42, 49];

export const robustSlope = formula({
  id: 'robust-slope',
  inputs: {
    x: days(weeks),
    y: values('Values', 'unit', phosphate),
    confidence: num('Confidence', '1', 0.5, 0.999, 0.95, { usual: 0.95 }),
  },
  outputs: {
    slope: out('Slope', 'unit/day', 5),
    intercept_separate: out('Level at day 0, by medians', 'unit: median(y) - slope median(x)', 4),
    intercept_joint: out('Level at day 0, by residuals', 'unit: median(y - slope x)', 4),
    lower: out('Slope, at least', 'unit/day', 5),
    upper: out('Slope, at most', 'unit/day', 5),
    pairs: out('Pairs', 'slopes with unequal x', 0),
    kendall_tau_b: out('How steadily it goes', '1', 3),
  },
  formula: 'median of the slopes of all pairs; interval by Kendall’s variance with ties',
  source: TS,
  run: (v) => {
    const slopes = pairsOf(v.x, v.y);
    const slope = median(slopes);
    const n = v.x.length;
    const [tx, ty] = [ties(v.x), ties(v.y)];
    const sigma = Math.sqrt((n * (n - 1) * (2 * n + 5) - tx.variance - ty.variance) / 18);
    const z = -normalQuantile((1 - v.confidence) / 2);
    const N = slopes.length;
    const low = Math.max(halfEven((N - z * sigma) / 2) - 1, 0);
    const high = Math.min(halfEven((N + z * sigma) / 2), N - 1);
    let S = 0;
    for (let i = 0; i < n; i++)
      for (let j = i + 1; j < n; j++)
        S += Math.sign((v.x[j] ?? 0) - (v.x[i] ?? 0)) * Math.sign((v.y[j] ?? 0) - (v.y[i] ?? 0));
    const all = (n * (n - 1)) / 2;
    return {
      slope,
      intercept_separate: median(v.y) - slope * median(v.x),
      intercept_joint: median(v.y.map((y, i) => y - slope * (v.x[i] ?? 0))),
      lower: slopes[low] ?? null,
      upper: slopes[high] ?? null,
      pairs: N,
      kendall_tau_b: S / Math.sqrt((all - tx.pairs) * (all - ty.pairs)),
    };
  },
});

export const crossingDate = formula({
  id: 'crossing-date',
  inputs: {
    x: days(weeks),
    y: values('Values', 'mg/L', phosphate),
    limit: num('Limit', 'mg/L', -1e9, 1e9, 0.1),
  },
  outputs: {
    slope_per_week: out('Slope', 'mg/L per week', 4),
    crossing: out('Reaches it on day', 'day', 1),
    slope_ols_per_week: out('Slope by least squares', 'mg/L per week, least squares, for contrast', 4),
  },
  formula: 'robust line through median(y − slope x)',
  source: TS,
  run: (v) => {
    const slope = median(pairsOf(v.x, v.y));
    const level = median(v.y.map((y, i) => y - slope * (v.x[i] ?? 0)));
    return {
      slope_per_week: slope * 7,
      crossing: slope === 0 ? null : (v.limit - level) / slope,
      slope_ols_per_week: leastSquares(v.x, v.y).slope * 7,
    };
  },
});

export const leastSquaresFormula = formula({
  id: 'least-squares',
  inputs: { x: days([0, 7, 14, 21, 28, 35]), y: values('Values', 'dKH', [8.6, 8.4, 8.3, 8.1, 7.8, 7.7]) },
  outputs: {
    slope: out('Slope', 'dKH/day', 4),
    intercept: out('Level at day 0', 'dKH', 3),
    se_slope: out('Slope uncertain by', 'dKH/day', 4),
    r2: out('r²', '1', 3),
    crossing_7: out('Reaches 7 on day', 'day', 1),
  },
  formula: 'ordinary least squares',
  source: 'Gauss; textbook form',
  run: (v) => {
    pairsOf(v.x, v.y);
    const { slope, intercept, r2, slopeError } = leastSquares(v.x, v.y);
    return {
      slope,
      intercept,
      se_slope: slopeError,
      r2,
      crossing_7: slope === 0 ? null : (7 - intercept) / slope,
    };
  },
});

export const ewma = formula({
  id: 'ewma',
  inputs: {
    y: values('Values', 'unit', [52, 47, 53, 49.3, 50.1, 47, 51, 50.1, 51.2, 50.5]),
    lam: num('Weight of the newest', '1', 0.01, 1, 0.3, { usual: 0.2 }),
    target: num('Target', 'unit', -1e9, 1e9, 50),
    sigma: num('Spread of one value', 'unit', 1e-9, 1e9, 2.0539),
    k: num('Limits at', 'sigma', 0.5, 6, 3, { usual: 3 }),
  },
  outputs: {
    ewma: out('Moving mean', 'unit', 3),
    ucl: out('Upper limit', 'unit', 3),
    lcl: out('Lower limit', 'unit', 3),
    signals: out('Out of limits at sample', 'none', 0),
  },
  formula: 'z = λ y + (1 − λ) z; limits target ± k σ √(λ/(2 − λ))',
  source: 'NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.4 (asymptotic limits)',
  run: (v) => {
    let z = v.target;
    const ewma = v.y.map((y) => (z = v.lam * y + (1 - v.lam) * z));
    const width = v.k * v.sigma * Math.sqrt(v.lam / (2 - v.lam));
    return {
      ewma,
      ucl: v.target + width,
      lcl: v.target - width,
      signals: ewma.flatMap((one, i) => (Math.abs(one - v.target) > width ? [i + 1] : [])),
    };
  },
});

export const cusumFormula = formula({
  id: 'cusum',
  inputs: {
    y: values('Values', 'unit', [9.45, 7.99, 9.29, 11.66, 12.16, 10.18, 8.04, 11.46]),
    target: num('Target', 'unit', -1e9, 1e9, 10),
    K: num('Allowance', 'unit', 0, 1e9, 0.5),
    H: num('Limit', 'unit', 0, 1e9, 5),
  },
  outputs: {
    C_plus: out('Sum upwards', 'unit', 3),
    C_minus: out('Sum downwards', 'unit', 3),
    first_signal: out('Signal at sample', 'sample number, from 1', 0),
  },
  formula: 'C⁺ = max(0, C⁺ + y − target − K); C⁻ likewise',
  source: 'Page 1954, Biometrika 41; Montgomery, Introduction to Statistical Quality Control',
  run: (v) =>
    cusum(
      v.y.map((y) => y - v.target),
      v.K,
      v.H,
    ),
});

export const cusumDifference = formula({
  id: 'cusum-difference',
  inputs: {
    difference: values(
      'Probe minus reference',
      'pH probe minus reference',
      [0.01, -0.02, 0.02, 0, 0.03, 0.05, 0.04, 0.06, 0.07, 0.06],
    ),
    K: num('Allowance', 'pH', 0, 10, 0.02),
    H: num('Limit', 'pH', 0, 10, 0.105),
  },
  outputs: {
    C_plus: out('Sum upwards', 'pH', 3),
    C_minus: out('Sum downwards', 'pH', 3),
    first_signal: out('Signal at sample', 'sample number, from 1', 0),
  },
  formula: 'sums of differences less the allowance',
  source: 'Page 1954, Biometrika 41',
  run: (v) => cusum(v.difference, v.K, v.H),
});

export const holt = formula({
  id: 'holt',
  inputs: {
    y: values('Values', 'unit', [7.9, 8, 8.2, 8.1, 8.4, 8.6, 8.5, 8.8]),
    alpha: num('Weight for the level', '1', 0, 1, 0.5),
    beta: num('Weight for the trend', '1', 0, 1, 0.3),
    level0: num('Level before', 'unit before the first value', -1e9, 1e9, 7.9),
    trend0: num('Trend before', 'unit', -1e9, 1e9, 0.1),
  },
  outputs: {
    level: out('Level', 'unit', 3),
    trend: out('Trend', 'unit', 4),
    forecast_3: out('Three steps on', 'unit', 2),
  },
  formula: 'level = α y + (1 − α)(level + trend); trend = β change + (1 − β) trend',
  source: 'Holt 1957 (reprinted 2004, Int. J. Forecasting 20)',
  run: (v) => {
    let [level, trend] = [v.level0, v.trend0];
    const levels: number[] = [];
    const trends: number[] = [];
    for (const y of v.y) {
      const next = v.alpha * y + (1 - v.alpha) * (level + trend);
      trend = v.beta * (next - level) + (1 - v.beta) * trend;
      level = next;
      levels.push(level);
      trends.push(trend);
    }
    return { level: levels, trend: trends, forecast_3: level + 3 * trend };
  },
});

export const robustSpread = formula({
  id: 'robust-spread',
  inputs: { y: values('Values', 'dKH', [8.1, 8, 8.2, 8.1, 9.4, 8, 8.2]) },
  outputs: {
    median: out('Middle', 'dKH', 2),
    mad: out('Median deviation', 'dKH', 3),
    sigma: out('As a standard deviation', 'dKH', 3),
    z_of_9_4: out('How far out the farthest lies', '1', 2),
  },
  formula: '1.4826 × median |y − median|; 0.6745 (y − median)/MAD, an outlier over 3.5',
  source: 'Iglewicz and Hoaglin 1993, How to Detect and Handle Outliers',
  run: (v) => {
    const middle = median(v.y);
    const mad = medianAbsoluteDeviation([...v.y]);
    const farthest = v.y.reduce(
      (far, y) => (Math.abs(y - middle) > Math.abs(far - middle) ? y : far),
      middle,
    );
    return {
      median: middle,
      mad,
      sigma: robustSd(v.y),
      z_of_9_4: mad > 0 ? (0.6745 * (farthest - middle)) / mad : null,
    };
  },
});

export const hoursMeter = formula({
  id: 'hours-meter',
  inputs: { day: days([0, 10, 25, 40]), hours: values('Meter', 'h', [100, 340, 690, 1050]) },
  outputs: {
    rate_theil: out('Runs', 'h/day', 2),
    days_to_9000: out('9,000 h after', 'day from day 40', 0),
  },
  formula: 'robust slope; (9,000 − last) ÷ slope',
  source: `arithmetic; ${TS}`,
  run: (v) => {
    const rate = median(pairsOf(v.day, v.hours));
    const last = Math.max(...v.hours);
    return { rate_theil: rate, days_to_9000: rate > 0 ? (9000 - last) / rate : null };
  },
});
