import gamma from '@stdlib/math-base-special-gamma';
import { bisect } from '../numeric/bisect.ts';
import { Refusal } from '../errors.ts';
import { formula, num, out, table } from './define.ts';
import { normalCdf, normalQuantile, Z_90 } from '../statistics/normal.ts';

// Lives as curves: what a range means, what is left at an age, which of several comes first.

export const days = (label: string, example: number) => num(label, 'day', 1e-6, 1e7, example);
export const P10 = days('One in ten lasts no longer', 30);
export const P90 = days('Nine in ten last no longer', 90);

/** @throws Refusal unless P10 < P90 */
export function lognormalOf(v: { P10: number; P90: number }): { mu: number; sigma: number } {
  if (v.P90 <= v.P10)
    throw new Refusal('out-of-range', {
      what: 'nine in ten (over one in ten)',
      value: v.P90,
      from: v.P10,
      to: 1e7,
      unit: 'day',
    });
  return { mu: Math.log(v.P10 * v.P90) / 2, sigma: Math.log(v.P90 / v.P10) / (2 * Z_90) };
}

/** Density of the standard normal. */
export const density = (z: number): number => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);

export const lognormalRange = formula({
  id: 'lognormal-range',
  inputs: { P10, P90 },
  outputs: {
    mu: out('µ', 'ln day', 4),
    sigma: out('σ', '1', 4),
    median: out('Half', 'day', 1),
    mean: out('Mean', 'day', 1),
  },
  formula: 'µ = ½ ln(P10 P90), σ = ln(P90/P10)/2.563',
  source: 'definition',
  run: (v) => {
    const { mu, sigma } = lognormalOf(v);
    return { mu, sigma, median: Math.exp(mu), mean: Math.exp(mu + sigma ** 2 / 2) };
  },
});

export const weibull = formula({
  id: 'weibull',
  inputs: { beta: num('Shape', '1', 0.1, 50, 2.5), eta: days('Scale', 365) },
  outputs: {
    P10: out('One in ten', 'day', 1),
    P50: out('Half', 'day', 1),
    P90: out('Nine in ten', 'day', 1),
    mean: out('Mean', 'day', 1),
  },
  formula: 'η (−ln(1 − p))^(1/β); η Γ(1 + 1/β)',
  source: 'definition',
  run: (v) => {
    const q = (p: number) => v.eta * (-Math.log1p(-p)) ** (1 / v.beta);
    return { P10: q(0.1), P50: q(0.5), P90: q(0.9), mean: v.eta * gamma(1 + 1 / v.beta) };
  },
});

export const remainingLife = formula({
  id: 'remaining-life',
  inputs: { P10, P90, age: num('Age', 'day', 0, 1e7, 50) },
  outputs: {
    p10: out('One in ten', 'day of age', 1),
    p50: out('Half', 'day of age', 1),
    p90: out('Nine in ten', 'day of age', 1),
  },
  formula: 'P(life < t | life > age)',
  source: 'conditional probability',
  run: (v) => {
    const { mu, sigma } = lognormalOf(v);
    const left = v.age > 0 ? normalCdf((mu - Math.log(v.age)) / sigma) : 1;
    const at = (p: number) => Math.exp(mu - sigma * normalQuantile((1 - p) * left));
    return { p10: at(0.1), p50: at(0.5), p90: at(0.9) };
  },
});

export const firstOfSeveral = formula({
  id: 'first-of-several',
  inputs: {
    ranges: table(
      'Each falls due between',
      '[P10, P90] day',
      ['P10', 'P90'],
      [
        [30, 90],
        [40, 60],
      ],
    ),
  },
  outputs: {
    p10: out('One in ten', 'day', 1),
    p50: out('Half', 'day', 1),
    p90: out('Nine in ten', 'day', 1),
  },
  formula: 'P(min > t) = Π P(each > t)',
  source: 'probability of independent events',
  run: (v) => {
    const rules = v.ranges.map(([low, high]) => lognormalOf({ P10: low ?? 0, P90: high ?? 0 }));
    const left = (x: number) =>
      rules.reduce((product, { mu, sigma }) => product * normalCdf((mu - x) / sigma), 1);
    const at = (p: number) => Math.exp(bisect((x) => 1 - p - left(x), -20, 30));
    return { p10: at(0.1), p50: at(0.5), p90: at(0.9) };
  },
});
