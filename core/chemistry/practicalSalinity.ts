import { requireWithin } from '../errors.ts';
import { bisect } from '../numeric/bisect.ts';

// PSS-78. Keepers measure in ITS-90, the fit is in IPTS-68: t68 = 1.00024 t90.

/** C(35, 15 °C IPTS-68, 0 dbar), mS/cm. */
export const STANDARD_CONDUCTIVITY = 42.914;
export const T68_PER_T90 = 1.00024;
const A = [0.008, -0.1692, 25.3851, 14.0941, -7.0261, 2.7081] as const;
const B = [0.0005, -0.0056, -0.0066, -0.0375, 0.0636, -0.0144] as const;
const C = [0.6766097, 2.00564e-2, 1.104259e-4, -6.9698e-7, 1.0031e-9] as const;
const D = [3.426e-2, 4.464e-4, 4.215e-1, -3.107e-3] as const;
const E = [2.07e-5, -6.37e-10, 3.989e-15] as const;
const K = 0.0162;

export const salinityLimits = {
  t68: { from: -2, to: 40, unit: '°C IPTS-68' },
  pressureDbar: { from: 0, to: 10_000, unit: 'dbar' },
  salinity: { from: 2, to: 42, unit: '(PSS-78)' },
};

const polynomial = (coefficients: readonly number[], x: number): number =>
  coefficients.reduceRight((sum, coefficient) => sum * x + coefficient, 0);

/** Conductivity of standard sea water at t over that at 15 °C. */
export const temperatureRatio = (t68: number): number => polynomial(C, t68);

/** How pressure raises the conductivity ratio. */
export function pressureRatio(r: number, t68: number, pDbar: number): number {
  const [d1, d2, d3, d4] = D;
  const [e1, e2, e3] = E;
  return 1 + (pDbar * (e1 + pDbar * (e2 + pDbar * e3))) / (1 + t68 * (d1 + t68 * d2) + (d3 + d4 * t68) * r);
}

/** Practical salinity from the ratio Rt, as the scale stands, without limits. */
export function salinityOfRatio(rt: number, t68: number): number {
  const x = Math.sqrt(Math.max(0, rt));
  const dt = t68 - 15;
  return polynomial(A, x) + (dt / (1 + K * dt)) * polynomial(B, x);
}

/**
 * Practical salinity from the conductivity ratio R = C(S, t, p)/C(35, 15 °C, 0).
 * @returns PSS-78, no unit
 * @throws Refusal 'out-of-range' outside −2 to 40 °C and 0 to 10,000 dbar
 * @source PSS-78: Fofonoff and Millard 1983, UNESCO Technical Papers in Marine Science 44
 */
export function salinityFromRatio(r: number, t68: number, pDbar = 0): number {
  requireWithin('water temperature', t68, salinityLimits.t68);
  requireWithin('pressure', pDbar, salinityLimits.pressureDbar);
  return salinityOfRatio(r / (pressureRatio(r, t68, pDbar) * temperatureRatio(t68)), t68);
}

/**
 * The conductivity ratio of a practical salinity, by bisection of salinityFromRatio.
 * @throws Refusal 'out-of-range'
 */
export function ratioFromSalinity(salinity: number, t68: number, pDbar = 0): number {
  requireWithin('salinity', salinity, salinityLimits.salinity);
  return bisect((r) => salinityFromRatio(r, t68, pDbar) - salinity, 0, 5);
}

/** What Hill's extension adds to plain PSS-78 below 2. */
function hill(salinity: number, rt: number, t68: number): number {
  const dt = t68 - 15;
  const x = 400 * rt;
  const y = 10 * Math.sqrt(rt);
  return salinity - A[0] / (1 + x * (1.5 + x)) - ((dt / (1 + K * dt)) * B[0]) / (1 + y * (1 + y * (1 + y)));
}

/**
 * Practical salinity down to 0: below 2 by the extension, joined to the scale at 2.
 * @source Hill, Dauphinee and Woods 1986, IEEE J. Oceanic Eng. OE-11, as used with TEOS-10
 */
export function salinityWithExtension(r: number, t68: number, pDbar = 0): number {
  const plain = salinityFromRatio(r, t68, pDbar);
  if (plain >= 2) return plain;
  const ratioAt = (rt: number) => hill(salinityOfRatio(rt, t68), rt, t68);
  const rt = r / (pressureRatio(r, t68, pDbar) * temperatureRatio(t68));
  const rtOfTwo = ratioFromSalinity(2, t68) / temperatureRatio(t68);
  return (2 / ratioAt(rtOfTwo)) * ratioAt(rt);
}
