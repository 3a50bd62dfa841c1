import type { NutrientSource, SourceEvidence } from './types.ts';
import { latestOf, lateness, grossSupply, within } from './weights.ts';

/** What a skimmer in order takes of what the food brings. House default: a tenth to a third. */
const TAKES = { nitrate: 0.25, phosphate: 0.2 };
const WEAK_AIR = 0.75;
const SOUND_AIR = 0.9;

export const skimmer: NutrientSource = {
  id: 'skimmer',
  name: 'Weak skimmer',
  prior: 0.11,
  present: ({ skimmer: jobs }) => jobs.length > 0,
  amount: (facts) => {
    const lost =
      facts.airShare === null ? 0.6 * (latestOf(facts.skimmer)?.chanceDue ?? 0.5) : 1 - facts.airShare;
    return within(TAKES[facts.nutrient] * grossSupply(facts) * Math.min(1, Math.max(0.03, lost)), 2.5);
  },
  evidence: ({ airShare, skimmer: jobs }): SourceEvidence[] =>
    airShare === null
      ? lateness(jobs)
      : [
          {
            weight: airShare < WEAK_AIR ? 6 : airShare > SOUND_AIR ? 0.15 : 1,
            reason: { kind: 'air', share: airShare },
          },
        ],
  check: {
    id: 'air-intake',
    ask: 'Read the skimmer’s air, or pull the hose and look into the intake.',
    minutes: 4,
    answers: [
      { id: 'blocked', label: 'Blocked or weak', chance: { skimmer: 0.92 }, otherwise: 0.15 },
      { id: 'clear', label: 'Clear, foam as ever', chance: { skimmer: 0.08 }, otherwise: 0.85 },
    ],
  },
};
