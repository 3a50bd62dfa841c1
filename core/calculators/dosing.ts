import { calculator } from './define.ts';
import { num, out, pick, formula } from '../formulas/define.ts';
import { calciumCompounds, magnesiumCompounds, metalDoseGrams } from '../chemistry/doses.ts';
import {
  raiseAlkalinity,
  alkalinityToTarget,
  magnesiumBlend,
  calciumToTarget,
  stockSolution,
  balancedUse,
  limewater,
  bathDilution,
  dechlorinate,
  demandFromTwoTests,
  carbonCharge,
  pelletsVolume,
  denseGrade,
  PURE,
  volume,
  slow,
  lye,
} from '../formulas/dosing.ts';

const perGram = (
  id: string,
  title: string,
  unit: string,
  compounds: Readonly<Record<string, number>>,
  metal: string,
) => {
  const options = Object.keys(compounds);
  return calculator(
    formula({
      id,
      inputs: {
        volume,
        rise: num('Raise by', unit, 0, 2000, 10),
        compound: pick('With', options, options[0] ?? ''),
      },
      outputs: { mass: out('Dose', 'g', 1), g_per_g: out('Grams for a gram of it', `g per g ${metal}`, 3) },
      formula: 'rise × litres × molar mass of the compound ÷ that of the metal',
      source: PURE,
      run: (v) => {
        const grams = compounds[v.compound] ?? 0;
        return { mass: metalDoseGrams(v.rise, v.volume, grams), g_per_g: grams };
      },
    }),
    {
      subject: 'dosing',
      title,
      topic: 'calcium and magnesium dosing',
      cautions: [slow, 'Calcium chloride heats up as it dissolves.'],
    },
  );
};

export const dosingCalculators = [
  calculator(raiseAlkalinity, {
    subject: 'dosing',
    title: 'Raise alkalinity',
    topic: 'alkalinity dosing',
    cautions: [slow, lye],
    words: ['baking soda', 'buffer', 'KH'],
  }),
  calculator(alkalinityToTarget, {
    subject: 'dosing',
    title: 'Bring alkalinity to a value',
    topic: 'alkalinity dosing',
    cautions: [slow, 'Carbonate raises pH at once, bicarbonate hardly.'],
    words: ['KH', 'baking soda'],
  }),
  perGram('raise-calcium', 'Raise calcium', 'mg/L Ca', calciumCompounds, 'Ca'),
  perGram('raise-magnesium', 'Raise magnesium', 'mg/L Mg', magnesiumCompounds, 'Mg'),
  calculator(magnesiumBlend, {
    subject: 'dosing',
    title: 'Raise magnesium with a blend',
    topic: 'calcium and magnesium dosing',
    cautions: [slow],
  }),
  calculator(calciumToTarget, {
    subject: 'dosing',
    title: 'Bring calcium to a value',
    topic: 'calcium and magnesium dosing',
    cautions: [slow],
  }),
  calculator(stockSolution, {
    main: 'rise',
    subject: 'dosing',
    title: 'Strength of a bicarbonate solution',
    topic: 'stock solution',
    cautions: ['More than about 90 g/L does not dissolve at room temperature (common practice).'],
  }),
  calculator(balancedUse, {
    subject: 'dosing',
    title: 'Calcium that goes with an alkalinity use',
    topic: 'balanced consumption',
  }),
  calculator(limewater, {
    main: 'alk',
    subject: 'dosing',
    title: 'What limewater gives',
    topic: 'limewater',
    cautions: [lye, 'Dose slowly, at night, and never the settled paste: pH jumps.'],
    words: ['kalkwasser'],
  }),
  calculator(bathDilution, {
    subject: 'dosing',
    title: 'Dilute bleach or another stock for a bath',
    topic: 'dilution',
    cautions: [
      'Bleach never meets acid, vinegar or ammonia: the gas kills. Ventilate, gloves, goggles; neutralise and rinse before anything goes back.',
    ],
    words: ['chlorine', 'disinfect', 'dip'],
  }),
  calculator(dechlorinate, {
    subject: 'dosing',
    title: 'Thiosulfate that takes chlorine away',
    topic: 'dechlorination',
    cautions: ['Chloramine leaves ammonia behind. Test for chlorine before animals go in.'],
  }),
  calculator(demandFromTwoTests, {
    subject: 'dosing',
    title: 'Daily use from two tests',
    topic: 'demand from two tests',
    cautions: [
      slow,
      'Two tests a day apart tell little: the error of the kit is divided by the days between.',
    ],
    words: ['consumption', 'KH'],
  }),
  calculator(carbonCharge, {
    subject: 'dosing',
    title: 'Carbon charge by rule',
    topic: 'carbon charge',
    cautions: ['Rinse until clear. Start small after a long time without: the light in the water jumps.'],
  }),
  calculator(pelletsVolume, {
    subject: 'dosing',
    title: 'Polymer pellets for a volume',
    topic: 'common practice',
    cautions: ['Too many at once strip the water and foul it: ramp up over two months.'],
  }),
  calculator(denseGrade, {
    subject: 'dosing',
    title: 'Dense grade of phosphate media',
    topic: 'common practice',
  }),
];
