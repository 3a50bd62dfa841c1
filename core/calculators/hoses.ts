import { calculator } from './define.ts';
import { hoseDrain, hosePump } from '../formulas/hoses.ts';

export const hoseCalculators = [
  calculator(hoseDrain, {
    main: 'minutes',
    subject: 'hydraulics',
    title: 'Time to drain by a hose',
    topic: 'drain by hose',
    cautions: [
      'Fill the hose with a pump or under water, never by mouth. A strainer spares animals.',
      'A kink, a strainer full of dirt or air in the hose make it slower.',
    ],
    words: ['siphon', 'water change', 'bucket'],
  }),
  calculator(hosePump, {
    main: 'minutes',
    subject: 'hydraulics',
    title: 'Time to pump back through a hose',
    topic: 'pump through a hose',
    cautions: ['Bubbles in the hose: the store is nearly dry, stop the pump.'],
    words: ['refill', 'water change', 'transfer pump'],
  }),
];
