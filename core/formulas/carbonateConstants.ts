import { ZERO_C_K } from '../chemistry/constants.ts';

// Stoichiometric constants of sea water on the total pH scale, mol per kg of solution.
// @source Dickson, Sabine and Christian 2007, Guide to Best Practices for Ocean CO2 Measurements, PICES Special
//   Publication 3, chapter 5, and the works named with each; coefficients from memory, checked against its values at
//   S 35, 25 °C and against reference cases.

/** Where all of them hold. */
export const carbonateLimits = {
  S: { from: 19, to: 43, unit: '(PSS-78)' },
  t: { from: 2, to: 35, unit: '°C' },
};

export interface CarbonateConstants {
  /** Lueker, Dickson and Keeling 2000. */
  pK1: number;
  pK2: number;
  /** Dickson 1990. */
  lnKB: number;
  /** Millero 1995. */
  lnKW: number;
  /** Dickson 1990, free scale. */
  lnKS: number;
  /** Perez and Fraga 1987. */
  lnKF: number;
  /** Millero 1995. */
  lnK1P: number;
  lnK2P: number;
  lnK3P: number;
  lnKSi: number;
  /** Weiss 1974. */
  lnK0: number;
  /** Mucci 1983. */
  pKsp_calcite: number;
  pKsp_aragonite: number;
}

/** Solubility of carbon dioxide, ln(mol/(kg atm)). @source Weiss 1974 */
export function lnK0(S: number, t: number): number {
  const h = (t + ZERO_C_K) / 100;
  return -60.2409 + 93.4517 / h + 23.3585 * Math.log(h) + S * (0.023517 - 0.023656 * h + 0.0047036 * h * h);
}

export function carbonateConstants(S: number, t: number): CarbonateConstants {
  const T = t + ZERO_C_K;
  const ln = Math.log(T);
  const log = Math.log10(T);
  const root = Math.sqrt(S);
  const I = (19.924 * S) / (1000 - 1.005 * S);
  const rootI = Math.sqrt(I);
  const toSolution = Math.log(1 - 0.001005 * S);
  return {
    pK1: 3633.86 / T - 61.2172 + 9.6777 * ln - 0.011555 * S + 0.0001152 * S * S,
    pK2: 471.78 / T + 25.929 - 3.16967 * ln - 0.01781 * S + 0.0001122 * S * S,
    lnKB:
      (-8966.9 - 2890.53 * root - 77.942 * S + 1.728 * S * root - 0.0996 * S * S) / T +
      148.0248 +
      137.1942 * root +
      1.62142 * S -
      (24.4344 + 25.085 * root + 0.2474 * S) * ln +
      0.053105 * root * T,
    lnKW: 148.9652 - 13847.26 / T - 23.6521 * ln + (118.67 / T - 5.977 + 1.0495 * ln) * root - 0.01615 * S,
    lnKS:
      -4276.1 / T +
      141.328 -
      23.093 * ln +
      (-13856 / T + 324.57 - 47.986 * ln) * rootI +
      (35474 / T - 771.54 + 114.723 * ln) * I -
      (2698 / T) * I * rootI +
      (1776 / T) * I * I +
      toSolution,
    lnKF: 874 / T - 9.68 + 0.111 * root,
    lnK1P:
      -4576.752 / T + 115.525 - 18.453 * ln + (-106.736 / T + 0.69171) * root + (-0.65643 / T - 0.01844) * S,
    lnK2P:
      -8814.715 / T + 172.0883 - 27.927 * ln + (-160.34 / T + 1.3566) * root + (0.37335 / T - 0.05778) * S,
    lnK3P: -3070.75 / T - 18.141 + (17.27039 / T + 2.81197) * root + (-44.99486 / T - 0.09984) * S,
    lnKSi:
      -8904.2 / T +
      117.385 -
      19.334 * ln +
      (-458.79 / T + 3.5913) * rootI +
      (188.74 / T - 1.5998) * I +
      (-12.1652 / T + 0.07871) * I * I +
      toSolution,
    lnK0: lnK0(S, t),
    pKsp_calcite: -(
      -171.9065 -
      0.077993 * T +
      2839.319 / T +
      71.595 * log +
      (-0.77712 + 0.0028426 * T + 178.34 / T) * root -
      0.07711 * S +
      0.0041249 * S * root
    ),
    pKsp_aragonite: -(
      -171.945 -
      0.077993 * T +
      2903.293 / T +
      71.595 * log +
      (-0.068393 + 0.0017276 * T + 88.135 / T) * root -
      0.10018 * S +
      0.0059415 * S * root
    ),
  };
}
