import { num, optional, out, pick, formula } from './define.ts';
import { CACO3_PER_EQ, MEQ_PER_DKH, molarMass } from '../chemistry/constants.ts';
import { Refusal } from '../errors.ts';
import { alkalinityCompounds, alkalinityDoseGrams } from '../chemistry/doses.ts';

export const PURE = 'stoichiometry; IUPAC standard atomic weights (abridged); pure compound';
export const volume = num('True water', 'L', 0.01, 1e9, 500, { quantity: 'volume' });
export const slow =
  'Raise alkalinity by no more than about 1 dKH a day and calcium by 20 mg/L (common practice); test before you dose again.';
export const lye =
  'Hydroxide and lime burn eyes and skin: goggles and gloves, add to water, never water to it.';

const equivalents: Readonly<Record<string, number>> = alkalinityCompounds;
/** @throws Refusal where what is wanted is not over what is there */
function riseOf(now: number, target: number, unit: string): number {
  if (target < now)
    throw new Refusal('out-of-range', {
      what: 'wanted value (not under what is there now)',
      value: target,
      from: now,
      to: 1e6,
      unit,
    });
  return target - now;
}

export const raiseAlkalinity = formula({
  id: 'raise-alkalinity',
  inputs: {
    volume,
    rise: num('Raise by', 'dKH', 0, 20, 1),
    compound: pick('With', Object.keys(equivalents), 'sodium bicarbonate'),
  },
  outputs: {
    mass: out('Dose', 'g', 2),
    equivalent_mass: out('Grams for an equivalent', 'g/eq', 3),
    Ca: out('It raises calcium by', 'mg/L Ca rise', 2),
  },
  formula: 'dKH × 0.35665 meq × litres × grams for an equivalent',
  source: PURE,
  run: (v) => {
    const equivalent = equivalents[v.compound] ?? 0;
    const meqPerL = v.rise * MEQ_PER_DKH;
    return {
      mass: alkalinityDoseGrams(v.rise, v.volume, equivalent),
      equivalent_mass: equivalent,
      ...(v.compound === 'calcium hydroxide' ? { Ca: (meqPerL * molarMass.Ca) / 2 } : {}),
    };
  },
});

export const alkalinityToTarget = formula({
  id: 'alkalinity-to-target',
  inputs: {
    volume,
    now: num('Now', 'dKH', 0, 30, 6.8),
    target: num('Wanted', 'dKH', 0, 30, 8),
    purity: num('Purity', '1', 0.1, 1, 1, { usual: 1 }),
  },
  outputs: { NaHCO3: out('Sodium bicarbonate', 'g', 1), Na2CO3: out('Or sodium carbonate', 'g', 1) },
  formula: 'difference × litres × grams for an equivalent ÷ purity',
  source: PURE,
  run: (v) => {
    const eq = (riseOf(v.now, v.target, 'dKH') * MEQ_PER_DKH * v.volume) / 1000 / v.purity;
    return { NaHCO3: eq * molarMass.NaHCO3, Na2CO3: (eq * molarMass.Na2CO3) / 2 };
  },
});

export const magnesiumBlend = formula({
  id: 'magnesium-blend',
  inputs: {
    volume,
    rise: num('Raise by', 'mg/L Mg', 0, 2000, 60),
    ratio: num('Chloride to sulfate', 'mass ratio', 0, 1000, 10),
  },
  outputs: {
    MgCl2_6H2O: out('Magnesium chloride hexahydrate', 'g', 1),
    MgSO4_7H2O: out('Magnesium sulfate heptahydrate', 'g', 1),
  },
  formula: 'r parts to one by mass that together hold the magnesium',
  source: PURE,
  run: (v) => {
    const grams = (v.volume * v.rise) / 1000;
    const sulfate =
      grams / (v.ratio * (molarMass.Mg / molarMass.MgCl2_6H2O) + molarMass.Mg / molarMass.MgSO4_7H2O);
    return { MgCl2_6H2O: v.ratio * sulfate, MgSO4_7H2O: sulfate };
  },
});

export const calciumToTarget = formula({
  id: 'calcium-to-target',
  inputs: {
    volume,
    now: num('Now', 'mg/L', 0, 2000, 385),
    target: num('Wanted', 'mg/L', 0, 2000, 430),
    purity: num('Calcium chloride in the flake', 'CaCl2 mass fraction of a flake product', 0.1, 1, 0.77, {
      usual: 0.77,
    }),
  },
  outputs: { CaCl2_2H2O_pure: out('Pure dihydrate', 'g', 1), flake: out('Flake', 'g', 1) },
  formula: 'difference × litres × molar mass ÷ 40.078 ÷ content',
  source: PURE,
  run: (v) => {
    const grams = (riseOf(v.now, v.target, 'mg/L') * v.volume) / 1000 / molarMass.Ca;
    return { CaCl2_2H2O_pure: grams * molarMass.CaCl2_2H2O, flake: (grams * molarMass.CaCl2) / v.purity };
  },
});

export const stockSolution = formula({
  id: 'stock-solution',
  inputs: {
    NaHCO3: num('Bicarbonate', 'g per L of solution', 0, 100, 80),
    dose: num('Dose', 'mL/day', 0, 1e5, 50),
    volume,
  },
  outputs: { strength: out('Strength', 'meq/L', 0), rise: out('Raises by', 'dKH/day', 3) },
  formula: 'grams ÷ 84.006 × 1000; × dose ÷ litres',
  source: PURE,
  run: (v) => {
    const strength = (v.NaHCO3 / molarMass.NaHCO3) * 1000;
    return { strength, rise: (strength * v.dose) / 1000 / v.volume / MEQ_PER_DKH };
  },
});

export const balancedUse = formula({
  id: 'balanced-use',
  inputs: { alk_use: num('Alkalinity used', 'dKH/day', 0, 20, 1.2), volume },
  outputs: { Ca_use: out('Calcium used', 'mg/L per day', 2), CaCO3: out('Skeleton grown', 'g/day', 1) },
  formula: 'CaCO₃: one calcium for two equivalents',
  source: 'CaCO3 stoichiometry',
  run: (v) => ({
    Ca_use: (v.alk_use * MEQ_PER_DKH * molarMass.Ca) / 2,
    CaCO3: (v.alk_use * MEQ_PER_DKH * CACO3_PER_EQ * v.volume) / 1000,
  }),
});

export const limewater = formula({
  id: 'limewater',
  inputs: {
    strength: num('Strength', 'g/L Ca(OH)2', 0, 1.8, 1.5, { usual: 1.5 }),
    topup: num('Top-up', 'L/day', 0, 1e5, 6),
    volume,
  },
  outputs: { alk: out('Alkalinity', 'dKH/day', 2), Ca: out('Calcium', 'mg/L per day', 2) },
  formula: 'grams ÷ 74.092 × 2 equivalents',
  source: 'stoichiometry; saturated limewater taken as 1.50 g Ca(OH)2 per L',
  run: (v) => {
    const mmol = ((v.strength * v.topup) / molarMass.CaOH2 / v.volume) * 1000;
    return { alk: (2 * mmol) / MEQ_PER_DKH, Ca: mmol * molarMass.Ca };
  },
});

export const bathDilution = formula({
  id: 'bath-dilution',
  inputs: {
    stock: num('Strength of the stock', '% w/v', 0.01, 100, 8.25),
    wanted: num('Wanted', 'mg/L', 0, 1e5, 500),
    batch: num('Bath', 'L', 0.01, 1e6, 20, { quantity: 'volume' }),
  },
  outputs: { stock_volume: out('Stock', 'mL', 1) },
  formula: 'C₁ V₁ = C₂ V₂',
  source: 'dilution (arithmetic)',
  run: (v) => ({ stock_volume: (v.wanted * v.batch) / (v.stock * 10) }),
});

export const dechlorinate = formula({
  id: 'dechlorinate',
  inputs: { Cl2: num('Chlorine', 'mg/L', 0, 1e4, 2), volume },
  outputs: {
    pentahydrate_tetrathionate: out('Sodium thiosulfate, the safe amount', 'g', 2),
    pentahydrate_sulfate: out('The least that could do', 'g', 2),
  },
  formula: '2 S₂O₃ + Cl₂ → S₄O₆ + 2 Cl; 4 Cl₂ + S₂O₃ + 5 H₂O → 2 SO₄ + 8 Cl + 10 H',
  source: 'stoichiometry; IUPAC standard atomic weights (abridged)',
  run: (v) => {
    const mol = (v.Cl2 * v.volume) / 1000 / molarMass.Cl2;
    return {
      pentahydrate_tetrathionate: 2 * mol * molarMass.Na2S2O3_5H2O,
      pentahydrate_sulfate: (mol / 4) * molarMass.Na2S2O3_5H2O,
    };
  },
});

export const demandFromTwoTests = formula({
  id: 'demand-from-two-tests',
  inputs: {
    first: num('First test', 'dKH', 0, 30, 8.4),
    second: num('Second test', 'dKH', 0, 30, 7.9),
    days: num('Days between', 'day', 0.1, 400, 3),
    dosed: num('Dosed a day in between', 'dKH/day', 0, 20, 0.5, { usual: 0 }),
    volume,
    error: optional('Error of one test', 'dKH', 0, 5, 0.3),
  },
  outputs: {
    use: out('Used', 'dKH/day', 3),
    NaHCO3: out('Bicarbonate that covers it', 'g/day', 2),
    uncertainty: out('Uncertain by', 'dKH/day', 3),
  },
  formula: 'use = (first − second)/days + dosed; error √2 × one test’s ÷ days',
  source: 'mass balance (arithmetic)',
  run: (v) => {
    const use = (v.first - v.second) / v.days + v.dosed;
    return {
      use,
      NaHCO3: (Math.max(0, use) * MEQ_PER_DKH * v.volume * molarMass.NaHCO3) / 1000,
      ...(v.error === null ? {} : { uncertainty: (Math.SQRT2 * v.error) / v.days }),
    };
  },
});

export const carbonCharge = formula({
  id: 'carbon-charge',
  inputs: { volume, rate: num('Grams for 100 litres', 'g/100 L', 1, 500, 50, { usual: 50 }) },
  outputs: { carbon: out('Carbon', 'g', 0) },
  formula: 'litres × rate',
  source: 'common practice, no published source',
  run: (v) => ({ carbon: (v.volume * v.rate) / 100 }),
});

export const pelletsVolume = formula({
  id: 'pellets-volume',
  inputs: { volume, rate: num('Pellets for a litre', 'mL/L', 0, 10, 1, { usual: 1 }) },
  outputs: {
    pellets: out('Full charge', 'mL', 0),
    start: out('Start with a quarter', 'mL', 0),
    step: out('Add each two weeks', 'mL', 0),
  },
  formula: 'litres × rate; a quarter each fortnight',
  source: 'common practice, no published source',
  run: (v) => ({
    pellets: v.volume * v.rate,
    start: (v.volume * v.rate) / 4,
    step: (v.volume * v.rate) / 4,
  }),
});

export const denseGrade = formula({
  id: 'dense-grade',
  inputs: { volume_standard: num('Of the standard grade', 'mL', 0, 1e6, 250) },
  outputs: { volume_dense_grade: out('Of the dense grade', 'mL', 0) },
  formula: 'half the volume',
  source: 'common practice, no published source',
  run: (v) => ({ volume_dense_grade: v.volume_standard / 2 }),
});
