import { calculator, num, optional, out, pick } from './define.ts';
import { CACO3_PER_EQ, MEQ_PER_DKH, molarMass } from '../quantity/constants.ts';
import { Refusal } from '../errors.ts';
import {
  alkalinityCompounds,
  alkalinityDoseGrams,
  calciumCompounds,
  magnesiumCompounds,
  metalDoseGrams,
} from '../water/doses.ts';

const PURE = 'stoichiometry; IUPAC standard atomic weights (abridged); pure compound';
const volume = num('True water', 'L', 0.01, 1e9, 500, { quantity: 'volume' });
const slow =
  'Raise alkalinity by no more than about 1 dKH a day and calcium by 20 mg/L (common practice); test before you dose again.';
const lye = 'Hydroxide and lime burn eyes and skin: goggles and gloves, add to water, never water to it.';

const equivalents: Readonly<Record<string, number>> = alkalinityCompounds;
const perGram = (
  id: string,
  title: string,
  unit: string,
  compounds: Readonly<Record<string, number>>,
  metal: string,
) => {
  const options = Object.keys(compounds);
  return calculator({
    id,
    subject: 'dosing',
    title,
    topic: 'calcium and magnesium dosing',
    inputs: {
      volume,
      rise: num('Raise by', unit, 0, 2000, 10),
      compound: pick('With', options, options[0] ?? ''),
    },
    outputs: { mass: out('Dose', 'g', 1), g_per_g: out('Grams for a gram of it', `g per g ${metal}`, 3) },
    formula: 'rise × litres × molar mass of the compound ÷ that of the metal',
    source: PURE,
    cautions: [slow, 'Calcium chloride heats up as it dissolves.'],
    run: (v) => {
      const grams = compounds[v.compound] ?? 0;
      return { mass: metalDoseGrams(v.rise, v.volume, grams), g_per_g: grams };
    },
  });
};
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

export const dosingCalculators = [
  calculator({
    id: 'raise-alkalinity',
    subject: 'dosing',
    title: 'Raise alkalinity',
    topic: 'alkalinity dosing',
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
    cautions: [slow, lye],
    words: ['baking soda', 'buffer', 'KH'],
    run: (v) => {
      const equivalent = equivalents[v.compound] ?? 0;
      const meqPerL = v.rise * MEQ_PER_DKH;
      return {
        mass: alkalinityDoseGrams(v.rise, v.volume, equivalent),
        equivalent_mass: equivalent,
        ...(v.compound === 'calcium hydroxide' ? { Ca: (meqPerL * molarMass.Ca) / 2 } : {}),
      };
    },
  }),
  calculator({
    id: 'alkalinity-to-target',
    subject: 'dosing',
    title: 'Bring alkalinity to a value',
    topic: 'alkalinity dosing',
    inputs: {
      volume,
      now: num('Now', 'dKH', 0, 30, 6.8),
      target: num('Wanted', 'dKH', 0, 30, 8),
      purity: num('Purity', '1', 0.1, 1, 1, { usual: 1 }),
    },
    outputs: { NaHCO3: out('Sodium bicarbonate', 'g', 1), Na2CO3: out('Or sodium carbonate', 'g', 1) },
    formula: 'difference × litres × grams for an equivalent ÷ purity',
    source: PURE,
    cautions: [slow, 'Carbonate raises pH at once, bicarbonate hardly.'],
    words: ['KH', 'baking soda'],
    run: (v) => {
      const eq = (riseOf(v.now, v.target, 'dKH') * MEQ_PER_DKH * v.volume) / 1000 / v.purity;
      return { NaHCO3: eq * molarMass.NaHCO3, Na2CO3: (eq * molarMass.Na2CO3) / 2 };
    },
  }),
  perGram('raise-calcium', 'Raise calcium', 'mg/L Ca', calciumCompounds, 'Ca'),
  perGram('raise-magnesium', 'Raise magnesium', 'mg/L Mg', magnesiumCompounds, 'Mg'),
  calculator({
    id: 'magnesium-blend',
    subject: 'dosing',
    title: 'Raise magnesium with a blend',
    topic: 'calcium and magnesium dosing',
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
    cautions: [slow],
    run: (v) => {
      const grams = (v.volume * v.rise) / 1000;
      const sulfate =
        grams / (v.ratio * (molarMass.Mg / molarMass.MgCl2_6H2O) + molarMass.Mg / molarMass.MgSO4_7H2O);
      return { MgCl2_6H2O: v.ratio * sulfate, MgSO4_7H2O: sulfate };
    },
  }),
  calculator({
    id: 'calcium-to-target',
    subject: 'dosing',
    title: 'Bring calcium to a value',
    topic: 'calcium and magnesium dosing',
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
    cautions: [slow],
    run: (v) => {
      const grams = (riseOf(v.now, v.target, 'mg/L') * v.volume) / 1000 / molarMass.Ca;
      return { CaCl2_2H2O_pure: grams * molarMass.CaCl2_2H2O, flake: (grams * molarMass.CaCl2) / v.purity };
    },
  }),
  calculator({
    id: 'stock-solution',
    main: 'rise',
    subject: 'dosing',
    title: 'Strength of a bicarbonate solution',
    topic: 'stock solution',
    inputs: {
      NaHCO3: num('Bicarbonate', 'g per L of solution', 0, 100, 80),
      dose: num('Dose', 'mL/day', 0, 1e5, 50),
      volume,
    },
    outputs: { strength: out('Strength', 'meq/L', 0), rise: out('Raises by', 'dKH/day', 3) },
    formula: 'grams ÷ 84.006 × 1000; × dose ÷ litres',
    source: PURE,
    cautions: ['More than about 90 g/L does not dissolve at room temperature (common practice).'],
    run: (v) => {
      const strength = (v.NaHCO3 / molarMass.NaHCO3) * 1000;
      return { strength, rise: (strength * v.dose) / 1000 / v.volume / MEQ_PER_DKH };
    },
  }),
  calculator({
    id: 'balanced-use',
    subject: 'dosing',
    title: 'Calcium that goes with an alkalinity use',
    topic: 'balanced consumption',
    inputs: { alk_use: num('Alkalinity used', 'dKH/day', 0, 20, 1.2), volume },
    outputs: { Ca_use: out('Calcium used', 'mg/L per day', 2), CaCO3: out('Skeleton grown', 'g/day', 1) },
    formula: 'CaCO₃: one calcium for two equivalents',
    source: 'CaCO3 stoichiometry',
    run: (v) => ({
      Ca_use: (v.alk_use * MEQ_PER_DKH * molarMass.Ca) / 2,
      CaCO3: (v.alk_use * MEQ_PER_DKH * CACO3_PER_EQ * v.volume) / 1000,
    }),
  }),
  calculator({
    id: 'limewater',
    main: 'alk',
    subject: 'dosing',
    title: 'What limewater gives',
    topic: 'limewater',
    inputs: {
      strength: num('Strength', 'g/L Ca(OH)2', 0, 1.8, 1.5, { usual: 1.5 }),
      topup: num('Top-up', 'L/day', 0, 1e5, 6),
      volume,
    },
    outputs: { alk: out('Alkalinity', 'dKH/day', 2), Ca: out('Calcium', 'mg/L per day', 2) },
    formula: 'grams ÷ 74.092 × 2 equivalents',
    source: 'stoichiometry; saturated limewater taken as 1.50 g Ca(OH)2 per L',
    cautions: [lye, 'Dose slowly, at night, and never the settled paste: pH jumps.'],
    words: ['kalkwasser'],
    run: (v) => {
      const mmol = ((v.strength * v.topup) / molarMass.CaOH2 / v.volume) * 1000;
      return { alk: (2 * mmol) / MEQ_PER_DKH, Ca: mmol * molarMass.Ca };
    },
  }),
  calculator({
    id: 'bath-dilution',
    subject: 'dosing',
    title: 'Dilute bleach or another stock for a bath',
    topic: 'dilution',
    inputs: {
      stock: num('Strength of the stock', '% w/v', 0.01, 100, 8.25),
      wanted: num('Wanted', 'mg/L', 0, 1e5, 500),
      batch: num('Bath', 'L', 0.01, 1e6, 20, { quantity: 'volume' }),
    },
    outputs: { stock_volume: out('Stock', 'mL', 1) },
    formula: 'C₁ V₁ = C₂ V₂',
    source: 'dilution (arithmetic)',
    cautions: [
      'Bleach never meets acid, vinegar or ammonia: the gas kills. Ventilate, gloves, goggles; neutralise and rinse before anything goes back.',
    ],
    words: ['chlorine', 'disinfect', 'dip'],
    run: (v) => ({ stock_volume: (v.wanted * v.batch) / (v.stock * 10) }),
  }),
  calculator({
    id: 'dechlorinate',
    subject: 'dosing',
    title: 'Thiosulfate that takes chlorine away',
    topic: 'dechlorination',
    inputs: { Cl2: num('Chlorine', 'mg/L', 0, 1e4, 2), volume },
    outputs: {
      pentahydrate_tetrathionate: out('Sodium thiosulfate, the safe amount', 'g', 2),
      pentahydrate_sulfate: out('The least that could do', 'g', 2),
    },
    formula: '2 S₂O₃ + Cl₂ → S₄O₆ + 2 Cl; 4 Cl₂ + S₂O₃ + 5 H₂O → 2 SO₄ + 8 Cl + 10 H',
    source: 'stoichiometry; IUPAC standard atomic weights (abridged)',
    cautions: ['Chloramine leaves ammonia behind. Test for chlorine before animals go in.'],
    run: (v) => {
      const mol = (v.Cl2 * v.volume) / 1000 / molarMass.Cl2;
      return {
        pentahydrate_tetrathionate: 2 * mol * molarMass.Na2S2O3_5H2O,
        pentahydrate_sulfate: (mol / 4) * molarMass.Na2S2O3_5H2O,
      };
    },
  }),
  calculator({
    id: 'demand-from-two-tests',
    subject: 'dosing',
    title: 'Daily use from two tests',
    topic: 'demand from two tests',
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
    cautions: [
      slow,
      'Two tests a day apart tell little: the error of the kit is divided by the days between.',
    ],
    words: ['consumption', 'KH'],
    run: (v) => {
      const use = (v.first - v.second) / v.days + v.dosed;
      return {
        use,
        NaHCO3: (Math.max(0, use) * MEQ_PER_DKH * v.volume * molarMass.NaHCO3) / 1000,
        ...(v.error === null ? {} : { uncertainty: (Math.SQRT2 * v.error) / v.days }),
      };
    },
  }),
  calculator({
    id: 'carbon-charge',
    subject: 'dosing',
    title: 'Carbon charge by rule',
    topic: 'carbon charge',
    inputs: { volume, rate: num('Grams for 100 litres', 'g/100 L', 1, 500, 50, { usual: 50 }) },
    outputs: { carbon: out('Carbon', 'g', 0) },
    formula: 'litres × rate',
    source: 'common practice, no published source',
    cautions: ['Rinse until clear. Start small after a long time without: the light in the water jumps.'],
    run: (v) => ({ carbon: (v.volume * v.rate) / 100 }),
  }),
  calculator({
    id: 'pellets-volume',
    subject: 'dosing',
    title: 'Polymer pellets for a volume',
    topic: 'common practice',
    inputs: { volume, rate: num('Pellets for a litre', 'mL/L', 0, 10, 1, { usual: 1 }) },
    outputs: {
      pellets: out('Full charge', 'mL', 0),
      start: out('Start with a quarter', 'mL', 0),
      step: out('Add each two weeks', 'mL', 0),
    },
    formula: 'litres × rate; a quarter each fortnight',
    source: 'common practice, no published source',
    cautions: ['Too many at once strip the water and foul it: ramp up over two months.'],
    run: (v) => ({
      pellets: v.volume * v.rate,
      start: (v.volume * v.rate) / 4,
      step: (v.volume * v.rate) / 4,
    }),
  }),
  calculator({
    id: 'dense-grade',
    subject: 'dosing',
    title: 'Dense grade of phosphate media',
    topic: 'common practice',
    inputs: { volume_standard: num('Of the standard grade', 'mL', 0, 1e6, 250) },
    outputs: { volume_dense_grade: out('Of the dense grade', 'mL', 0) },
    formula: 'half the volume',
    source: 'common practice, no published source',
    run: (v) => ({ volume_dense_grade: v.volume_standard / 2 }),
  }),
];
