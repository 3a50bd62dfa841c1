import { molarMass } from '../../chemistry/constants.ts';
import type { NutrientSource } from './types.ts';
import { within } from './weights.ts';

/** An animal that goes unseen, g wet, and the days it lasts. House default. */
const UNSEEN_G = 15;
const IN_LITRES = 500;
const DAYS = 14;
/** Of the wet body. Value from memory. */
const SHARE = { nitrogen: 0.026, phosphorus: 0.0045 };
const STILL_FELT_DAYS = 35;

export const deadAnimal: NutrientSource = {
  id: 'dead-animal',
  name: 'A dead animal',
  prior: 0.09,
  present: () => true,
  // the larger the system, the larger an animal that nobody misses
  amount: ({ nutrient, litres }) =>
    within(
      ((nutrient === 'nitrate'
        ? (SHARE.nitrogen * molarMass.NO3) / molarMass.N
        : (SHARE.phosphorus * molarMass.PO4) / molarMass.P) *
        UNSEEN_G *
        Math.sqrt(litres / IN_LITRES) *
        1000) /
        DAYS,
      4,
    ),
  evidence: ({ deathDaysAgo }) =>
    deathDaysAgo !== null && deathDaysAgo <= STILL_FELT_DAYS
      ? [{ weight: 10, reason: { kind: 'death', daysAgo: deathDaysAgo } }]
      : [{ weight: 0.65, reason: { kind: 'no-death' } }],
  check: {
    id: 'count-animals',
    ask: 'Count the animals, and test ammonia.',
    minutes: 8,
    answers: [
      {
        id: 'missing',
        label: 'One is missing, or ammonia shows',
        chance: { 'dead-animal': 0.85 },
        otherwise: 0.06,
      },
      { id: 'all', label: 'All there, no ammonia', chance: { 'dead-animal': 0.15 }, otherwise: 0.94 },
    ],
  },
};
