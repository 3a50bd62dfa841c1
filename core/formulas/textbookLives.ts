import { bisect } from '../numeric/bisect.ts';
import { Refusal } from '../errors.ts';
import { maximise } from '../numeric/maximise.ts';
import { formula, list, num, out, table } from './define.ts';
import { normalCdf, normalQuantile, Z_90 } from '../statistics/normal.ts';
import { density, lognormalOf, P10, P90 } from './lifeCurves.ts';

// Lives from records by textbook means, for the bench; the plan itself learns in core/wear.

const ME = 'Meeker and Escobar 1998, Statistical Methods for Reliability Data';

/** A row [lower, upper]: equal is exact, null above is right, 0 below is left censored. */
function lognormalLikelihood(rows: readonly (readonly [number, number | null])[]) {
  return ([mu, lnSigma]: readonly number[]): number => {
    const sigma = Math.exp(lnSigma ?? 0);
    const z = (t: number) => (Math.log(t) - (mu ?? 0)) / sigma;
    return rows.reduce((sum, [low, high]) => {
      if (high !== null && low === high) return sum + Math.log(density(z(low)) / (sigma * low));
      const above = high === null ? 1 : normalCdf(z(high));
      const below = low <= 0 ? 0 : normalCdf(z(low));
      const chance = high === null ? normalCdf(-z(low)) : above - below;
      return sum + Math.log(Math.max(chance, 1e-300));
    }, 0);
  };
}

export const lifeFromCycles = formula({
  id: 'life-from-cycles',
  inputs: {
    intervals: table(
      'Each life lies between',
      'day; [lower, upper], null = right censored, 0 = left censored, equal = exact',
      ['lower', 'upper'],
      [
        [30, 45],
        [45, 60],
        [60, 75],
        [40, null],
        [50, null],
        [0, 35],
      ],
    ),
  },
  outputs: {
    mu: out('µ', 'ln day', 3),
    sigma: out('σ', '1', 3),
    loglik: out('Log-likelihood', '1', 3),
    se_mu: out('Error of µ', '1', 3),
    se_ln_sigma: out('Error of ln σ', '1', 3),
    P10: out('One in ten', 'day', 1),
    P50: out('Half', 'day', 1),
    P90: out('Nine in ten', 'day', 1),
  },
  formula: 'maximum likelihood of a lognormal; exact ones as density of the variable itself',
  source: ME,
  run: (v) => {
    const rows = v.intervals.map(([low, high]) => [low ?? 0, high ?? null] as const);
    if (rows.length < 2)
      throw new Refusal('out-of-range', {
        what: 'cycles',
        value: rows.length,
        from: 2,
        to: 10_000,
        unit: 'cycles',
      });
    const middles = rows.map(([low, high]) => Math.log(high === null ? low * 1.3 : Math.max(low, high / 2)));
    const start = middles.reduce((sum, x) => sum + x, 0) / middles.length;
    const f = lognormalLikelihood(rows);
    const { at, value, errors } = maximise(f, [start, Math.log(0.3)]);
    const [mu, lnSigma] = at as [number, number];
    const sigma = Math.exp(lnSigma);
    const q = (p: number) => Math.exp(mu + sigma * normalQuantile(p));
    return {
      mu,
      sigma,
      loglik: value,
      se_mu: errors[0] ?? null,
      se_ln_sigma: errors[1] ?? null,
      P10: q(0.1),
      P50: q(0.5),
      P90: q(0.9),
    };
  },
});

export const lifeRightCensored = formula({
  id: 'life-right-censored',
  inputs: {
    km: list('Ages', 'km', 1e-6, 1e9, 2, [6700, 6950, 7820, 9120, 12_200, 13_150]),
    failed: list('Failed', '1 = failure, 0 = right censored', 0, 1, 2, [1, 0, 0, 1, 1, 1]),
  },
  outputs: {
    lognormal_mu: out('Lognormal µ', 'ln km', 4),
    lognormal_sigma: out('Lognormal σ', '1', 4),
    lognormal_loglik: out('Its log-likelihood', '1', 3),
    weibull_eta: out('Weibull scale', 'km', 1),
    weibull_beta: out('Weibull shape', '1', 3),
    weibull_loglik: out('Its log-likelihood', '1', 3),
  },
  formula: 'maximum likelihood',
  source: ME,
  run: (v) => {
    const rows = v.km.map((t, i) => [t, (v.failed[i] ?? 0) > 0.5 ? t : null] as const);
    if (!rows.some(([, high]) => high !== null))
      throw new Refusal('out-of-range', {
        what: 'failures',
        value: 0,
        from: 1,
        to: rows.length,
        unit: 'failures',
      });
    const mean = v.km.reduce((sum, t) => sum + Math.log(t), 0) / v.km.length;
    const lognormal = maximise(lognormalLikelihood(rows), [mean + 0.2, Math.log(0.5)]);
    const weibull = maximise(
      ([lnEta, lnBeta]) => {
        const beta = Math.exp(lnBeta ?? 0);
        return rows.reduce((sum, [t, high]) => {
          const x = Math.log(t) - (lnEta ?? 0);
          return sum - Math.exp(beta * x) + (high === null ? 0 : Math.log(beta / t) + beta * x);
        }, 0);
      },
      [mean + 0.5, Math.log(2)],
    );
    return {
      lognormal_mu: lognormal.at[0] ?? null,
      lognormal_sigma: Math.exp(lognormal.at[1] ?? 0),
      lognormal_loglik: lognormal.value,
      weibull_eta: Math.exp(weibull.at[0] ?? 0),
      weibull_beta: Math.exp(weibull.at[1] ?? 0),
      weibull_loglik: weibull.value,
    };
  },
});

export const kaplanMeier = formula({
  id: 'kaplan-meier',
  inputs: {
    t: list('Ages', 'week', 0, 1e9, 1, [6, 6, 6, 7, 10, 13, 16, 22, 23]),
    event: list('Failed', '1 = event', 0, 1, 1, [1, 1, 0, 1, 1, 1, 1, 1, 1]),
  },
  outputs: {
    times: out('At', 'week', 1),
    S: out('Still running', '1', 3),
    se_greenwood: out('Uncertain by', '1', 3),
    median: out('Half by', 'week', 1),
  },
  formula: 'S = Π (1 − d/n); Greenwood’s error; censored at an event’s time stay at risk',
  source: 'Kaplan and Meier 1958, J. Am. Stat. Assoc. 53',
  run: (v) => {
    const times = [...new Set(v.t.filter((_, i) => (v.event[i] ?? 0) > 0.5))].sort((a, b) => a - b);
    let S = 1;
    let sum = 0;
    const curve: number[] = [];
    const errors: number[] = [];
    for (const at of times) {
      const risk = v.t.filter((t) => t >= at).length;
      const died = v.t.filter((t, i) => t === at && (v.event[i] ?? 0) > 0.5).length;
      S *= 1 - died / risk;
      sum += risk > died ? died / (risk * (risk - died)) : 0;
      curve.push(S);
      errors.push(S * Math.sqrt(sum));
    }
    const half = curve.findIndex((one) => one <= 0.5);
    return { times, S: curve, se_greenwood: errors, median: half < 0 ? null : (times[half] ?? null) };
  },
});

export const turnbull = formula({
  id: 'turnbull',
  inputs: {
    intervals: table(
      'Each life lies between',
      'day, null = right censored',
      ['after', 'by'],
      [
        [0, 20],
        [10, 30],
        [25, 40],
        [30, 50],
        [20, null],
        [0, 30],
        [45, null],
        [35, 50],
      ],
    ),
  },
  outputs: {
    inner: out('Innermost intervals', 'day, innermost intervals', 0),
    mass: out('Share in each', '1', 3),
  },
  formula: 'self-consistent shares of the innermost intervals',
  source: 'Turnbull 1976, J. R. Stat. Soc. B 38, 290–295 (intervals (a, b])',
  run: (v) => {
    const rows = v.intervals.map(([a, b]) => ({ a: a ?? 0, b: b ?? Number.POSITIVE_INFINITY }));
    const lefts = [...new Set(rows.map((one) => one.a))];
    const rights = [...new Set(rows.map((one) => one.b))];
    const inner = lefts
      .flatMap((a) => rights.filter((b) => b > a).map((b) => ({ a, b })))
      .filter(({ a, b }) => ![...lefts, ...rights].some((x) => x > a && x < b) || false)
      .sort((x, y) => x.a - y.a);
    let mass = inner.map(() => 1 / inner.length);
    for (let step = 0; step < 200_000; step++) {
      const next = inner.map(() => 0);
      for (const { a, b } of rows) {
        const inside = inner.map((one) => one.a >= a && one.b <= b);
        const total = mass.reduce((sum, m, i) => sum + (inside[i] ? m : 0), 0);
        mass.forEach((m, i) => {
          if (inside[i] && total > 0) next[i] = (next[i] ?? 0) + m / total / rows.length;
        });
      }
      const moved = Math.max(...next.map((m, i) => Math.abs(m - (mass[i] ?? 0))));
      mass = next;
      if (moved < 1e-15) break;
    }
    const kept = inner
      .map((one, i) => ({ one, m: mass[i] ?? 0 }))
      .filter(({ one, m }) => m > 1e-7 || one.b < 0);
    return {
      inner: kept.map(({ one }) => [one.a, Number.isFinite(one.b) ? one.b : 1e9]),
      mass: kept.map(({ m }) => m),
    };
  },
});

export const posteriorExact = formula({
  id: 'posterior-exact',
  inputs: {
    P10,
    P90,
    observed: list('Observed lives', 'day', 1e-6, 1e7, 0, [62, 70, 58]),
    sigma: num('Spread of one life', '1', 0.001, 3, 0.25),
  },
  outputs: {
    mean: out('Mean of ln life', 'ln day', 4),
    sd: out('Its error', '1', 4),
    p10: out('Typical life, one in ten', 'day', 1),
    p50: out('Half', 'day', 1),
    p90: out('Nine in ten', 'day', 1),
    predictive_p10: out('Next life, one in ten', 'day', 1),
    predictive_p90: out('Nine in ten', 'day', 1),
  },
  formula: 'normal prior on ln life, known spread',
  source: 'conjugate closed form',
  run: (v) => {
    const prior = lognormalOf(v);
    const precision = 1 / prior.sigma ** 2 + v.observed.length / v.sigma ** 2;
    const mean =
      (prior.mu / prior.sigma ** 2 + v.observed.reduce((sum, t) => sum + Math.log(t), 0) / v.sigma ** 2) /
      precision;
    const sd = Math.sqrt(1 / precision);
    const wide = Math.hypot(sd, v.sigma);
    return {
      mean,
      sd,
      p10: Math.exp(mean - Z_90 * sd),
      p50: Math.exp(mean),
      p90: Math.exp(mean + Z_90 * sd),
      predictive_p10: Math.exp(mean - Z_90 * wide),
      predictive_p90: Math.exp(mean + Z_90 * wide),
    };
  },
});

export const posteriorCensored = formula({
  id: 'posterior-censored',
  inputs: {
    P10,
    P90,
    evidence: table(
      'Each life lies between',
      'day; null = life longer than, 0 = life shorter than',
      ['lower', 'upper'],
      [
        [45, null],
        [50, 70],
        [0, 80],
      ],
    ),
    sigma: num('Spread of one life', '1', 0.001, 3, 0.25),
  },
  outputs: {
    mean: out('Mean of ln life', 'ln day', 4),
    p10: out('Typical life, one in ten', 'day', 1),
    p50: out('Half', 'day', 1),
    p90: out('Nine in ten', 'day', 1),
    predictive_p10: out('Next life, one in ten', 'day', 1),
    predictive_p50: out('Half', 'day', 1),
    predictive_p90: out('Nine in ten', 'day', 1),
  },
  formula: 'Φ((ln b − µ)/σ) − Φ((ln a − µ)/σ) over a fine grid',
  source: 'normal prior on ln life; interval likelihood',
  run: (v) => {
    const prior = lognormalOf(v);
    const count = 8001;
    const from = prior.mu - 9 * prior.sigma;
    const step = (18 * prior.sigma) / (count - 1);
    const mus = Array.from({ length: count }, (_, i) => from + i * step);
    const weights = mus.map((mu) =>
      v.evidence.reduce(
        (product, [low, high]) =>
          product *
          ((high === null ? 1 : normalCdf((Math.log(high ?? 1) - mu) / v.sigma)) -
            (low === null || low === undefined || low <= 0 ? 0 : normalCdf((Math.log(low) - mu) / v.sigma))),
        density((mu - prior.mu) / prior.sigma),
      ),
    );
    const total = weights.reduce((sum, w) => sum + w, 0);
    if (!(total > 0))
      throw new Refusal('out-of-range', {
        what: 'evidence (it contradicts itself)',
        value: 0,
        from: 1,
        to: 1,
        unit: '',
      });
    const quantile = (cdf: (x: number) => number, p: number) =>
      Math.exp(bisect((x) => cdf(x) - p, from - 5, from + 18 * prior.sigma + 5));
    // the belief between two points of the grid is a straight line of its sum
    const sums = new Float64Array(count);
    for (let i = 1; i < count; i++)
      sums[i] = (sums[i - 1] ?? 0) + ((weights[i] ?? 0) + (weights[i - 1] ?? 0)) / 2;
    const whole = sums.at(-1) ?? 1;
    const typical = (x: number) => {
      const at = Math.min(count - 1, Math.max(0, (x - from) / step));
      const below = Math.min(count - 2, Math.floor(at));
      return ((sums[below] ?? 0) + (at - below) * ((sums[below + 1] ?? 0) - (sums[below] ?? 0))) / whole;
    };
    // smooth and wider by one life's spread: a tenth of the points says the same
    const coarse = mus.flatMap((mu, i) => (i % 10 === 0 ? [{ mu, weight: weights[i] ?? 0 }] : []));
    const coarseTotal = coarse.reduce((sum, one) => sum + one.weight, 0);
    const next = (x: number) =>
      coarse.reduce((sum, { mu, weight }) => sum + weight * normalCdf((x - mu) / v.sigma), 0) / coarseTotal;
    return {
      mean: mus.reduce((sum, mu, i) => sum + mu * (weights[i] ?? 0), 0) / total,
      p10: quantile(typical, 0.1),
      p50: quantile(typical, 0.5),
      p90: quantile(typical, 0.9),
      predictive_p10: quantile(next, 0.1),
      predictive_p50: quantile(next, 0.5),
      predictive_p90: quantile(next, 0.9),
    };
  },
});

export const windowCoverage = formula({
  id: 'window-coverage',
  inputs: {
    n: num('Cycles', 'cycles', 1, 1e6, 50),
    inside: num('Inside their window', 'cycles', 0, 1e6, 36),
  },
  outputs: {
    share: out('Share', '1', 3),
    lower95: out('At least', '1', 3),
    upper95: out('At most', '1', 3),
  },
  formula: 'exact interval of a share, 95 %',
  source: 'Clopper and Pearson 1934, Biometrika 26',
  run: (v) => {
    if (v.inside > v.n)
      throw new Refusal('out-of-range', {
        what: 'inside',
        value: v.inside,
        from: 0,
        to: v.n,
        unit: 'cycles',
      });
    const tail = (p: number, from: number, to: number) => {
      let sum = 0;
      let log = 0;
      for (let k = 0; k <= to; k++) {
        if (k > 0) log += Math.log((v.n - k + 1) / k);
        if (k >= from) sum += Math.exp(log + k * Math.log(p) + (v.n - k) * Math.log1p(-p));
      }
      return sum;
    };
    return {
      share: v.inside / v.n,
      lower95: v.inside === 0 ? 0 : bisect((p) => tail(p, v.inside, v.n) - 0.025, 1e-12, 1 - 1e-12),
      upper95: v.inside === v.n ? 1 : bisect((p) => tail(p, 0, v.inside) - 0.025, 1e-12, 1 - 1e-12),
    };
  },
});
