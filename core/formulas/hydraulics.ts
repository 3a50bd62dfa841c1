import { num, out, table, formula } from './define.ts';
import { GRAVITY, ONE_ATM_KPA } from '../chemistry/constants.ts';
import { Refusal } from '../errors.ts';

const DW = 'Darcy and Weisbach; Colebrook 1939, J. Inst. Civ. Eng. 11, 133–156';
const PUMP = 'quadratic pump curve H₀ − a Q² against static head and k Q²';

/** Darcy friction factor; laminar below 2,300 by Hagen and Poiseuille. To 1e-14. @source Colebrook 1939 */
export function frictionFactor(Re: number, relativeRoughness: number): number {
  if (Re < 2300) return 64 / Re;
  let x = 7;
  for (let k = 0; k < 100; k++) {
    const next = -2 * Math.log10(relativeRoughness / 3.7 + (2.51 * x) / Re);
    if (Math.abs(next - x) < 1e-15 * x) return 1 / (next * next);
    x = next;
  }
  return 1 / (x * x);
}

const H0 = num('Head at no flow', 'm', 0.01, 1000, 6);
const a = num('a of the pump curve', 'm/(m3/h)2', 1e-9, 1e6, 0.1);
const H_static = num('Static head', 'm', 0, 1000, 1.5);
const k = num('k of the pipes', 'm/(m3/h)2', 0, 1e6, 0.15);
export const closed =
  'Never run a pump against a closed valve or dry. Switch off and lock before hands go in.';
function operating(shutOff: number, curve: number, lift: number, pipes: number): number {
  if (lift >= shutOff)
    throw new Refusal('out-of-range', {
      what: 'static head (under what the pump can lift)',
      value: lift,
      from: 0,
      to: shutOff,
      unit: 'm',
    });
  return Math.sqrt((shutOff - lift) / (curve + pipes));
}

export const frictionFactorFormula = formula({
  id: 'friction-factor',
  inputs: {
    Re: num('Reynolds number', '1', 1, 1e9, 100_000),
    rel_roughness: num('Roughness over diameter', '1', 0, 0.05, 0, { usual: 0 }),
  },
  outputs: { f: out('Friction factor', 'Darcy', 6) },
  formula: '1/√f = −2 log₁₀(k/3.7D + 2.51/(Re √f)); laminar 64/Re',
  source: `${DW}; Hagen and Poiseuille`,
  run: (v) => ({ f: frictionFactor(v.Re, v.rel_roughness) }),
});

export const frictionFactorQuick = formula({
  id: 'friction-factor-quick',
  inputs: {
    Re: num('Reynolds number', '1', 4000, 1e8, 100_000),
    rel_roughness: num('Roughness over diameter', '1', 0, 0.05, 1e-4),
  },
  outputs: {
    f: out('Friction factor', 'Darcy', 6),
    error_vs_colebrook: out('Off the exact one by', '%', 2),
  },
  formula: '0.25/log₁₀(k/3.7D + 5.74/Re^0.9)²',
  source: 'Swamee and Jain 1976',
  run: (v) => {
    const f = 0.25 / Math.log10(v.rel_roughness / 3.7 + 5.74 / v.Re ** 0.9) ** 2;
    return { f, error_vs_colebrook: 100 * (f / frictionFactor(v.Re, v.rel_roughness) - 1) };
  },
});

export const pipeFriction = formula({
  id: 'pipe-friction',
  inputs: {
    Q: num('Flow', 'm3/h', 0.0001, 1e6, 10),
    D: num('Inner diameter', 'mm inner', 1, 5000, 50),
    L: num('Length', 'm', 0, 1e5, 12),
    roughness: num('Roughness', 'mm', 0, 10, 0.0015, { usual: 0.0015 }),
    nu: num('Kinematic viscosity', 'm2/s', 1e-7, 1e-5, 1.0034e-6, { usual: 1.0034e-6 }),
    K: num('Bends and fittings', 'sum of minor losses', 0, 1000, 6, { usual: 0 }),
  },
  outputs: {
    v: out('Speed', 'm/s', 2),
    Re: out('Reynolds number', '1', 0),
    f: out('Friction factor', 'Darcy', 5),
    h_friction: out('Lost in the pipe', 'm', 3),
    h_minor: out('Lost in bends', 'm', 3),
    h_total: out('Together', 'm', 3),
  },
  formula: 'h = f L/D v²/2g + K v²/2g',
  source: DW,
  run: (v) => {
    const D = v.D / 1000;
    const speed = v.Q / 3600 / ((Math.PI / 4) * D * D);
    const Re = (speed * D) / v.nu;
    const f = frictionFactor(Re, v.roughness / 1000 / D);
    const velocityHead = speed ** 2 / (2 * GRAVITY);
    const pipe = (f * v.L * velocityHead) / D;
    return {
      v: speed,
      Re,
      f,
      h_friction: pipe,
      h_minor: v.K * velocityHead,
      h_total: pipe + v.K * velocityHead,
    };
  },
});

export const hazenWilliams = formula({
  id: 'hazen-williams',
  inputs: {
    Q: num('Flow', 'm3/h', 0, 1e6, 10),
    D: num('Inner diameter', 'mm', 1, 5000, 50),
    L: num('Length', 'm', 0, 1e5, 12),
    C: num('C of the pipe', '1', 40, 160, 150, { usual: 150 }),
  },
  outputs: { h: out('Lost', 'm', 3) },
  formula: '10.67 L Q^1.852/(C^1.852 D^4.8704)',
  source: 'Hazen and Williams, SI form (from memory; the forms agree within 0.4 %)',
  run: (v) => ({ h: (10.67 * v.L * (v.Q / 3600) ** 1.852) / (v.C ** 1.852 * (v.D / 1000) ** 4.8704) }),
});

export const pumpOnSystem = formula({
  id: 'pump-on-system',
  inputs: { H0, a, H_static, k },
  outputs: {
    Q: out('Flow', 'm3/h', 2),
    H: out('Head', 'm', 2),
    hydraulic_power: out('Power given to the water', 'W at 1000 kg/m3', 0),
  },
  formula: 'Q = √((H₀ − Hs)/(a + k))',
  source: PUMP,
  run: (v) => {
    const Q = operating(v.H0, v.a, v.H_static, v.k);
    const H = v.H0 - v.a * Q * Q;
    return { Q, H, hydraulic_power: (1000 * GRAVITY * Q * H) / 3600 };
  },
});

export const pumpAtSpeed = formula({
  id: 'pump-at-speed',
  inputs: { H0, a, H_static, k, r: num('Speed', 'speed ratio', 0.1, 2, 0.9) },
  outputs: {
    Q: out('Flow', 'm3/h', 2),
    H: out('Head', 'm', 2),
    flow_ratio: out('Of the flow before', '1', 3),
  },
  formula: 'H₀ → r² H₀, a unchanged',
  source: `${PUMP}; affinity`,
  run: (v) => {
    const Q = operating(v.H0 * v.r ** 2, v.a, v.H_static, v.k);
    return { Q, H: v.H0 * v.r ** 2 - v.a * Q * Q, flow_ratio: Q / operating(v.H0, v.a, v.H_static, v.k) };
  },
});

export const pumpsParallel = formula({
  id: 'pumps-parallel',
  inputs: { H0, a, H_static, k },
  outputs: { Q: out('Flow of both', 'm3/h', 2), ratio: out('Of one alone', '1', 2) },
  formula: 'a → a/4',
  source: PUMP,
  run: (v) => {
    const Q = operating(v.H0, v.a / 4, v.H_static, v.k);
    return { Q, ratio: Q / operating(v.H0, v.a, v.H_static, v.k) };
  },
});

export const pumpsSeries = formula({
  id: 'pumps-series',
  inputs: { H0, a, H_static, k },
  outputs: { Q: out('Flow', 'm3/h', 2) },
  formula: 'H₀ and a doubled',
  source: PUMP,
  run: (v) => ({ Q: operating(2 * v.H0, 2 * v.a, v.H_static, v.k) }),
});

export const pumpAffinity = formula({
  id: 'pump-affinity',
  inputs: {
    Q: num('Flow', 'm3/h', 0, 1e6, 36),
    H: num('Head', 'm', 0, 1e4, 14),
    P: num('Power', 'W', 0, 1e8, 2200),
    r: num('New speed over old', 'N2/N1', 0.1, 3, 1.1),
  },
  outputs: { Q: out('Flow', 'm3/h', 2), H: out('Head', 'm', 2), P: out('Power', 'W', 0) },
  formula: 'Q ∝ N, H ∝ N², P ∝ N³',
  source: 'Hydraulic Institute',
  run: (v) => ({ Q: v.Q * v.r, H: v.H * v.r ** 2, P: v.P * v.r ** 3 }),
});

export const pumpCurve = formula({
  id: 'pump-curve',
  inputs: {
    points: table(
      'Flow and head',
      '(m3/h, m)',
      ['flow', 'head'],
      [
        [0, 6],
        [3, 4.8],
        [5, 3.5],
      ],
    ),
  },
  outputs: {
    c0: out('c₀', 'm', 4),
    c1: out('c₁', 'm/(m3/h)', 4),
    c2: out('c₂', 'm/(m3/h)2', 5),
    H0_lsq: out('Head at no flow, best fit', 'm', 3),
    a_lsq: out('a, best fit', 'm/(m3/h)2', 5),
  },
  formula: 'parabola through the first three; least squares of H₀ − a Q²',
  source: 'interpolation; least squares',
  run: (v) => {
    const points = v.points.map(([q, h]) => ({ q: q ?? 0, h: h ?? 0 }));
    if (points.length < 3)
      throw new Refusal('out-of-range', {
        what: 'points',
        value: points.length,
        from: 3,
        to: 1000,
        unit: 'points',
      });
    const [p, q, r] = points as [(typeof points)[0], (typeof points)[0], (typeof points)[0]];
    const c2 = ((r.h - p.h) / (r.q - p.q) - (q.h - p.h) / (q.q - p.q)) / (r.q - q.q);
    const c1 = (q.h - p.h) / (q.q - p.q) - c2 * (p.q + q.q);
    const squares = points.map((one) => one.q ** 2);
    const n = points.length;
    const ms = squares.reduce((sum, x) => sum + x, 0) / n;
    const mh = points.reduce((sum, one) => sum + one.h, 0) / n;
    const slope =
      points.reduce((sum, one, i) => sum + ((squares[i] ?? 0) - ms) * (one.h - mh), 0) /
      squares.reduce((sum, x) => sum + (x - ms) ** 2, 0);
    return { c0: p.h - c1 * p.q - c2 * p.q ** 2, c1, c2, H0_lsq: mh - slope * ms, a_lsq: -slope };
  },
});

export const pumpEfficiency = formula({
  id: 'pump-efficiency',
  inputs: {
    Q: num('Flow', 'm3/h', 0, 1e6, 12),
    H: num('Head', 'm', 0, 1e4, 8),
    rho: num('Density', 'kg/m3', 900, 1200, 1023.34, { usual: 1000 }),
    P: num('Power drawn', 'W measured', 0.1, 1e8, 480),
  },
  outputs: { hydraulic: out('Given to the water', 'W', 0), efficiency: out('Efficiency', '%', 1) },
  formula: 'ρ g Q H/P',
  source: 'definition',
  run: (v) => {
    const hydraulic = (v.rho * GRAVITY * v.Q * v.H) / 3600;
    return { hydraulic, efficiency: (100 * hydraulic) / v.P };
  },
});

export const suctionHead = formula({
  id: 'suction-head',
  inputs: {
    p_atm: num('Air pressure', 'kPa', 50, 110, ONE_ATM_KPA, { usual: ONE_ATM_KPA }),
    p_v: num('Vapour pressure', 'kPa', 0, 20, 3.1699),
    rho: num('Density', 'kg/m3', 900, 1200, 1023.34),
    z: num('Water over the pump (minus: pump above)', 'm, pump above water', -10, 100, -2.5),
    hf: num('Lost in the suction pipe', 'm', 0, 100, 0.8),
  },
  outputs: { NPSHa: out('There is', 'm', 2) },
  formula: '(p − pv)/(ρ g) + z − hf',
  source: 'definition',
  run: (v) => ({ NPSHa: ((v.p_atm - v.p_v) * 1000) / (v.rho * GRAVITY) + v.z - v.hf }),
});

export const weirFlow = formula({
  id: 'weir-flow',
  inputs: {
    b: num('Length of the weir', 'm', 0.001, 100, 0.4),
    h: num('Water over its edge', 'm', 0, 2, 0.02),
    Cd: num('Coefficient', '1', 0.3, 0.9, 0.62, { usual: 0.62 }),
  },
  outputs: { Q: out('Flow', 'm3/h', 2) },
  formula: '⅔ Cd b √(2g) h^1.5',
  source: 'Poleni',
  run: (v) => ({ Q: (2 / 3) * v.Cd * v.b * Math.sqrt(2 * GRAVITY) * v.h ** 1.5 * 3600 }),
});

export const weirBlocked = formula({
  id: 'weir-blocked',
  inputs: { open_share: num('Still open', 'of the weir length', 0.01, 1, 0.5) },
  outputs: { level_ratio: out('Water over the edge, times', '1', 2) },
  formula: 'h ∝ (Q/b)^⅔',
  source: 'Poleni',
  run: (v) => ({ level_ratio: v.open_share ** (-2 / 3) }),
});

export const drainTime = formula({
  id: 'drain-time',
  inputs: {
    A: num('Surface of the vessel', 'm2', 0.001, 1e5, 0.9),
    hole: num('Opening', 'mm', 1, 2000, 25),
    Cd: num('Coefficient', '1', 0.1, 1, 0.61, { usual: 0.61 }),
    h1: num('Water over the outlet at first', 'm', 0, 50, 0.6),
    h2: num('At the end', 'm', 0, 50, 0.1),
  },
  outputs: { t: out('Takes', 's', 0) },
  formula: '2A (√h₁ − √h₂)/(Cd a √(2g))',
  source: 'Torricelli',
  run: (v) => {
    if (v.h2 > v.h1)
      throw new Refusal('out-of-range', {
        what: 'water at the end',
        value: v.h2,
        from: 0,
        to: v.h1,
        unit: 'm',
      });
    const opening = (Math.PI / 4) * (v.hole / 1000) ** 2;
    return {
      t: (2 * v.A * (Math.sqrt(v.h1) - Math.sqrt(v.h2))) / (v.Cd * opening * Math.sqrt(2 * GRAVITY)),
    };
  },
});
