import type { NutrientSource } from './types.ts';
import { grossSupply, lateness, within } from './weights.ts';

/** What of the feed settles, as a share of what dissolves at once. House default. */
const SETTLES = { nitrate: 0.35, phosphate: 0.6 };

export const detritus: NutrientSource = {
  id: 'detritus',
  name: 'Settled dirt',
  prior: 0.14,
  present: () => true,
  amount: (facts) => within(SETTLES[facts.nutrient] * grossSupply(facts), facts.feed.now === null ? 4 : 2.5),
  evidence: ({ detritus: jobs }) => lateness(jobs),
  check: {
    id: 'look-for-piles',
    ask: 'Look in the corners of the sump, behind rock and under the substrate’s top: how deep are the piles?',
    minutes: 5,
    answers: [
      { id: 'deep', label: 'Piles to be seen', chance: { detritus: 0.9 }, otherwise: 0.2 },
      { id: 'none', label: 'Nearly bare', chance: { detritus: 0.1 }, otherwise: 0.8 },
    ],
  },
};
