import gamma from '@stdlib/math-base-special-gamma';
import gammainc from '@stdlib/math-base-special-gammainc';
import { bisect } from '../numeric/bisect.ts';
import { lognormalUptime } from '../wear/lognormalUptime.ts';
import { formula, num, out } from './define.ts';
import { normalCdf, Z_90 } from '../statistics/normal.ts';
import { days, density, lognormalOf } from './lifeCurves.ts';

// When replacing by age is cheaper than running to failure.

const BH = 'Barlow and Hunter 1960, Operations Research 8, 90–100';
const ratio = num('A failure costs, in planned replacements', 'cf/cp', 1.0001, 1e6, 5);

/** Lower incomplete gamma γ(a, x). */
const lowerGamma = (a: number, x: number): number => gammainc(x, a, false, false);

/** h ∫R − F of a lognormal life at z = (ln T − µ)/σ, with T in units of e^µ. */
function lognormalGain(sigma: number, z: number): { g: number; uptime: number; failed: number } {
  const failed = normalCdf(z);
  const { uptime, survived } = lognormalUptime(sigma, z);
  const hazard = survived > 0 ? density(z) / (sigma * Math.exp(sigma * z) * survived) : 0;
  return { g: hazard * uptime - failed, uptime, failed };
}
/** The highest gain, and the z at which it stands. */
function highestGain(sigma: number): { g: number; z: number } {
  let best = { g: -1, z: 0 };
  for (let z = -8; z <= 7; z += 0.002) {
    const { g } = lognormalGain(sigma, z);
    if (g > best.g) best = { g, z };
  }
  return best;
}

/** The first age at which early replacement is cheapest, in units of e^µ; null where it never beats running to failure. */
function earlyReplacement(sigma: number, k: number): { z: number; failed: number; cost: number } | null {
  const needed = 1 / (k - 1);
  const highest = highestGain(sigma);
  if (highest.g < needed) return null;
  const z = bisect((one) => lognormalGain(sigma, one).g - needed, -12, highest.z);
  const { uptime, failed } = lognormalGain(sigma, z);
  const cost = (1 + (k - 1) * failed) / uptime;
  return cost < k / Math.exp(sigma ** 2 / 2) ? { z, failed, cost } : null;
}

export const ageWeibull = formula({
  id: 'age-weibull',
  inputs: { beta: num('Shape', '1', 0.1, 20, 2), eta: days('Scale', 100), cost_ratio: ratio },
  outputs: {
    replace_early: out('Replace early', 'boolean'),
    T: out('At the age of', 'day', 1),
    F_at_T: out('Failed by then', '1', 3),
    cost_rate: out('Costs', 'cp per day', 5),
    run_to_failure_rate: out('Run to failure', 'cp per day', 5),
    saving: out('Saves', '%', 1),
  },
  formula: 'h(T) ∫R − F(T) = cp/(cf − cp)',
  source: BH,
  run: (v) => {
    const k = v.cost_ratio;
    const run = k / (v.eta * gamma(1 + 1 / v.beta));
    const uptime = (T: number) => (v.eta / v.beta) * lowerGamma(1 / v.beta, (T / v.eta) ** v.beta);
    const failed = (T: number) => 1 - Math.exp(-((T / v.eta) ** v.beta));
    const gain = (T: number) =>
      (v.beta / v.eta) * (T / v.eta) ** (v.beta - 1) * uptime(T) - failed(T) - 1 / (k - 1);
    if (v.beta <= 1) return { replace_early: false, cost_rate: run, run_to_failure_rate: run };
    let high = v.eta;
    while (gain(high) < 0 && (high / v.eta) ** v.beta < 600) high *= 1.2;
    if (gain(high) < 0) return { replace_early: false, cost_rate: run, run_to_failure_rate: run };
    const T = bisect(gain, 1e-12 * v.eta, high);
    const cost = (1 + (k - 1) * failed(T)) / uptime(T);
    return {
      replace_early: true,
      T,
      F_at_T: failed(T),
      cost_rate: cost,
      run_to_failure_rate: run,
      saving: 100 * (1 - cost / run),
    };
  },
});

export const ageLognormal = formula({
  id: 'age-lognormal',
  inputs: {
    P10: days('One in ten lasts no longer', 14),
    P90: days('Nine in ten last no longer', 28),
    cost_ratio: ratio,
  },
  outputs: {
    mu: out('µ', 'ln day', 4),
    sigma: out('σ', '1', 4),
    replace_early: out('Replace early', 'boolean'),
    T: out('At the age of', 'day', 1),
    F_at_T: out('Failed by then', '1', 3),
    cost_rate: out('Costs', 'cp per day', 5),
    run_to_failure_rate: out('Run to failure', 'cp per day', 5),
    max_g: out('Most that early replacement gains', '1', 3),
    needed_g: out('Gain needed', '1', 3),
  },
  formula: 'first crossing of h(T) ∫R − F(T) = cp/(cf − cp), compared with run to failure',
  source: BH,
  run: (v) => {
    const { mu, sigma } = lognormalOf(v);
    const k = v.cost_ratio;
    const needed = 1 / (k - 1);
    const run = k / Math.exp(mu + sigma ** 2 / 2);
    const never = {
      mu,
      sigma,
      replace_early: false,
      cost_rate: run,
      run_to_failure_rate: run,
      max_g: highestGain(sigma).g,
      needed_g: needed,
    };
    const early = earlyReplacement(sigma, k);
    return early === null
      ? never
      : {
          ...never,
          replace_early: true,
          T: Math.exp(mu + sigma * early.z),
          F_at_T: early.failed,
          cost_rate: early.cost / Math.exp(mu),
        };
  },
});

export const ageThreshold = formula({
  id: 'age-threshold',
  inputs: { cost_ratio: ratio },
  outputs: {
    sigma_max: out('σ, at most', '1', 2),
    P90_over_P10_max: out('Nine in ten over one in ten, at most', '1', 2),
  },
  formula: 'the widest σ at which the cheapest early replacement still costs less than running to failure',
  source: BH,
  run: (v) => {
    const sigma = bisect((s) => (earlyReplacement(s, v.cost_ratio) === null ? 1 : -1), 0.05, 3);
    return { sigma_max: sigma, P90_over_P10_max: Math.exp(2 * Z_90 * sigma) };
  },
});
