import { num, out, formula } from './define.ts';
import { MEQ_PER_DKH, molarMass, ONE_ATM_KPA, ZERO_C_K } from '../chemistry/constants.ts';
import { airPressureKpa, oxygenSaturationMgL, pressureFactor } from '../chemistry/oxygen.ts';
import { seawaterDensityKgM3 } from '../chemistry/seawaterDensity.ts';
import { T68_PER_T90 } from '../chemistry/practicalSalinity.ts';
import { lnK0 } from './carbonateConstants.ts';

const BK = 'Benson and Krause 1984, Limnology and Oceanography 29, 620–632 (Standard Methods 4500-O)';

/** µmol/kg. @source Garcia and Gordon 1992, Limnol. Oceanogr. 37, eq. 8, Benson and Krause coefficients */
function oxygenUmolKg(salinity: number, temperatureC: number): number {
  const t68 = temperatureC * T68_PER_T90;
  const x = Math.log((298.15 - t68) / (ZERO_C_K + t68));
  const bySalt = -7.01577e-3 + x * (-7.70028e-3 + x * (-1.13864e-2 + x * -9.51519e-3));
  const fresh = 5.80871 + x * (3.20291 + x * (4.17887 + x * (5.10006 + x * (-9.86643e-2 + x * 3.80369))));
  return Math.exp(fresh + salinity * (bySalt + salinity * -2.75915e-7));
}

/** Water vapour over sea water, kPa. @source Weiss and Price 1980, Marine Chemistry 8, 347–359 */
export function vapourOverSeawaterKpa(salinity: number, temperatureC: number): number {
  const T = temperatureC + ZERO_C_K;
  return ONE_ATM_KPA * Math.exp(24.4543 - 6745.09 / T - 4.8489 * Math.log(T / 100) - 0.000544 * salinity);
}

const salt = num('Salinity', 'ppt', 0, 42, 35);
const warm = num('Water temperature', 'degC', 0, 40, 25);
const air = num('Air pressure', 'kPa', 50, 110, ONE_ATM_KPA, { usual: ONE_ATM_KPA });

export const oxygenSaturation = formula({
  id: 'oxygen-saturation',
  inputs: { S: salt, t: warm, P: air },
  outputs: {
    DO: out('Oxygen at saturation', 'mg/L', 3),
    DO_bk84: out('The same, by its name in tables', 'mg/L', 3),
    gsw_O2sol_SP_pt: out('In moles (Garcia and Gordon)', 'umol/kg', 2),
    gsw_as_mgL: out('The same in milligrams', 'mg/L', 3),
  },
  formula:
    'ln DO = −139.34411 + 1.575701e5/T − 6.642308e7/T² + 1.2438e10/T³ − 8.621949e11/T⁴ − S (0.017674 − 10.754/T + 2140.7/T²)',
  source: `${BK}; Garcia and Gordon 1992`,
  run: ({ S, t, P }) => {
    const DO = oxygenSaturationMgL(S, t) * (P === ONE_ATM_KPA ? 1 : pressureFactor(t, P));
    const umol = oxygenUmolKg(S, t);
    return {
      DO,
      DO_bk84: DO,
      gsw_O2sol_SP_pt: umol,
      gsw_as_mgL: umol * seawaterDensityKgM3(S, t * T68_PER_T90) * 31.9988e-6,
    };
  },
});

export const oxygenAtPressure = formula({
  id: 'oxygen-at-pressure',
  inputs: { t: warm, S: num('Salinity', 'ppt', 0, 42, 0, { usual: 0 }), P: air },
  outputs: { factor: out('Of that at one atmosphere', '1', 4), DO: out('Oxygen at saturation', 'mg/L', 3) },
  formula: 'P (1 − pw/P)(1 − θP)/((1 − pw)(1 − θ)), P in atmospheres',
  source: BK,
  run: ({ t, S, P }) => {
    const factor = pressureFactor(t, P);
    return { factor, DO: factor * oxygenSaturationMgL(S, t) };
  },
});

export const standardAtmosphere = formula({
  id: 'standard-atmosphere',
  inputs: { h: num('Height above the sea', 'm', -500, 11_000, 0) },
  outputs: { P: out('Air pressure', 'kPa', 2) },
  formula: '101.325 (1 − 2.25577e-5 h)^5.25588',
  source: 'ISO 2533 (standard atmosphere)',
  run: ({ h }) => ({ P: airPressureKpa(h) }),
});

export const oxygenPercent = formula({
  id: 'oxygen-percent',
  inputs: { DO: num('Oxygen', 'mg/L', 0, 40, 6.2), S: salt, t: warm, P: air },
  outputs: { percent: out('Of saturation', '%', 1) },
  formula: '100 × oxygen ÷ oxygen at saturation',
  source: BK,
  run: ({ DO, S, t, P }) => ({ percent: (100 * DO) / (oxygenSaturationMgL(S, t) * pressureFactor(t, P)) }),
});

export const co2Solubility = formula({
  id: 'co2-solubility',
  inputs: {
    S: num('Salinity', 'ppt', 0, 42, 35),
    t: num('Water temperature', 'degC', 0, 40, 25),
    xCO2: num('Carbon dioxide in the air', 'ppm in dry air at 1 atm', 0, 50_000, 420, { usual: 420 }),
  },
  outputs: {
    lnK0: out('ln K₀', 'ln(mol/(kg atm))', 4),
    K0: out('K₀', 'mol/(kg atm)', 6),
    CO2_equilibrium: out('Carbon dioxide in balance', 'mg/L', 3),
  },
  formula: 'CO₂ = K₀ x (1 − pH₂O) M ρ',
  source: 'Weiss 1974, Marine Chemistry 2, 203–215; Weiss and Price 1980',
  run: ({ S, t, xCO2 }) => {
    const ln = lnK0(S, t);
    const dry = 1 - vapourOverSeawaterKpa(S, t) / ONE_ATM_KPA;
    return {
      lnK0: ln,
      K0: Math.exp(ln),
      CO2_equilibrium: Math.exp(ln) * xCO2 * 1e-6 * dry * molarMass.CO2 * seawaterDensityKgM3(S, t),
    };
  },
});

export const co2Fresh = formula({
  id: 'co2-fresh',
  inputs: {
    alk: num('Alkalinity', 'dKH', 0, 30, 4),
    pH: num('pH', '1', 5, 9, 6.8),
    t: num('Water temperature', 'degC', 0, 60, 25),
  },
  outputs: {
    pK1: out('pK₁', '1', 4),
    pK2: out('pK₂', '1', 4),
    CO2: out('Carbon dioxide', 'mg/L', 1),
    rule_of_thumb: out('The rule of three', 'mg/L', 1),
  },
  formula: 'HCO₃ = alk/(1 + 2 K₂/H); CO₂ = H HCO₃/K₁; rule: 3 KH 10^(7 − pH)',
  source:
    'Plummer and Busenberg 1982, Geochim. Cosmochim. Acta 46, 1011–1040; the rule: common practice, no published source',
  run: ({ alk, pH, t }) => {
    const T = t + ZERO_C_K;
    const log = Math.log10(T);
    const logK1 = -356.3094 - 0.06091964 * T + 21834.37 / T + 126.8339 * log - 1684915 / T ** 2;
    const logK2 = -107.8871 - 0.03252849 * T + 5151.79 / T + 38.92561 * log - 563713.9 / T ** 2;
    const H = 10 ** -pH;
    const eq = alk * MEQ_PER_DKH * 1e-3;
    const hco3 = eq / (1 + (2 * 10 ** logK2) / H);
    return {
      pK1: -logK1,
      pK2: -logK2,
      CO2: ((H * hco3) / 10 ** logK1) * molarMass.CO2 * 1000,
      rule_of_thumb: 3 * alk * 10 ** (7 - pH),
    };
  },
});

export const vapourOverSeawater = formula({
  id: 'vapour-over-seawater',
  inputs: { S: num('Salinity', 'ppt', 0, 40, 35), t: num('Water temperature', 'degC', 0, 40, 25) },
  outputs: { p: out('Vapour pressure', 'kPa', 4) },
  formula: 'ln p = 24.4543 − 67.4509 (100/T) − 4.8489 ln(T/100) − 0.000544 S, atmospheres',
  source: 'Weiss and Price 1980, Marine Chemistry 8, 347–359',
  run: ({ S, t }) => ({ p: vapourOverSeawaterKpa(S, t) }),
});

export const reaeration = formula({
  id: 'reaeration',
  inputs: {
    k: num('Rate of exchange', '1/h', 0, 100, 1.8),
    Cs: num('Oxygen at saturation', 'mg/L', 0, 20, 6.77),
    C0: num('Oxygen now', 'mg/L', 0, 20, 4.5),
    t: num('Time', 'h', 0, 1000, 0.75),
  },
  outputs: { C: out('Oxygen then', 'mg/L', 2), h_to_95pct_sat: out('Hours to 95 % of saturation', 'h', 2) },
  formula: 'C = Cs − (Cs − C₀) e^(−kt)',
  source: 'first-order exchange (arithmetic)',
  run: ({ k, Cs, C0, t }) => ({
    C: Cs - (Cs - C0) * Math.exp(-k * t),
    h_to_95pct_sat:
      k > 0 && C0 < 0.95 * Cs ? Math.log((Cs - C0) / (0.05 * Cs)) / k : C0 < 0.95 * Cs ? null : 0,
  }),
});

export const ozoneDose = formula({
  id: 'ozone-dose',
  inputs: { ozone: num('Ozone', 'g/h', 0, 10_000, 4), flow: num('Water flow', 'm3/h', 0.001, 10_000, 20) },
  outputs: { dose: out('Applied dose', 'mg/L', 3) },
  formula: 'grams an hour over cubic metres an hour',
  source: 'arithmetic',
  run: ({ ozone, flow }) => ({ dose: ozone / flow }),
});
