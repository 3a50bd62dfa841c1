import { fraction, num, out, formula } from './define.ts';
import { CACO3_PER_EQ, MEQ_PER_DKH, molarMass } from '../chemistry/constants.ts';
import { ammoniaPkFresh, unionizedShare } from '../chemistry/ammonia.ts';

const EMERSON = 'Emerson, Russo, Lund and Thurston 1975, J. Fish. Res. Board Can. 32, 2379–2383';
const TE = 'Timmons and Ebeling, Recirculating Aquaculture: feed × protein × 0.092';
export const percent = (pK: number, pH: number): number => 100 * unionizedShare(pK, pH);
const O2_PER_N = (2 * molarMass.O2) / molarMass.N;
const EQ_PER_N = 2 / molarMass.N;

const pH = num('pH', '1', 5, 11, 8);
const t = num('Water temperature', 'degC', 0, 50, 25);

export const ammoniaFresh = formula({
  id: 'ammonia-fresh',
  inputs: { pH, t },
  outputs: {
    pKa: out('pKa', '1', 4),
    fraction: out('Un-ionized share', '%', 3),
    pKa_T0_2732: out('pKa with 273.2, as the paper writes', '1', 4),
    fraction_T0_2732: out('Share with 273.2', '%', 3),
  },
  formula: 'pKa = 0.09018 + 2729.92/T; share = 1/(1 + 10^(pKa − pH)); T = t + 273.15',
  source: EMERSON,
  run: (v) => {
    const [pKa, asWritten] = [ammoniaPkFresh(v.t), ammoniaPkFresh(v.t, 273.2)];
    return {
      pKa,
      fraction: percent(pKa, v.pH),
      pKa_T0_2732: asWritten,
      fraction_T0_2732: percent(asWritten, v.pH),
    };
  },
});

export const ammoniaFreshMg = formula({
  id: 'ammonia-fresh-mg',
  inputs: { TAN: num('Total ammonia as nitrogen', 'mg/L N', 0, 1000, 1), pH, t },
  outputs: {
    NH3_N: out('Un-ionized, as nitrogen', 'mg/L N', 4),
    NH3: out('Un-ionized, as NH₃', 'mg/L NH3', 4),
    fraction: out('Un-ionized share', '%', 3),
  },
  formula: 'total × share; × 17.031/14.007 as NH₃',
  source: EMERSON,
  run: (v) => {
    const share = unionizedShare(ammoniaPkFresh(v.t), v.pH);
    const nitrogen = v.TAN * share;
    return {
      NH3_N: nitrogen,
      NH3: (nitrogen * molarMass.NH3) / molarMass.N,
      fraction: 100 * share,
    };
  },
});

export const ammoniaFromFeed = formula({
  id: 'ammonia-from-feed',
  inputs: { feed: num('Feed', 'kg/day', 0, 1e5, 1), protein: fraction('Protein', 0.4) },
  outputs: { TAN: out('Ammonia as nitrogen', 'g N/day', 1) },
  formula: 'feed × protein × 0.092',
  source: TE,
  run: ({ feed, protein }) => ({ TAN: feed * 1000 * protein * 0.092 }),
});

export const nitrification = formula({
  id: 'nitrification',
  inputs: { N: num('Ammonia oxidised, as nitrogen', 'g NH4-N oxidised', 0, 1e6, 1) },
  outputs: {
    O2: out('Oxygen', 'g', 2),
    alkalinity: out('Alkalinity', 'g as CaCO3', 2),
    alkalinity_meq: out('Alkalinity', 'meq', 1),
    CO2_if_bicarbonate: out('Carbon dioxide set free', 'g', 2),
  },
  formula: 'NH₄ + 2 O₂ → NO₃ + 2 H + H₂O',
  source: 'stoichiometry without cell growth; IUPAC standard atomic weights (abridged)',
  run: ({ N }) => ({
    O2: N * O2_PER_N,
    alkalinity: N * EQ_PER_N * CACO3_PER_EQ,
    alkalinity_meq: N * EQ_PER_N * 1000,
    CO2_if_bicarbonate: N * EQ_PER_N * molarMass.CO2,
  }),
});

export const nitrogenBudget = formula({
  id: 'nitrogen-budget',
  inputs: {
    feed: num('Feed', 'kg/day', 0, 1e5, 2),
    protein: fraction('Protein', 0.4),
    volume: num('True water', 'L', 0.1, 1e9, 38_000, { quantity: 'volume' }),
  },
  outputs: {
    TAN: out('Ammonia as nitrogen', 'g N/day', 1),
    O2: out('Oxygen for nitrification', 'g/day', 0),
    alkalinity_loss: out('Alkalinity lost', 'dKH/day', 2),
    nitrate_rise: out('Nitrate rise', 'mg/L NO3 per day', 2),
    bicarbonate_dose: out('Bicarbonate that replaces it', 'g/day NaHCO3', 0),
  },
  formula: 'feed × protein × 0.092, all nitrified, none taken up',
  source: `${TE}; stoichiometry`,
  run: ({ feed, protein, volume }) => {
    const TAN = feed * 1000 * protein * 0.092;
    const eq = TAN * EQ_PER_N;
    return {
      TAN,
      O2: TAN * O2_PER_N,
      alkalinity_loss: (eq * 1000) / volume / MEQ_PER_DKH,
      nitrate_rise: (TAN * 1000 * molarMass.NO3) / molarMass.N / volume,
      bicarbonate_dose: eq * molarMass.NaHCO3,
    };
  },
});

export const nutrientsFromFeed = formula({
  id: 'nutrients-from-feed',
  inputs: {
    feed: num('Feed', 'g/day', 0, 1e8, 6),
    protein: fraction('Protein', 0.45),
    phosphorus: fraction('Phosphorus', 0.011),
    dissolved: num('Of the phosphorus that reaches the water dissolved', '%', 0, 100, 60, { usual: 60 }),
  },
  outputs: { NO3: out('Nitrate', 'mg/day NO3', 0), PO4: out('Phosphate', 'mg/day PO4', 1) },
  formula: 'feed × protein × 0.092 as N, all nitrified; feed × P × dissolved share as PO₄',
  source: `${TE}; phosphorus in dry feeds about 1 %, six tenths of it dissolved: value from memory`,
  run: (v) => ({
    NO3: (v.feed * 1000 * v.protein * 0.092 * molarMass.NO3) / molarMass.N,
    PO4: (v.feed * 1000 * v.phosphorus * (v.dissolved / 100) * molarMass.PO4) / molarMass.P,
  }),
});
