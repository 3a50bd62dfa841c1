import { calculator } from './define.ts';
import { num, out, formula } from '../formulas/define.ts';
import { ammoniaPkSea } from '../chemistry/ammonia.ts';
import {
  ammoniaFresh,
  ammoniaFreshMg,
  ammoniaFromFeed,
  nitrification,
  nitrogenBudget,
  nutrientsFromFeed,
  percent,
} from '../formulas/nitrogen.ts';

export const nitrogenCalculators = [
  calculator(ammoniaFresh, {
    main: 'fraction',
    subject: 'nitrogen',
    title: 'Un-ionized ammonia, fresh water: the share',
    topic: 'un-ionized ammonia, fresh water',
    words: ['NH3', 'toxic'],
  }),
  calculator(ammoniaFreshMg, {
    subject: 'nitrogen',
    title: 'Un-ionized ammonia, fresh water: milligrams',
    topic: 'un-ionized ammonia, fresh water',
    cautions: ['A kit may read NH₃, NH₄ or nitrogen: look which.'],
  }),
  ...(
    [
      [
        'total scale',
        'ammonia-sea',
        'Un-ionized ammonia, sea water',
        'Johansson and Wedborg 1980, J. Solution Chem. 9, 37–44 (fit 5 to 25 °C)',
        '−0.467 + 0.00113 S + 2887.9/T',
        ammoniaPkSea,
      ],
      [
        'NBS scale (not confirmed)',
        'ammonia-sea-other',
        'Un-ionized ammonia, sea water, another published form',
        'Bell, Johnson, Jickells and Liss 2007 with the corrigendum of 2008, Environ. Chem. 4, 183–186',
        '10.0423 − 0.0315536 t + 0.003071 S',
        (s: number, c: number) => 10.0423 - 0.0315536 * c + 0.003071 * s,
      ],
    ] as const
  ).map(([scale, id, title, source, how, pK]) =>
    calculator(
      formula({
        id,
        inputs: {
          S: num('Salinity', '1', 0, 42, 35),
          t: num('Water temperature', 'degC', 0, 30, 25),
          pH: num('pH', scale, 6, 10, 8),
        },
        outputs: { pKa: out('pKa', '1', 4), fraction: out('Un-ionized share', '%', 3) },
        formula: `pK = ${how}; share = 1/(1 + 10^(pK − pH))`,
        source,
        run: (v) => ({ pKa: pK(v.S, v.t), fraction: percent(pK(v.S, v.t), v.pH) }),
      }),
      {
        subject: 'nitrogen',
        title,
        topic: 'un-ionized ammonia, seawater',
        main: 'fraction',
        cautions: [
          `pH on the ${scale}. The two published forms differ by 0.1 in pK, about a fifth of the share: take the graver where animals are at stake.`,
        ],
        words: ['NH3', 'toxic'],
      },
    ),
  ),
  calculator(ammoniaFromFeed, {
    subject: 'nitrogen',
    title: 'Ammonia from feed',
    topic: 'ammonia production',
  }),
  calculator(nitrification, {
    subject: 'nitrogen',
    title: 'What nitrification uses',
    topic: 'nitrification',
    cautions: [
      'With growth of the bacteria it is 4.18 g oxygen and 7.05 g alkalinity (Timmons and Ebeling, value from memory).',
    ],
  }),
  calculator(nitrogenBudget, {
    subject: 'nitrogen',
    title: 'Nitrogen budget of a system',
    topic: 'ammonia production and nitrification',
    cautions: ['Plants, algae and denitrification are left out.'],
  }),
  calculator(nutrientsFromFeed, {
    main: 'NO3',
    subject: 'nitrogen',
    title: 'Nitrate and phosphate from feed',
    topic: 'nutrients from feed',
    cautions: ['Frozen food is four fifths water: enter its dry weight.'],
    words: ['food', 'nutrient'],
  }),
];
