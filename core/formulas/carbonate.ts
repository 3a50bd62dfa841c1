import { bisect } from '../numeric/bisect.ts';
import { num, out, formula } from './define.ts';
import { carbonateConstants } from './carbonateConstants.ts';
import { CACO3_PER_EQ, MEQ_PER_DKH, molarMass } from '../chemistry/constants.ts';
import { seawaterDensityKgM3 } from '../chemistry/seawaterDensity.ts';

const DSC =
  'Dickson, Sabine and Christian 2007, Guide to Best Practices for Ocean CO2 Measurements, PICES SP 3';
export const S = num('Salinity', '1', 19, 43, 35);
export const t = num('Water temperature', 'degC', 2, 35, 25);

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
export const naturalCalcium = (salinity: number): number => ((0.02128 / 40.087) * salinity) / 1.80655;

export function speciation(
  salinity: number,
  temperatureC: number,
  pH: number,
  alkalinity: number,
  calcium: number,
) {
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

export const carbonateOutputs = {
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
export const carbonateSource = `Lueker, Dickson and Keeling 2000; Dickson 1990; Perez and Fraga 1987; Millero 1995; Mucci 1983; all in ${DSC}; boron of Uppström 1974`;
export const probeCaution =
  'pH is on the total scale: a probe set in usual buffers reads about 0.13 higher in sea water (value from memory).';
const TA = num('Total alkalinity', 'umol/kg', 200, 8000, 2300);
export const pH = num('pH', 'total scale', 6.5, 9.2, 8.1);

export const carbonateConstantsFormula = formula({
  id: 'carbonate-constants',
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
});

export const phFromCarbon = formula({
  id: 'ph-from-carbon',
  inputs: { S, t, TA, DIC: num('Dissolved inorganic carbon', 'umol/kg', 100, 8000, 2000) },
  outputs: {
    pH: out('pH', 'total scale', 3),
    fCO2: out('Fugacity of carbon dioxide', 'uatm', 0),
    omega_aragonite: out('Saturation, aragonite', '1', 2),
    omega_calcite: out('Saturation, calcite', '1', 2),
  },
  formula: 'the carbonate system solved for pH',
  source: carbonateSource,
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
});

export const naturalSeawater = formula({
  id: 'natural-seawater',
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
  source: 'Millero, Feistel, Wright and McDougall 2008, Deep-Sea Research I 55, table 4 (mol/kg from memory)',
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
});

export const calcification = formula({
  id: 'calcification',
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
});
