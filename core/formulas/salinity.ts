import { bisect } from '../numeric/bisect.ts';
import { num, optional, out, formula } from './define.ts';
import { ZERO_C_K } from '../chemistry/constants.ts';
import { seawaterDensityKgM3 } from '../chemistry/seawaterDensity.ts';
import type { gravityConventions } from '../chemistry/specificGravity.ts';
import { gravityFromSalinity, salinityFromGravityPpt } from '../chemistry/specificGravity.ts';
import {
  ratioFromSalinity,
  salinityFromRatio,
  salinityWithExtension,
  STANDARD_CONDUCTIVITY,
  T68_PER_T90,
} from '../chemistry/practicalSalinity.ts';
import { heatCapacityJKgK } from '../chemistry/heatCapacity.ts';

const PSS = 'Fofonoff and Millard 1983, UNESCO Technical Papers in Marine Science 44 (PSS-78)';
export const EOS = 'Fofonoff and Millard 1983, UNESCO Technical Papers in Marine Science 44 (EOS-80)';
const temperature = num('Water temperature', 'degC ITS-90', -2, 39.99, 25);
const pressure = num('Pressure', 'dbar', 0, 10_000, 0, { usual: 0 });

/** Salinity whose density at t is this. */
export const salinityOfDensity = (rho: number, t: number): number =>
  bisect((s) => seawaterDensityKgM3(s, t) - rho, 0, 42);

/** @source IAPWS 2008 at 0.1 MPa in the form of Pátek et al. 2009, J. Phys. Chem. Ref. Data 38 (from memory) */
export function waterViscosityMPaS(temperatureC: number): number {
  const t = (temperatureC + ZERO_C_K) / 300;
  return (280.68 * t ** -1.9 + 511.45 * t ** -7.7 + 61.131 * t ** -19.6 + 0.45903 * t ** -40) / 1000;
}

export const salinityFromRatioFormula = formula({
  id: 'salinity-from-ratio',
  inputs: {
    R: num('Conductivity over that of standard sea water at 15 °C', '1', 0.01, 4, 1),
    t68: num('Water temperature', 'degC IPTS-68', -2, 40, 15),
    p: pressure,
  },
  outputs: { S: out('Practical salinity', '1 (PSS-78)', 4) },
  formula: 'S = Σ aᵢ Rt^(i/2) + (t − 15)/(1 + 0.0162 (t − 15)) Σ bᵢ Rt^(i/2)',
  source: PSS,
  run: ({ R, t68, p }) => ({ S: salinityFromRatio(R, t68, p) }),
});

export const salinityFromConductivityLow = formula({
  id: 'salinity-from-conductivity-low',
  inputs: { C: num('Conductivity', 'mS/cm', 0.01, 80, 1.97), t90: temperature, p: pressure },
  outputs: {
    SP_gsw: out('Practical salinity, with the extension below 2', '1', 4),
    SP_pss78_only: out('By the scale alone', '1', 4),
  },
  formula: 'PSS-78, below 2 with the extension of Hill, joined at 2',
  source: `${PSS}; Hill, Dauphinee and Woods 1986`,
  run: ({ C, t90, p }) => {
    const t68 = T68_PER_T90 * t90;
    const r = C / STANDARD_CONDUCTIVITY;
    return { SP_gsw: salinityWithExtension(r, t68, p), SP_pss78_only: salinityFromRatio(r, t68, p) };
  },
});

export const conductivityFromSalinity = formula({
  id: 'conductivity-from-salinity',
  inputs: { SP: num('Practical salinity', '1 (PSS-78)', 2, 42, 35), t90: temperature, p: pressure },
  outputs: { C: out('Conductivity', 'mS/cm', 3), R: out('Ratio to standard sea water at 15 °C', '1', 6) },
  formula: 'PSS-78 solved for the conductivity ratio; C(35, 15 °C, 0) = 42.914 mS/cm; t68 = 1.00024 t90',
  source: PSS,
  run: ({ SP, t90, p }) => {
    const R = ratioFromSalinity(SP, T68_PER_T90 * t90, p);
    return { C: R * STANDARD_CONDUCTIVITY, R };
  },
});

export const salinityFromConductivity = formula({
  id: 'salinity-from-conductivity',
  inputs: { C: num('Conductivity', 'mS/cm', 2, 80, 53), t90: temperature, p: pressure },
  outputs: { SP: out('Practical salinity', '1 (PSS-78)', 3) },
  formula: 'PSS-78 with R = C/42.914 and t68 = 1.00024 t90',
  source: PSS,
  run: ({ C, t90, p }) => ({ SP: salinityWithExtension(C / STANDARD_CONDUCTIVITY, T68_PER_T90 * t90, p) }),
});

export const density = formula({
  id: 'density',
  inputs: {
    S: num('Salinity', '1 (PSS-78)', 0, 42, 35),
    t68: num('Water temperature', 'degC IPTS-68', -2, 40, 25),
  },
  outputs: { rho: out('Density', 'kg/m3', 3) },
  formula: 'EOS-80 at one atmosphere',
  source: EOS,
  run: ({ S, t68 }) => ({ rho: seawaterDensityKgM3(S, t68) }),
});

export const pureWater = formula({
  id: 'pure-water',
  inputs: { t: num('Water temperature', 'degC ITS-90', 0, 40, 20) },
  outputs: {
    rho: out('Density', 'kg/m3', 2),
    mu: out('Dynamic viscosity', 'mPa s', 4),
    cp: out('Heat capacity', 'kJ/(kg K)', 4),
  },
  formula: 'ρ by EOS-80 at S = 0; µ = Σ aᵢ (T/300 K)^bᵢ; cp from the Gibbs function of water',
  source:
    'EOS-80; IAPWS 2008 viscosity in the form of Pátek et al. 2009; IAPWS-09 (coefficients from memory)',
  run: ({ t }) => ({
    rho: seawaterDensityKgM3(0, t),
    mu: waterViscosityMPaS(t),
    cp: heatCapacityJKgK(0, t) / 1000,
  }),
});

export const gravityFromSalinityFormula = formula({
  id: 'gravity-from-salinity',
  inputs: { S: num('Salinity', '1 (PSS-78)', 0, 42, 35) },
  outputs: {
    sg_25_25: out('At 25/25 °C', '1', 5),
    sg_20_20: out('At 20/20 °C', '1', 5),
    sg_60F_60F: out('At 60/60 °F', '1', 5),
    d_20_4: out('At 20/4 °C', '1', 5),
    d_25_4: out('At 25/4 °C', '1', 5),
  },
  formula: 'density of the sample over density of pure water, each at its temperature',
  source: EOS,
  run: ({ S }) => ({
    sg_25_25: gravityFromSalinity(S, '25/25'),
    sg_20_20: gravityFromSalinity(S, '20/20'),
    sg_60F_60F: gravityFromSalinity(S, '60F/60F'),
    d_20_4: gravityFromSalinity(S, '20/4'),
    d_25_4: gravityFromSalinity(S, '25/4'),
  }),
});

export const salinityFromGravity = formula({
  id: 'salinity-from-gravity',
  inputs: { sg: num('Specific gravity', '1', 1.0, 1.0318, 1.026) },
  outputs: {
    S_if_25_25: out('If the scale is 25/25 °C', '1', 2),
    S_if_20_20: out('If it is 20/20 °C', '1', 2),
    S_if_60F_60F: out('If it is 60/60 °F', '1', 2),
    S_if_d25_4: out('If it is 25/4 °C', '1', 2),
  },
  formula: 'EOS-80 solved for the salinity; a convention that cannot have this number stays empty',
  source: EOS,
  run: ({ sg }) => {
    const within = (convention: keyof typeof gravityConventions) =>
      sg >= gravityFromSalinity(0, convention) && sg <= gravityFromSalinity(42, convention)
        ? salinityFromGravityPpt(sg, convention)
        : null;
    return {
      S_if_25_25: within('25/25'),
      S_if_20_20: within('20/20'),
      S_if_60F_60F: within('60F/60F'),
      S_if_d25_4: within('25/4'),
    };
  },
});

export const refractiveIndex = formula({
  id: 'refractive-index',
  inputs: {
    S: num('Salinity', 'ppt', 0, 43, 35),
    t: num('Water temperature', 'degC', 0, 30, 20),
    wavelength: num('Wavelength', 'nm', 400, 700, 589.3, { usual: 589.3 }),
  },
  outputs: { n: out('Refractive index', '1', 6) },
  formula: 'n = n₀ + (n₁ + n₂t + n₃t²)S + n₄t² + (n₅ + n₆S + n₇t)/λ + n₈/λ² + n₉/λ³',
  source: 'Quan and Fry 1995, Applied Optics 34, 3477–3480',
  run: ({ S, t, wavelength: w }) => ({
    n:
      1.31405 +
      (1.779e-4 - 1.05e-6 * t + 1.6e-8 * t * t) * S -
      2.02e-6 * t * t +
      (15.868 + 0.01155 * S - 0.00423 * t) / w -
      4382 / (w * w) +
      1.1455e6 / (w * w * w),
  }),
});

export const absoluteSalinity = formula({
  id: 'absolute-salinity',
  inputs: { SP: num('Practical salinity', '1', 0, 42, 35) },
  outputs: { SR: out('Reference salinity', 'g/kg', 4) },
  formula: 'SR = 35.16504/35 × S',
  source: 'TEOS-10: IOC, SCOR and IAPSO 2010',
  run: ({ SP }) => ({ SR: (35.16504 / 35) * SP }),
});

export const saltForABatch = formula({
  id: 'salt-for-a-batch',
  inputs: {
    S: num('Wanted salinity', 'g/kg', 0, 42, 35),
    t: num('Water temperature', 'degC ITS-90', -2, 40, 25),
    volume: num('Finished water', 'L of finished water', 0, 1e7, 100, { quantity: 'volume' }),
    moisture: optional('Water held by the mix', 'share', 0, 0.5),
  },
  outputs: {
    salt_dry: out('Dry salt', 'kg', 3),
    water: out('Water', 'kg', 2),
    salt_per_kg_water: out('Salt per kilogram of water', 'g/kg', 2),
    salt_mix: out('Mix, with the water it holds', 'kg', 3),
  },
  formula: 'mass = ρ(S, t) V; salt = S/1000 of it; the rest is water',
  source: `definition of salinity; ${EOS}`,
  run: ({ S, t, volume, moisture }) => {
    const mass = (seawaterDensityKgM3(S, t) * volume) / 1000;
    const salt = (mass * S) / 1000;
    return {
      salt_dry: salt,
      water: mass - salt,
      salt_per_kg_water: (salt / (mass - salt)) * 1000,
      ...(moisture === null ? {} : { salt_mix: salt / (1 - moisture) }),
    };
  },
});
