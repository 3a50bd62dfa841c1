import { calculator } from './define.ts';
import { num, out, formula } from '../formulas/define.ts';
import { seawaterDensityKgM3 } from '../chemistry/seawaterDensity.ts';
import {
  salinityFromRatioFormula,
  salinityFromConductivityLow,
  conductivityFromSalinity,
  salinityFromConductivity,
  density,
  pureWater,
  gravityFromSalinityFormula,
  salinityFromGravity,
  refractiveIndex,
  absoluteSalinity,
  saltForABatch,
  EOS,
  salinityOfDensity,
} from '../formulas/salinity.ts';

export const salinityCalculators = [
  calculator(salinityFromRatioFormula, {
    subject: 'salinity',
    title: 'Practical salinity from a conductivity ratio',
    topic: 'practical salinity',
  }),
  calculator(salinityFromConductivityLow, {
    subject: 'salinity',
    title: 'Practical salinity below 2, from conductivity',
    topic: 'practical salinity',
    cautions: ['Actual conductivity, not compensated to 25 °C.'],
  }),
  calculator(conductivityFromSalinity, {
    subject: 'salinity',
    title: 'Conductivity of a salinity',
    topic: 'conductivity from practical salinity',
    words: ['probe', 'standard', 'mS'],
  }),
  calculator(salinityFromConductivity, {
    subject: 'salinity',
    title: 'Salinity from conductivity',
    topic: 'practical salinity from conductivity',
    cautions: ['Actual conductivity, not compensated to 25 °C. The scale holds from 2 to 42.'],
  }),
  calculator(density, {
    subject: 'salinity',
    title: 'Density of sea water',
    topic: 'density, one atmosphere',
  }),
  calculator(pureWater, {
    subject: 'salinity',
    title: 'Density, viscosity and heat capacity of fresh water',
    topic: 'pure water properties at 101.325 kPa',
  }),
  calculator(gravityFromSalinityFormula, {
    subject: 'salinity',
    title: 'Specific gravity of a salinity, by convention',
    topic: 'specific gravity from salinity',
    cautions: [
      'The same number differs by up to 4 ppt between conventions: look at the instrument for its own.',
    ],
    words: ['SG', 'hydrometer', 'refractometer'],
  }),
  calculator(salinityFromGravity, {
    subject: 'salinity',
    title: 'Salinity from specific gravity, by convention',
    topic: 'salinity from specific gravity',
    cautions: ['1.026 is 34.5 ppt at 25/25 °C but 38.5 at 25/4 °C: the convention decides.'],
    words: ['SG', 'hydrometer', 'ppt'],
  }),
  ...(
    [
      [
        'sg 60F/60F scale',
        'hydrometer-60f',
        'Hydrometer of the 60/60 °F scale at another temperature',
        (60 - 32) / 1.8,
      ],
      ['sg 25/25 scale', 'hydrometer-25', 'Hydrometer of the 25/25 °C scale at another temperature', 25],
    ] as const
  ).map(([unit, id, title, scaleC]) =>
    calculator(
      formula({
        id,
        inputs: {
          indicated: num('What it shows', unit, 0.99, 1.035, 1.026),
          t: num('Water temperature', 'degC', 0, 40, 25),
          glass_expansion: num('Expansion of its glass', '1/K', 0, 1e-4, 2.5e-5, { usual: 2.5e-5 }),
        },
        outputs: { rho: out('Density', 'kg/m3', 2), S: out('Salinity', '1', 2) },
        formula:
          'ρ = indicated × ρw(scale temperature)/(1 + β (t − scale temperature)); EOS-80 inverted at t',
        source: `buoyancy of a glass body; ${EOS}`,
        run: ({ indicated, t, glass_expansion }) => {
          const rho = (indicated * seawaterDensityKgM3(0, scaleC)) / (1 + glass_expansion * (t - scaleC));
          return { rho, S: salinityOfDensity(rho, t) };
        },
      }),
      {
        subject: 'salinity',
        title,
        topic: 'hydrometer correction',
        main: 'S',
        cautions: ['The meniscus is left out.'],
      },
    ),
  ),
  calculator(refractiveIndex, {
    subject: 'salinity',
    title: 'Refractive index of sea water',
    topic: 'refractive index',
    cautions: [
      'A refractometer scaled for brine reads sea water wrong by about 1.5 ppt (common practice): set it with a 35 ppt sea water standard.',
    ],
    words: ['refractometer'],
  }),
  calculator(absoluteSalinity, {
    subject: 'salinity',
    title: 'Grams of salt in a kilogram',
    topic: 'absolute salinity',
  }),
  calculator(saltForABatch, {
    subject: 'salinity',
    title: 'Salt for a batch of new sea water',
    topic: 'sea salt for a batch',
    cautions: ['A retail mix holds water: its label dose is higher, and the instrument decides.'],
    words: ['mix', 'drum'],
  }),
];
