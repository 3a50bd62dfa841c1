import { calculator } from './define.ts';
import { num, optional, out, formula } from '../formulas/define.ts';
import { CACO3_PER_EQ, MEQ_PER_DKH, molarMass } from '../chemistry/constants.ts';
import { seawaterDensityKgM3 } from '../chemistry/seawaterDensity.ts';
import {
  carbonateConstantsFormula,
  phFromCarbon,
  naturalSeawater,
  calcification,
  S,
  t,
  naturalCalcium,
  speciation,
  carbonateOutputs,
  carbonateSource,
  probeCaution,
  pH,
} from '../formulas/carbonate.ts';

const withCalcium = (unit: 'mmol/kg' | 'mg/L', id: string, title: string) =>
  calculator(
    formula({
      id,
      inputs: {
        S,
        t,
        pH,
        TA: optional('Total alkalinity', 'umol/kg', 200, 8000),
        alk: optional('Alkalinity, instead', 'dKH', 0.5, 25, 8),
        Ca: optional('Calcium', unit, 0, unit === 'mg/L' ? 1200 : 30, unit === 'mg/L' ? 420 : 10.28),
      },
      outputs: carbonateOutputs,
      formula:
        'TA = HCO₃ + 2 CO₃ + B(OH)₄ + OH − H − HSO₄ − HF; Ω = [Ca][CO₃]/Ksp; calcium left out: that of natural sea water',
      source: carbonateSource,
      run: (v) => {
        const rho = seawaterDensityKgM3(v.S, v.t) / 1000;
        const alkalinity = v.TA ?? ((v.alk ?? 8) * MEQ_PER_DKH * 1000) / rho;
        const calcium =
          v.Ca === null
            ? naturalCalcium(v.S)
            : unit === 'mg/L'
              ? v.Ca / 1000 / molarMass.Ca / rho
              : v.Ca / 1000;
        return { rho, ...speciation(v.S, v.t, v.pH, alkalinity * 1e-6, calcium) };
      },
    }),
    {
      subject: 'carbonate',
      title,
      topic: 'carbonate system',
      main: 'omega_aragonite',
      cautions: [probeCaution],
      words: ['omega', 'saturation', 'DIC', 'pCO2'],
    },
  );

export const carbonateCalculators = [
  calculator(carbonateConstantsFormula, {
    subject: 'carbonate',
    title: 'Constants of the carbonate system',
    topic: 'stoichiometric constants',
  }),
  withCalcium('mmol/kg', 'carbonate-system', 'Carbonate system from pH and alkalinity'),
  withCalcium('mg/L', 'carbonate-system-mg', 'Carbonate system from pH and alkalinity, calcium in mg/L'),
  calculator(phFromCarbon, {
    subject: 'carbonate',
    title: 'pH from alkalinity and inorganic carbon',
    topic: 'carbonate system',
    cautions: [probeCaution],
  }),
  calculator(naturalSeawater, {
    subject: 'carbonate',
    title: 'Ions of natural sea water at a salinity',
    topic: 'targets scaled with salinity',
  }),
  ...(
    [
      ['meq/L', 'alkalinity-meq', (x: number) => x, 2.5],
      ['dKH', 'alkalinity-dkh', (x: number) => x * MEQ_PER_DKH, 8],
      ['mg/L CaCO3', 'alkalinity-caco3', (x: number) => x / CACO3_PER_EQ, 125],
    ] as const
  ).map(([unit, id, toMeq, example]) =>
    calculator(
      formula({
        id,
        inputs: { alk: num('Alkalinity', unit, 0, 2000, example) },
        outputs: {
          dKH: out('German degrees', 'dKH', 3),
          meq: out('Milliequivalents', 'meq/L', 3),
          CaCO3: out('As calcium carbonate', 'mg/L CaCO3', 1),
          HCO3: out('As bicarbonate', 'mg/L HCO3', 1),
        },
        formula: '1 meq/L = 2.8039 dKH = 50.043 mg/L CaCO₃ = 61.016 mg/L HCO₃',
        source: 'definition: 1 dKH = 10 mg CaO/L; IUPAC standard atomic weights (abridged)',
        run: ({ alk }) => {
          const meq = toMeq(alk);
          return { dKH: meq / MEQ_PER_DKH, meq, CaCO3: meq * CACO3_PER_EQ, HCO3: meq * molarMass.HCO3 };
        },
      }),
      {
        subject: 'carbonate',
        title: `Alkalinity from ${unit}`,
        topic: 'alkalinity units',
        words: ['KH', 'ppm'],
      },
    ),
  ),
  calculator(calcification, {
    subject: 'carbonate',
    title: 'What growing skeletons take',
    topic: 'calcification ratio',
  }),
];
