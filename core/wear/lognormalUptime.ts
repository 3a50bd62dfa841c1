import { normalCdf } from '../statistics/normal.ts';

/**
 * How long a lognormal life lasts on average when it is cut off at T: ∫₀ᵀ S dt, in units of e^μ.
 * @param z (ln T − μ)/σ
 * @returns the uptime, and the share that survives T
 * @source the closed form T·S(T) + e^{σ²/2} Φ(z − σ)
 */
export function lognormalUptime(sigma: number, z: number): { uptime: number; survived: number } {
  const survived = normalCdf(-z);
  return {
    uptime: Math.exp(sigma * z) * survived + Math.exp(sigma ** 2 / 2) * normalCdf(z - sigma),
    survived,
  };
}
