import { bisect } from '../numeric/bisect.ts';
import { num, out, formula } from './define.ts';
import { GRAVITY, M_H_PER_US_GPM_FT2 } from '../chemistry/constants.ts';

const grain = num('Grain', 'mm', 0.01, 50, 0.6);
const porosity = num('Open space', '1', 0.2, 0.9, 0.42);
const rho = num('Density of the water', 'kg/m3', 900, 1200, 998.207, { usual: 998.207 });
const mu = num('Viscosity', 'mPa s', 0.2, 3, 1.0016, { usual: 1.0016 });
export const pressure =
  'A filter under pressure: close the feed, open the drain, watch the gauge fall to zero before the lid moves.';
/** Velocity at which a grain falls, by the drag of Schiller and Naumann. */
function terminalVelocity(d: number, rhoS: number, rhoW: number, muW: number): number {
  const drag = (v: number): number => {
    const Re = (rhoW * v * d) / muW;
    const Cd = Re < 1000 ? (24 / Re) * (1 + 0.15 * Re ** 0.687) : 0.44;
    return (4 * GRAVITY * d * (rhoS - rhoW)) / (3 * rhoW * Cd) - v * v;
  };
  return bisect((v) => -drag(v), 1e-9, 5);
}

export const bedHeadloss = formula({
  id: 'bed-headloss',
  inputs: {
    d: grain,
    porosity,
    v: num('Rate', 'm/h superficial', 0.01, 1000, 20),
    L: num('Depth of the bed', 'm', 0.001, 20, 0.6),
    rho,
    mu,
    sphericity: num('Roundness', '1', 0.3, 1, 1, { usual: 1 }),
  },
  outputs: {
    dP: out('Pressure drop', 'kPa', 2),
    head: out('As height of water', 'm', 3),
    laminar_share: out('Of it viscous', '1', 3),
    Re: out('Reynolds number', '1 (rho v d/mu)', 2),
  },
  formula: 'ΔP/L = 150 µ (1 − e)²/(e³ d²) v + 1.75 ρ (1 − e)/(e³ d) v²',
  source: 'Ergun 1952, Chem. Eng. Prog. 48, 89–94',
  run: (v) => {
    const speed = v.v / 3600;
    const d = (v.d / 1000) * v.sphericity;
    const m = v.mu / 1000;
    const e = v.porosity;
    const viscous = (150 * m * (1 - e) ** 2 * speed) / (e ** 3 * d ** 2);
    const inertial = (1.75 * v.rho * (1 - e) * speed ** 2) / (e ** 3 * d);
    const dP = (viscous + inertial) * v.L;
    return {
      dP: dP / 1000,
      head: dP / (v.rho * GRAVITY),
      laminar_share: viscous / (viscous + inertial),
      Re: (v.rho * speed * v.d) / 1000 / m,
    };
  },
});

export const filterRate = formula({
  id: 'filter-rate',
  inputs: {
    Q: num('Flow', 'm3/h total', 0, 1e6, 30),
    D: num('Diameter', 'm', 0.05, 20, 0.9),
    n: num('Filters', 'filters in parallel', 1, 100, 2, { usual: 1 }),
  },
  outputs: { rate: out('Rate', 'm/h', 1), rate_us: out('Rate', 'US gal/(min ft2)', 1) },
  formula: 'Q/(n π/4 D²)',
  source: 'definition',
  run: (v) => {
    const rate = v.Q / (v.n * (Math.PI / 4) * v.D ** 2);
    return { rate, rate_us: rate / M_H_PER_US_GPM_FT2 };
  },
});

export const backwashExpansion = formula({
  id: 'backwash-expansion',
  inputs: {
    d: grain,
    rho_s: num('Density of a grain', 'kg/m3', 1010, 6000, 2650, { usual: 2650 }),
    porosity0: num('Open space at rest', '1 fixed bed', 0.2, 0.9, 0.42),
    v: num('Backwash rate', 'm/h', 0.01, 500, 36),
    L0: num('Depth at rest', 'm', 0.01, 20, 0.6),
    rho,
    mu,
  },
  outputs: {
    v_t: out('A grain falls', 'm/s', 4),
    Re_t: out('Its Reynolds number', '1', 1),
    n: out('Exponent', '1', 2),
    porosity: out('Open space in backwash', '1', 3),
    L: out('Depth in backwash', 'm', 3),
    expansion: out('Expands by', '%', 1),
  },
  formula: 'v = v_t eⁿ; L (1 − e) = L₀ (1 − e₀)',
  source: 'Richardson and Zaki 1954, Trans. Inst. Chem. Eng. 32, 35–53; drag of Schiller and Naumann',
  run: (v) => {
    const m = v.mu / 1000;
    const d = v.d / 1000;
    const vt = terminalVelocity(d, v.rho_s, v.rho, m);
    const Re = (v.rho * vt * d) / m;
    const n = Re < 0.2 ? 4.65 : Re < 1 ? 4.35 * Re ** -0.03 : Re < 500 ? 4.45 * Re ** -0.1 : 2.39;
    const e = Math.max(v.porosity0, (v.v / 3600 / vt) ** (1 / n));
    if (e >= 1) return { v_t: vt, Re_t: Re, n, porosity: 1, L: null, expansion: null };
    const L = (v.L0 * (1 - v.porosity0)) / (1 - e);
    return { v_t: vt, Re_t: Re, n, porosity: e, L, expansion: 100 * (L / v.L0 - 1) };
  },
});

export const minimumFluidisation = formula({
  id: 'minimum-fluidisation',
  inputs: {
    d: grain,
    rho_s: num('Density of a wet grain', 'kg/m3 of the wet granule', 1001, 6000, 2650),
    rho,
    mu,
    e_mf: num('Open space then', '1, for the Ergun form', 0.3, 0.7, 0.45, { usual: 0.45 }),
  },
  outputs: {
    Ar: out('Archimedes number', '1', 0),
    Re_mf: out('Reynolds number', '1', 3),
    u_mf: out('Rate (Wen and Yu)', 'm/h', 2),
    u_mf_ergun: out('Rate (Ergun)', 'm/h', 2),
  },
  formula: 'Re = √(33.7² + 0.0408 Ar) − 33.7; Ergun at e',
  source: 'Wen and Yu 1966, AIChE J. 12, 610–612; Ergun 1952',
  run: (v) => {
    const m = v.mu / 1000;
    const d = v.d / 1000;
    const Ar = (d ** 3 * v.rho * (v.rho_s - v.rho) * GRAVITY) / m ** 2;
    const Re = Math.sqrt(33.7 ** 2 + 0.0408 * Ar) - 33.7;
    const e = v.e_mf;
    const a = 1.75 / e ** 3;
    const b = (150 * (1 - e)) / e ** 3;
    const ReErgun = (-b + Math.sqrt(b * b + 4 * a * Ar)) / (2 * a);
    const rate = (one: number) => ((one * m) / (v.rho * d)) * 3600;
    return { Ar, Re_mf: Re, u_mf: rate(Re), u_mf_ergun: rate(ReErgun) };
  },
});

export const fluidisationFlow = formula({
  id: 'fluidisation-flow',
  inputs: { u_mf: num('Rate', 'm/h', 0, 1e4, 12.2), D: num('Inner diameter', 'mm', 1, 5000, 100) },
  outputs: { flow: out('Flow', 'L/h', 0) },
  formula: 'Q = u A',
  source: 'continuity',
  run: (v) => ({ flow: v.u_mf * (Math.PI / 4) * (v.D / 1000) ** 2 * 1000 }),
});

export const fluidisedDrop = formula({
  id: 'fluidised-drop',
  inputs: {
    porosity,
    rho_s: num('Density of a grain', 'kg/m3', 1001, 6000, 2650),
    rho,
    L: num('Depth at that space', 'm', 0.001, 20, 0.6),
  },
  outputs: { dP: out('Pressure drop', 'kPa', 2) },
  formula: '(1 − e)(ρs − ρ) g L',
  source: 'buoyant weight on the area',
  run: (v) => ({ dP: ((1 - v.porosity) * (v.rho_s - v.rho) * GRAVITY * v.L) / 1000 }),
});
