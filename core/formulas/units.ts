import { num, out, formula } from './define.ts';
import {
  GRAMS_PER_OUNCE,
  GRAVITY,
  KG_PER_POUND,
  KPA_PER_PSI,
  LITRES_PER_IMPERIAL_GALLON,
  LITRES_PER_US_GALLON,
  M_H_PER_US_GPM_FT2,
  M_PER_FOOT,
  M_PER_INCH,
  MEQ_PER_DKH,
  molarMass,
  POUND_FORCE_N,
} from '../chemistry/constants.ts';

export const EXACT = 'exact definitions (international yard and pound 1959; US gallon 231 in³)';

export const conversions: readonly [id: string, from: string, to: string, factor: number, example: number][] =
  [
    ['us-gallon', 'US gal', 'L', LITRES_PER_US_GALLON, 1],
    ['cubic-inch', 'in3', 'L', M_PER_INCH ** 3 * 1000, 231],
    ['cubic-foot', 'ft3', 'L', M_PER_FOOT ** 3 * 1000, 1],
    ['uk-gallon', 'UK gal', 'L', LITRES_PER_IMPERIAL_GALLON, 1],
    ['gallons-a-minute', 'US gal/min', 'm3/h', (LITRES_PER_US_GALLON * 60) / 1000, 100],
    ['gallons-an-hour', 'US gal/h', 'L/h', LITRES_PER_US_GALLON, 1000],
    ['gallons-a-day', 'US gal/day', 'L/day', LITRES_PER_US_GALLON, 75],
    ['pressure-psi-kpa', 'psi', 'kPa', KPA_PER_PSI, 10],
    ['filter-rate', 'US gal/(min ft2)', 'm/h', M_H_PER_US_GPM_FT2, 1],
    ['horsepower', 'hp (550 ft lbf/s)', 'W', 550 * M_PER_FOOT * POUND_FORCE_N, 1],
    ['foot', 'ft', 'm', M_PER_FOOT, 10],
    ['inch', 'in', 'cm', M_PER_INCH * 100, 1],
    ['ounce', 'oz', 'g', GRAMS_PER_OUNCE, 1],
    ['pound', 'lb', 'kg', KG_PER_POUND, 1],
    ['to-us-gallon', 'L', 'US gal', 1 / LITRES_PER_US_GALLON, 100],
    ['to-foot', 'm', 'ft', 1 / M_PER_FOOT, 1],
    ['to-inch', 'cm', 'in', 1 / (M_PER_INCH * 100), 10],
    ['to-gallons-a-minute', 'm3/h', 'US gal/min', 1000 / (LITRES_PER_US_GALLON * 60), 10],
    ['to-gallons-an-hour', 'L/h', 'US gal/h', 1 / LITRES_PER_US_GALLON, 1000],
    ['to-psi', 'kPa', 'psi', 1 / KPA_PER_PSI, 100],
    ['bar-to-psi', 'bar', 'psi', 100 / KPA_PER_PSI, 1],
    ['to-pound', 'kg', 'lb', 1 / KG_PER_POUND, 1],
    ['to-ounce', 'g', 'oz', 1 / GRAMS_PER_OUNCE, 100],
  ];

const { PO4, P } = molarMass;

export const unitPsiBar = formula({
  id: 'unit-psi-bar',
  inputs: { x: num('Pressure in pounds on a square inch', 'psi', -1e9, 1e9, 5) },
  outputs: { x: out('Pressure', 'bar', 3) },
  formula: `× ${KPA_PER_PSI / 100}`,
  source: EXACT,
  run: ({ x }) => ({ x: (x * KPA_PER_PSI) / 100 }),
});

export const unitFahrenheit = formula({
  id: 'unit-fahrenheit',
  inputs: { t: num('Temperature', 'degF', -459.67, 1e6, 77) },
  outputs: { t: out('Temperature', 'degC', 2) },
  formula: '(t − 32)/1.8',
  source: 'definition',
  run: ({ t }) => ({ t: (t - 32) / 1.8 }),
});

export const unitCelsius = formula({
  id: 'unit-celsius',
  inputs: { t: num('Temperature', 'degC', -273.15, 1e6, 25) },
  outputs: { t: out('Temperature', 'degF', 2) },
  formula: '1.8 t + 32',
  source: 'definition',
  run: ({ t }) => ({ t: 1.8 * t + 32 }),
});

export const headOfPressure = formula({
  id: 'head-of-pressure',
  inputs: {
    p: num('Pressure', 'psi', -100, 1e6, 1),
    rho: num('Density', 'kg/m3', 900, 1200, 1000, { usual: 1000 }),
  },
  outputs: { h: out('Height of water', 'm', 3), dp_per_m: out('Pressure of a metre', 'kPa/m', 3) },
  formula: 'p = ρ g h, g = 9.80665 m/s²',
  source: 'hydrostatics',
  run: ({ p, rho }) => ({
    h: (p * KPA_PER_PSI * 1000) / (rho * GRAVITY),
    dp_per_m: (rho * GRAVITY) / 1000,
  }),
});

export const molarMasses = formula({
  id: 'molar-masses',
  inputs: {},
  outputs: Object.fromEntries(
    Object.keys(molarMass).map((name) => [name, out(name.replace('_', ' · '), 'g/mol', 3)]),
  ),
  formula: 'sums of atomic weights',
  source: 'IUPAC standard atomic weights (abridged)',
  run: () => ({ ...molarMass }),
});

export const phosphorusPpb = formula({
  id: 'phosphorus-ppb',
  inputs: { P: num('Phosphorus', 'ug/L P', 0, 1e7, 12) },
  outputs: { PO4: out('Phosphate', 'mg/L PO4', 4) },
  formula: '× 0.0030661',
  source: 'IUPAC standard atomic weights (abridged)',
  run: (v) => ({ PO4: (v.P / 1000) * (PO4 / P) }),
});

export const phosphateMicromol = formula({
  id: 'phosphate-micromol',
  inputs: { PO4: num('Phosphate', 'mg/L PO4', 0, 1e4, 0.1) },
  outputs: { umol: out('Phosphate', 'umol/L', 3), P: out('Phosphorus', 'ug/L P', 2) },
  formula: '1 mg/L PO₄ = 10.530 µmol/L',
  source: 'IUPAC standard atomic weights (abridged)',
  run: (v) => ({ umol: (v.PO4 / PO4) * 1000, P: v.PO4 * (P / PO4) * 1000 }),
});

export const generalHardness = formula({
  id: 'general-hardness',
  inputs: { Ca: num('Calcium', 'mg/L', 0, 1e5, 60), Mg: num('Magnesium', 'mg/L', 0, 1e5, 10) },
  outputs: {
    hardness: out('As calcium carbonate', 'mg/L CaCO3', 1),
    dGH: out('German degrees', 'dGH', 2),
    mmol: out('In moles', 'mmol/L', 3),
  },
  formula: 'Ca/40.078 + Mg/24.305 mmol/L; 1 dGH = 10 mg CaO/L',
  source: 'definition; IUPAC standard atomic weights (abridged)',
  run: (v) => {
    const mmol = v.Ca / molarMass.Ca + v.Mg / molarMass.Mg;
    return { hardness: mmol * molarMass.CaCO3, dGH: (2 * mmol) / MEQ_PER_DKH, mmol };
  },
});

export const grains = formula({
  id: 'grains',
  inputs: { h: num('Hardness', 'grain/US gal', 0, 1e5, 1) },
  outputs: { mgL: out('Hardness', 'mg/L', 3) },
  formula: '1 grain = 64.79891 mg',
  source: 'exact definitions',
  run: ({ h }) => ({ mgL: (h * 64.79891) / LITRES_PER_US_GALLON }),
});
