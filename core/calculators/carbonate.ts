import { bisect } from '../numeric/bisect.ts';
import { calculator, num, optional, out } from './define.ts';
import { carbonateConstants } from './carbonateConstants.ts';
import { CACO3_PER_EQ, MEQ_PER_DKH, molarMass } from '../quantity/constants.ts';
import { seawaterDensityKgM3 } from '../water/seawaterDensity.ts';

const DSC =
  'Dickson, Sabine and Christian 2007, Guide to Best Practices for Ocean CO2 Measurements, PICES SP 3';
const S = num('Salinity', '1', 19, 43, 35);
const t = num('Water temperature', 'degC', 2, 35, 25);

/** The parts of alkalinity at a pH (total scale), mol per kg of solution. */
function systemAt(salinity: number, temperatureC: number, pH: number) {
  const c = carbonateConstants(salinity, temperatureC);
  const chlorinity = salinity / 1.80655;
  const boron = (0.000232 / 10.811) * chlorinity;
  const sulfate = (0.14 / 96.062) * chlorinity;
  const fluoride = (0.000067 / 18.998) * chlorinity;
  const H = 10 ** -pH;
  const KS = Math.exp(c.lnKS);
  const free = H / (1 + sulfate / KS);
  const borate = boron / (1 + H / Math.exp(c.lnKB));
  const other =
    borate + Math.exp(c.lnKW) / H - free - sulfate / (1 + KS / free) - fluoride / (1 + Math.exp(c.lnKF) / H);
  return { c, H, K1: 10 ** -c.pK1, K2: 10 ** -c.pK2, borate, other };
}

/** Calcium of natural sea water, mol/kg. @source Riley and Tongudai 1967 */
const naturalCalcium = (salinity: number): number => ((0.02128 / 40.087) * salinity) / 1.80655;

function speciation(salinity: number, temperatureC: number, pH: number, alkalinity: number, calcium: number) {
  const { c, H, K1, K2, borate, other } = systemAt(salinity, temperatureC, pH);
  const carbonateAlkalinity = alkalinity - other;
  const co3 = carbonateAlkalinity / (H / K2 + 2);
  const hco3 = (co3 * H) / K2;
  const co2 = (hco3 * H) / K1;
  const micro = (x: number) => x * 1e6;
  return {
    DIC: micro(co3 + hco3 + co2),
    CO2aq: micro(co2),
    HCO3: micro(hco3),
    CO3: micro(co3),
    BOH4: micro(borate),
    fCO2: micro(co2 / Math.exp(c.lnK0)),
    omega_calcite: (calcium * co3) / 10 ** -c.pKsp_calcite,
    omega_aragonite: (calcium * co3) / 10 ** -c.pKsp_aragonite,
  };
}

const carbonateOutputs = {
  rho: out('Density', 'kg/L', 4),
  DIC: out('Dissolved inorganic carbon', 'umol/kg', 0),
  CO2aq: out('Carbon dioxide', 'umol/kg', 1),
  HCO3: out('Bicarbonate', 'umol/kg', 0),
  CO3: out('Carbonate', 'umol/kg', 0),
  BOH4: out('Borate', 'umol/kg', 0),
  fCO2: out('Fugacity of carbon dioxide', 'uatm', 0),
  omega_calcite: out('Saturation, calcite', '1', 2),
  omega_aragonite: out('Saturation, aragonite', '1', 2),
};
const carbonateSource = `Lueker, Dickson and Keeling 2000; Dickson 1990; Perez and Fraga 1987; Millero 1995; Mucci 1983; all in ${DSC}; boron of Uppström 1974`;
const probeCaution =
  'pH is on the total scale: a probe set in usual buffers reads about 0.13 higher in sea water (value from memory).';
const TA = num('Total alkalinity', 'umol/kg', 200, 8000, 2300);
const pH = num('pH', 'total scale', 6.5, 9.2, 8.1);

const withCalcium = (unit: 'mmol/kg' | 'mg/L', id: string, title: string) =>
  calculator({
    id,
    subject: 'carbonate',
    title,
    topic: 'carbonate system',
    main: 'omega_aragonite',
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
    cautions: [probeCaution],
    words: ['omega', 'saturation', 'DIC', 'pCO2'],
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
  });

export const carbonateCalculators = [
  calculator({
    id: 'carbonate-constants',
    subject: 'carbonate',
    title: 'Constants of the carbonate system',
    topic: 'stoichiometric constants',
    inputs: { S, t },
    outputs: {
      pK1: out('pK₁ of carbonic acid', '-log10(mol/kg-soln), total scale', 4),
      pK2: out('pK₂', '-log10(mol/kg-soln), total scale', 4),
      lnKB: out('ln KB, boric acid', 'ln(mol/kg-soln), total scale', 4),
      lnKW: out('ln KW, water', 'ln(mol2/kg2), total scale', 3),
      lnKS: out('ln KS, bisulfate', 'ln(mol/kg-soln), free scale', 3),
      lnKF: out('ln KF, fluoride', 'ln(mol/kg-soln), total scale', 3),
      lnK1P: out('ln K₁P, phosphate', 'ln(mol/kg-soln), total scale', 3),
      lnK2P: out('ln K₂P', 'ln(mol/kg-soln), total scale', 3),
      lnK3P: out('ln K₃P', 'ln(mol/kg-soln), total scale', 3),
      lnKSi: out('ln KSi, silicate', 'ln(mol/kg-soln), total scale', 3),
      lnK0: out('ln K₀, carbon dioxide', 'ln(mol/(kg atm))', 4),
      pKsp_calcite: out('pKsp, calcite', '-log10(mol2/kg2)', 4),
      pKsp_aragonite: out('pKsp, aragonite', '-log10(mol2/kg2)', 4),
    },
    formula: 'the fits of chapter 5',
    source: carbonateSource,
    run: (v) => ({ ...carbonateConstants(v.S, v.t) }),
  }),
  withCalcium('mmol/kg', 'carbonate-system', 'Carbonate system from pH and alkalinity'),
  withCalcium('mg/L', 'carbonate-system-mg', 'Carbonate system from pH and alkalinity, calcium in mg/L'),
  calculator({
    id: 'ph-from-carbon',
    subject: 'carbonate',
    title: 'pH from alkalinity and inorganic carbon',
    topic: 'carbonate system',
    inputs: { S, t, TA, DIC: num('Dissolved inorganic carbon', 'umol/kg', 100, 8000, 2000) },
    outputs: {
      pH: out('pH', 'total scale', 3),
      fCO2: out('Fugacity of carbon dioxide', 'uatm', 0),
      omega_aragonite: out('Saturation, aragonite', '1', 2),
      omega_calcite: out('Saturation, calcite', '1', 2),
    },
    formula: 'the carbonate system solved for pH',
    source: carbonateSource,
    cautions: [probeCaution],
    run: (v) => {
      const excess = (one: number): number => {
        const { H, K1, K2, other } = systemAt(v.S, v.t, one);
        const dic = v.DIC * 1e-6;
        const alkalinity = (dic * (K1 * H + 2 * K1 * K2)) / (H * H + K1 * H + K1 * K2) + other;
        return alkalinity - v.TA * 1e-6;
      };
      const found = bisect(excess, 3, 12);
      const { fCO2, omega_aragonite, omega_calcite } = speciation(
        v.S,
        v.t,
        found,
        v.TA * 1e-6,
        naturalCalcium(v.S),
      );
      return { pH: found, fCO2, omega_aragonite, omega_calcite };
    },
  }),
  calculator({
    id: 'natural-seawater',
    subject: 'carbonate',
    title: 'Ions of natural sea water at a salinity',
    topic: 'targets scaled with salinity',
    inputs: {
      S: num('Salinity', '1', 0, 42, 35),
      t: num('Temperature for density', 'degC for density', 0, 40, 25, { usual: 25 }),
    },
    outputs: {
      Na: out('Sodium', 'mg/L', 0),
      Mg: out('Magnesium', 'mg/L', 0),
      Ca: out('Calcium', 'mg/L', 0),
      K: out('Potassium', 'mg/L', 0),
      Sr: out('Strontium', 'mg/L', 1),
      Cl: out('Chloride', 'mg/L', 0),
      SO4: out('Sulfate', 'mg/L', 0),
    },
    formula: 'mol/kg at 35, scaled with the salinity, times weight and density',
    source:
      'Millero, Feistel, Wright and McDougall 2008, Deep-Sea Research I 55, table 4 (mol/kg from memory)',
    run: (v) => {
      const scale = (v.S / 35) * seawaterDensityKgM3(v.S, v.t);
      const mg = (mol: number, weight: number) => mol * weight * scale;
      return {
        Na: mg(0.4689674, 22.98976928),
        Mg: mg(0.052817, 24.305),
        Ca: mg(0.010282, 40.078),
        K: mg(0.0102077, 39.0983),
        Sr: mg(0.0000907, 87.62),
        Cl: mg(0.5458696, 35.45),
        SO4: mg(0.0282352, 96.056),
      };
    },
  }),
  ...(
    [
      ['meq/L', 'alkalinity-meq', (x: number) => x, 2.5],
      ['dKH', 'alkalinity-dkh', (x: number) => x * MEQ_PER_DKH, 8],
      ['mg/L CaCO3', 'alkalinity-caco3', (x: number) => x / CACO3_PER_EQ, 125],
    ] as const
  ).map(([unit, id, toMeq, example]) =>
    calculator({
      id,
      subject: 'carbonate',
      title: `Alkalinity from ${unit}`,
      topic: 'alkalinity units',
      inputs: { alk: num('Alkalinity', unit, 0, 2000, example) },
      outputs: {
        dKH: out('German degrees', 'dKH', 3),
        meq: out('Milliequivalents', 'meq/L', 3),
        CaCO3: out('As calcium carbonate', 'mg/L CaCO3', 1),
        HCO3: out('As bicarbonate', 'mg/L HCO3', 1),
      },
      formula: '1 meq/L = 2.8039 dKH = 50.043 mg/L CaCO₃ = 61.016 mg/L HCO₃',
      source: 'definition: 1 dKH = 10 mg CaO/L; IUPAC standard atomic weights (abridged)',
      words: ['KH', 'ppm'],
      run: ({ alk }) => {
        const meq = toMeq(alk);
        return { dKH: meq / MEQ_PER_DKH, meq, CaCO3: meq * CACO3_PER_EQ, HCO3: meq * molarMass.HCO3 };
      },
    }),
  ),
  calculator({
    id: 'calcification',
    subject: 'carbonate',
    title: 'What growing skeletons take',
    topic: 'calcification ratio',
    inputs: { alk: num('Alkalinity used', 'meq/L', 0, 100, 1) },
    outputs: {
      Ca: out('Calcium used', 'mg/L Ca', 2),
      CaCO3: out('Skeleton grown', 'mg/L CaCO3', 2),
      Ca_per_dKH: out('Calcium for each dKH', 'mg/L Ca per dKH', 3),
      CaCO3_per_dKH_L: out('Carbonate in 1 dKH of one litre', 'mg', 3),
    },
    formula: 'CaCO₃: one calcium for two equivalents',
    source: 'stoichiometry; IUPAC standard atomic weights (abridged)',
    run: ({ alk }) => ({
      Ca: (alk * molarMass.Ca) / 2,
      CaCO3: alk * CACO3_PER_EQ,
      Ca_per_dKH: (MEQ_PER_DKH * molarMass.Ca) / 2,
      CaCO3_per_dKH_L: MEQ_PER_DKH * CACO3_PER_EQ,
    }),
  }),
];
