import { calculator, num, out, type Calculator } from './define.ts';
import { GRAVITY, LITRES_PER_US_GALLON, MEQ_PER_DKH, molarMass } from './constants.ts';

const EXACT = 'exact definitions (international yard and pound 1959; US gallon 231 in³)';
const FOOT_M = 0.3048;
const INCH_M = 0.0254;
const POUND_N = 0.45359237 * GRAVITY;
const PSI_KPA = POUND_N / INCH_M ** 2 / 1000;

const conversions: readonly [id: string, from: string, to: string, factor: number, example: number][] = [
  ['us-gallon', 'US gal', 'L', LITRES_PER_US_GALLON, 1],
  ['cubic-inch', 'in3', 'L', INCH_M ** 3 * 1000, 231],
  ['cubic-foot', 'ft3', 'L', FOOT_M ** 3 * 1000, 1],
  ['uk-gallon', 'UK gal', 'L', 4.54609, 1],
  ['gallons-a-minute', 'US gal/min', 'm3/h', (LITRES_PER_US_GALLON * 60) / 1000, 100],
  ['gallons-an-hour', 'US gal/h', 'L/h', LITRES_PER_US_GALLON, 1000],
  ['gallons-a-day', 'US gal/day', 'L/day', LITRES_PER_US_GALLON, 75],
  ['pressure-psi-kpa', 'psi', 'kPa', PSI_KPA, 10],
  ['filter-rate', 'US gal/(min ft2)', 'm/h', (LITRES_PER_US_GALLON * 60) / 1000 / FOOT_M ** 2, 1],
  ['horsepower', 'hp (550 ft lbf/s)', 'W', 550 * FOOT_M * POUND_N, 1],
  ['foot', 'ft', 'm', FOOT_M, 10],
  ['inch', 'in', 'cm', INCH_M * 100, 1],
  ['ounce', 'oz', 'g', 28.349523125, 1],
  ['pound', 'lb', 'kg', 0.45359237, 1],
  ['to-us-gallon', 'L', 'US gal', 1 / LITRES_PER_US_GALLON, 100],
  ['to-foot', 'm', 'ft', 1 / FOOT_M, 1],
  ['to-inch', 'cm', 'in', 1 / (INCH_M * 100), 10],
  ['to-gallons-a-minute', 'm3/h', 'US gal/min', 1000 / (LITRES_PER_US_GALLON * 60), 10],
  ['to-gallons-an-hour', 'L/h', 'US gal/h', 1 / LITRES_PER_US_GALLON, 1000],
  ['to-psi', 'kPa', 'psi', 1 / PSI_KPA, 100],
  ['bar-to-psi', 'bar', 'psi', 100 / PSI_KPA, 1],
  ['to-pound', 'kg', 'lb', 1 / 0.45359237, 1],
  ['to-ounce', 'g', 'oz', 1 / 28.349523125, 100],
];
const converter = ([id, from, to, factor, example]: (typeof conversions)[number]): Calculator =>
  calculator({
    id: `unit-${id}`,
    subject: 'units',
    title: `${from} to ${to}`,
    topic: 'units',
    inputs: { x: num('Value', from, -1e12, 1e12, example) },
    outputs: { x: out('Value', to, 4) },
    formula: `× ${factor}`,
    source: EXACT,
    run: ({ x }) => ({ x: x * factor }),
  });

const nutrient = (
  id: string,
  from: string,
  to: string,
  factor: number,
  example: number,
  name: string,
): Calculator =>
  calculator({
    id: `nutrient-${id}`,
    subject: 'units',
    title: `${name}: ${from} to ${to}`,
    topic: 'nutrient units',
    inputs: { value: num(name, `mg/L ${from}`, 0, 1e6, example) },
    outputs: { value: out(name, `mg/L ${to}`, 3), factor: out('Factor', '1', 4) },
    formula: `× ${factor.toFixed(4)}`,
    hint: `${to}-${from}`,
    source: 'IUPAC standard atomic weights (abridged)',
    words: ['ppm'],
    run: ({ value }) => ({ value: value * factor, factor }),
  });
const { PO4, NO3, NO2, NH4, NH3, SiO2, P2O5, N, P, Si } = molarMass;

export const unitCalculators: readonly Calculator[] = [
  ...conversions.map((one) => converter(one)),
  calculator({
    id: 'unit-psi-bar',
    subject: 'units',
    title: 'psi to bar',
    topic: 'units',
    inputs: { x: num('Pressure in pounds on a square inch', 'psi', -1e9, 1e9, 5) },
    outputs: { x: out('Pressure', 'bar', 3) },
    formula: `× ${PSI_KPA / 100}`,
    hint: 'psi-bar',
    source: EXACT,
    run: ({ x }) => ({ x: (x * PSI_KPA) / 100 }),
  }),
  calculator({
    id: 'unit-fahrenheit',
    subject: 'units',
    title: '°F to °C',
    topic: 'units',
    inputs: { t: num('Temperature', 'degF', -459.67, 1e6, 77) },
    outputs: { t: out('Temperature', 'degC', 2) },
    formula: '(t − 32)/1.8',
    source: 'definition',
    run: ({ t }) => ({ t: (t - 32) / 1.8 }),
  }),
  calculator({
    id: 'unit-celsius',
    subject: 'units',
    title: '°C to °F',
    topic: 'units',
    inputs: { t: num('Temperature', 'degC', -273.15, 1e6, 25) },
    outputs: { t: out('Temperature', 'degF', 2) },
    formula: '1.8 t + 32',
    source: 'definition',
    run: ({ t }) => ({ t: 1.8 * t + 32 }),
  }),
  calculator({
    id: 'head-of-pressure',
    subject: 'units',
    title: 'Metres of water from a pressure',
    topic: 'units',
    inputs: {
      p: num('Pressure', 'psi', -100, 1e6, 1),
      rho: num('Density', 'kg/m3', 900, 1200, 1000, { usual: 1000 }),
    },
    outputs: { h: out('Height of water', 'm', 3), dp_per_m: out('Pressure of a metre', 'kPa/m', 3) },
    formula: 'p = ρ g h, g = 9.80665 m/s²',
    source: 'hydrostatics',
    run: ({ p, rho }) => ({ h: (p * PSI_KPA * 1000) / (rho * GRAVITY), dp_per_m: (rho * GRAVITY) / 1000 }),
  }),
  calculator({
    id: 'molar-masses',
    subject: 'units',
    title: 'Molar masses of the trade',
    topic: 'molar masses',
    inputs: {},
    outputs: Object.fromEntries(
      Object.keys(molarMass).map((name) => [name, out(name.replace('_', ' · '), 'g/mol', 3)]),
    ),
    formula: 'sums of atomic weights',
    source: 'IUPAC standard atomic weights (abridged)',
    run: () => ({ ...molarMass }),
  }),
  nutrient('po4', 'P', 'PO4', PO4 / P, 0.05, 'Phosphate'),
  nutrient('no3', 'N', 'NO3', NO3 / N, 5, 'Nitrate'),
  nutrient('no2', 'N', 'NO2', NO2 / N, 0.1, 'Nitrite'),
  nutrient('nh4', 'N', 'NH4', NH4 / N, 0.5, 'Ammonium'),
  nutrient('nh3', 'N', 'NH3', NH3 / N, 0.02, 'Ammonia'),
  nutrient('sio2', 'Si', 'SiO2', SiO2 / Si, 0.4, 'Silica'),
  nutrient('p2o5', 'P', 'P2O5', P2O5 / (2 * P), 0.05, 'Phosphate as oxide'),
  calculator({
    id: 'phosphorus-ppb',
    subject: 'units',
    title: 'Phosphorus in ppb to phosphate in mg/L',
    topic: 'nutrient units',
    inputs: { P: num('Phosphorus', 'ug/L P', 0, 1e7, 12) },
    outputs: { PO4: out('Phosphate', 'mg/L PO4', 4) },
    formula: '× 0.0030661',
    source: 'IUPAC standard atomic weights (abridged)',
    words: ['photometer', 'ULR'],
    run: (v) => ({ PO4: (v.P / 1000) * (PO4 / P) }),
  }),
  calculator({
    id: 'phosphate-micromol',
    subject: 'units',
    title: 'Phosphate in micromoles',
    topic: 'nutrient units',
    inputs: { PO4: num('Phosphate', 'mg/L PO4', 0, 1e4, 0.1) },
    outputs: { umol: out('Phosphate', 'umol/L', 3), P: out('Phosphorus', 'ug/L P', 2) },
    formula: '1 mg/L PO₄ = 10.530 µmol/L',
    source: 'IUPAC standard atomic weights (abridged)',
    run: (v) => ({ umol: (v.PO4 / PO4) * 1000, P: v.PO4 * (P / PO4) * 1000 }),
  }),
  calculator({
    id: 'general-hardness',
    subject: 'units',
    title: 'General hardness from calcium and magnesium',
    topic: 'hardness',
    inputs: { Ca: num('Calcium', 'mg/L', 0, 1e5, 60), Mg: num('Magnesium', 'mg/L', 0, 1e5, 10) },
    outputs: {
      hardness: out('As calcium carbonate', 'mg/L CaCO3', 1),
      dGH: out('German degrees', 'dGH', 2),
      mmol: out('In moles', 'mmol/L', 3),
    },
    formula: 'Ca/40.078 + Mg/24.305 mmol/L; 1 dGH = 10 mg CaO/L',
    source: 'definition; IUPAC standard atomic weights (abridged)',
    words: ['GH'],
    run: (v) => {
      const mmol = v.Ca / molarMass.Ca + v.Mg / molarMass.Mg;
      return { hardness: mmol * molarMass.CaCO3, dGH: (2 * mmol) / MEQ_PER_DKH, mmol };
    },
  }),
  calculator({
    id: 'grains',
    subject: 'units',
    title: 'Grains on a US gallon to mg/L',
    topic: 'hardness',
    inputs: { h: num('Hardness', 'grain/US gal', 0, 1e5, 1) },
    outputs: { mgL: out('Hardness', 'mg/L', 3) },
    formula: '1 grain = 64.79891 mg',
    source: 'exact definitions',
    run: ({ h }) => ({ mgL: (h * 64.79891) / LITRES_PER_US_GALLON }),
  }),
];
