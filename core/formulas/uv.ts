import { fraction, num, out, formula } from './define.ts';

const EPA =
  'US EPA 2006, UV Disinfection Guidance Manual (dose = average intensity × time); Beer and Lambert';
export const calculated =
  'A calculated dose, not a validated one: real reactors short-circuit and reflect. Keep to the maker’s figure where there is one.';
export const eyes = 'Never look at a lit lamp: it burns eyes and skin.';
const UVT = num('Transmittance of the water', '%/cm', 1, 99.999, 95);
/** Absorbance to base e, 1/cm. */
const absorbance = (percent: number): number => -Math.log(percent / 100);
const cm = (label: string, example: number) => num(label, 'cm', 0.01, 1000, example);

/** P (1 − e^(−A d)): what the water of an annulus takes of the lamp's power, W. */
const taken = (power: number, A: number, gap: number): number => power * (1 - Math.exp(-A * gap));

export const uvPathAverage = formula({
  id: 'uv-path-average',
  inputs: { UVT, path: cm('Path', 1) },
  outputs: {
    absorbance: out('Absorbance', '1/cm base 10', 4),
    end_transmittance: out('Left at the end', '%', 1),
    water_factor: out('Average over the path', '1', 4),
  },
  formula: '(1 − 10^(−a l))/(a l ln 10)',
  source: 'Bolton and Linden 2003, J. Environ. Eng. 129, 209–215',
  run: (v) => {
    const a = -Math.log10(v.UVT / 100);
    const x = a * v.path * Math.LN10;
    return { absorbance: a, end_transmittance: 100 * Math.exp(-x), water_factor: (1 - Math.exp(-x)) / x };
  },
});

export const uvDose = formula({
  id: 'uv-dose',
  inputs: {
    P_uvc: num('UV-C of the new lamp', 'W UV-C of the new lamp', 0, 1e4, 8),
    sleeve: num('The sleeve lets through', 'sleeve transmittance', 0.01, 1, 0.9),
    ageing: num('The lamp still gives', 'lamp ageing factor', 0.01, 1, 0.8),
    r_sleeve: num('Radius of the sleeve', 'cm outer', 0.1, 100, 1.4),
    r_wall: num('Radius of the housing', 'cm inner', 0.2, 200, 4),
    length: num('Lit length', 'cm arc', 1, 500, 40),
    UVT,
    flow: num('Flow', 'L/h', 0.1, 1e8, 1000, { quantity: 'flow' }),
  },
  outputs: {
    volume: out('Lit water', 'L', 2),
    residence: out('Time in it', 's', 2),
    E_avg: out('Average intensity', 'mW/cm2', 2),
    dose: out('Dose', 'mJ/cm2', 1),
    E_wall: out('At the wall', 'mW/cm2', 2),
  },
  formula: 'dose = P (1 − e^(−A d))/(A Q); E(r) = P/(2π r L) e^(−A (r − rs))',
  source: `${EPA}; radial line source, plug flow with full radial mixing`,
  run: (v) => {
    const A = absorbance(v.UVT);
    const P = v.P_uvc * v.sleeve * v.ageing;
    const gap = v.r_wall - v.r_sleeve;
    const cubic = Math.PI * (v.r_wall ** 2 - v.r_sleeve ** 2) * v.length;
    const residence = (cubic / 1000 / v.flow) * 3600;
    const average = (1000 * taken(P, A, gap)) / (A * cubic);
    return {
      volume: cubic / 1000,
      residence,
      E_avg: average,
      dose: average * residence,
      E_wall: (1000 * P * Math.exp(-A * gap)) / (2 * Math.PI * v.r_wall * v.length),
    };
  },
});

export const uvFlow = formula({
  id: 'uv-flow',
  inputs: {
    P_water: num('UV-C that reaches the water', 'W after sleeve and ageing', 0, 1e4, 12.96),
    r_sleeve: cm('Radius of the sleeve', 1.5),
    r_wall: cm('Radius of the housing', 4.5),
    UVT,
    dose: num('Dose wanted', 'mJ/cm2', 0.1, 1e5, 30),
  },
  outputs: { flow: out('Flow, at most', 'L/h', 0) },
  formula: 'Q = P (1 − e^(−A d))/(A dose)',
  source: EPA,
  run: (v) => {
    const A = absorbance(v.UVT);
    const cm3PerS = (1000 * taken(v.P_water, A, v.r_wall - v.r_sleeve)) / (A * v.dose);
    return { flow: cm3PerS * 3.6 };
  },
});

export const uvPointSources = formula({
  id: 'uv-point-sources',
  inputs: {
    P: num('UV-C of the lamp', 'W', 0, 1e4, 20),
    L: cm('Lit length', 50),
    n: num('Points', 'points at centres of n equal segments', 1, 10_001, 11),
    r: cm('Distance from the axis', 5),
    r_sleeve: num('Radius of the sleeve', 'cm', 0, 100, 1.5, { usual: 0 }),
    z: num('From the middle', 'cm from the middle', -1000, 1000, 0, { usual: 0 }),
    UVT,
  },
  outputs: { E: out('Intensity', 'mW/cm2', 3), E_line_limit: out('With many points', 'mW/cm2', 3) },
  formula: 'Σ (P/n)/(4π ρ²) e^(−A ρ (r − rs)/r)',
  source: 'Jacob and Dranoff 1970; US EPA 2006',
  run: (v) => {
    const A = absorbance(v.UVT);
    const sum = (n: number) => {
      let total = 0;
      for (let k = 0; k < n; k++) {
        const along = -v.L / 2 + ((k + 0.5) * v.L) / n - v.z;
        const rho = Math.hypot(v.r, along);
        total +=
          ((1000 * v.P) / n / (4 * Math.PI * rho * rho)) * Math.exp((-A * rho * (v.r - v.r_sleeve)) / v.r);
      }
      return total;
    };
    return { E: sum(Math.round(v.n)), E_line_limit: sum(20_001) };
  },
});

export const uvLineSource = formula({
  id: 'uv-line-source',
  inputs: {
    P: num('UV-C of the lamp', 'W', 0, 1e4, 20),
    L: cm('Lit length', 50),
    r: cm('Distance from the axis', 5),
    z: num('From the middle', 'cm', -1000, 1000, 0, { usual: 0 }),
  },
  outputs: { E: out('Intensity', 'mW/cm2', 3) },
  formula: 'P/(4π L r) [atan((L/2 + z)/r) + atan((L/2 − z)/r)]',
  source: 'Blatchley 1997, Water Research 31, 2205–2218',
  run: (v) => ({
    E:
      ((1000 * v.P) / (4 * Math.PI * v.L * v.r)) *
      (Math.atan((v.L / 2 + v.z) / v.r) + Math.atan((v.L / 2 - v.z) / v.r)),
  }),
});

export const lampDate = formula({
  id: 'lamp-date',
  inputs: {
    rated: num('Rated hours', 'h', 1, 1e6, 9000),
    burnt: num('Hours burnt', 'h', 0, 1e6, 6400),
    per_day: num('Hours a day', 'h/day', 0.01, 24, 24, { usual: 24 }),
  },
  outputs: { days: out('Due in', 'day', 0), output_now: out('It gives now', '1', 3) },
  formula: '(rated − burnt) ÷ hours a day; output falls evenly to 80 % at the rated hours',
  source: 'arithmetic; 80 % at the rated hours: common practice, no published source',
  run: (v) => ({
    days: (v.rated - v.burnt) / v.per_day,
    output_now: Math.max(0, 1 - (0.2 * v.burnt) / v.rated),
  }),
});

export const uvLog = formula({
  id: 'uv-log',
  inputs: {
    dose: num('Dose', 'mJ/cm2', 0, 1e5, 30),
    D10: num('Dose for nine in ten', 'mJ/cm2', 0.01, 1e4, 6),
  },
  outputs: {
    log: out('Logs', 'log10', 2),
    surviving_plug: out('Left, if all water gets the dose', '1'),
    surviving_cstr: out('Left, if the water mixes in the lamp', '1', 4),
    log_cstr: out('Logs then', 'log10', 2),
  },
  formula: 'log = D/D₁₀; mixed: 1/(1 + ln 10 D/D₁₀)',
  source: 'first-order inactivation',
  run: (v) => {
    const logs = v.dose / v.D10;
    const mixed = 1 / (1 + Math.LN10 * logs);
    return { log: logs, surviving_plug: 10 ** -logs, surviving_cstr: mixed, log_cstr: -Math.log10(mixed) };
  },
});

export const uvLoop = formula({
  id: 'uv-loop',
  inputs: {
    volume: num('True water', 'L', 0.1, 1e9, 800, { quantity: 'volume' }),
    flow: num('Flow through it', 'L/h', 0.1, 1e9, 1000, { quantity: 'flow' }),
    single_pass_kill: fraction('Killed in one pass', 1, 1),
  },
  outputs: { hours_90: out('Nine in ten', 'h', 2), hours_99: out('Ninety-nine in a hundred', 'h', 2) },
  formula: 'N = N₀ e^(−k Q t/V)',
  source: 'perfectly mixed tank, no growth',
  run: (v) => {
    const rate = (v.single_pass_kill * v.flow) / v.volume;
    return rate > 0
      ? { hours_90: Math.LN10 / rate, hours_99: (2 * Math.LN10) / rate }
      : { hours_90: null, hours_99: null };
  },
});
