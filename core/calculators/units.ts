import { molarMass } from '../chemistry/constants.ts';
import { calculator, type Calculator } from './define.ts';
import { num, out, formula } from '../formulas/define.ts';
import {
  unitPsiBar,
  unitFahrenheit,
  unitCelsius,
  headOfPressure,
  molarMasses,
  phosphorusPpb,
  phosphateMicromol,
  generalHardness,
  grains,
  EXACT,
  conversions,
} from '../formulas/units.ts';

const { PO4, NO3, NO2, NH4, NH3, SiO2, P2O5, N, P, Si } = molarMass;

const converter = ([id, from, to, factor, example]: (typeof conversions)[number]): Calculator =>
  calculator(
    formula({
      id: `unit-${id}`,
      inputs: { x: num('Value', from, -1e12, 1e12, example) },
      outputs: { x: out('Value', to, 4) },
      formula: `× ${factor}`,
      source: EXACT,
      run: ({ x }) => ({ x: x * factor }),
    }),
    { subject: 'units', title: `${from} to ${to}`, topic: 'units' },
  );

const nutrient = (
  id: string,
  from: string,
  to: string,
  factor: number,
  example: number,
  name: string,
): Calculator =>
  calculator(
    formula({
      id: `nutrient-${id}`,
      inputs: { value: num(name, `mg/L ${from}`, 0, 1e6, example) },
      outputs: { value: out(name, `mg/L ${to}`, 3), factor: out('Factor', '1', 4) },
      formula: `× ${factor.toFixed(4)}`,
      source: 'IUPAC standard atomic weights (abridged)',
      run: ({ value }) => ({ value: value * factor, factor }),
    }),
    {
      subject: 'units',
      title: `${name}: ${from} to ${to}`,
      topic: 'nutrient units',
      hint: `${to}-${from}`,
      words: ['ppm'],
    },
  );

export const unitCalculators: readonly Calculator[] = [
  ...conversions.map((one) => converter(one)),
  calculator(unitPsiBar, { subject: 'units', title: 'psi to bar', topic: 'units', hint: 'psi-bar' }),
  calculator(unitFahrenheit, { subject: 'units', title: '°F to °C', topic: 'units' }),
  calculator(unitCelsius, { subject: 'units', title: '°C to °F', topic: 'units' }),
  calculator(headOfPressure, { subject: 'units', title: 'Metres of water from a pressure', topic: 'units' }),
  calculator(molarMasses, { subject: 'units', title: 'Molar masses of the trade', topic: 'molar masses' }),
  nutrient('po4', 'P', 'PO4', PO4 / P, 0.05, 'Phosphate'),
  nutrient('no3', 'N', 'NO3', NO3 / N, 5, 'Nitrate'),
  nutrient('no2', 'N', 'NO2', NO2 / N, 0.1, 'Nitrite'),
  nutrient('nh4', 'N', 'NH4', NH4 / N, 0.5, 'Ammonium'),
  nutrient('nh3', 'N', 'NH3', NH3 / N, 0.02, 'Ammonia'),
  nutrient('sio2', 'Si', 'SiO2', SiO2 / Si, 0.4, 'Silica'),
  nutrient('p2o5', 'P', 'P2O5', P2O5 / (2 * P), 0.05, 'Phosphate as oxide'),
  calculator(phosphorusPpb, {
    subject: 'units',
    title: 'Phosphorus in ppb to phosphate in mg/L',
    topic: 'nutrient units',
    words: ['photometer', 'ULR'],
  }),
  calculator(phosphateMicromol, {
    subject: 'units',
    title: 'Phosphate in micromoles',
    topic: 'nutrient units',
  }),
  calculator(generalHardness, {
    subject: 'units',
    title: 'General hardness from calcium and magnesium',
    topic: 'hardness',
    words: ['GH'],
  }),
  calculator(grains, { subject: 'units', title: 'Grains on a US gallon to mg/L', topic: 'hardness' }),
];
