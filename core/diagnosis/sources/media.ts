import type { NutrientSource, SourceEvidence } from './types.ts';
import { latestOf, lateness, grossSupply, within } from './weights.ts';

/** What a working charge takes, as a share of what comes into the water otherwise. House default. */
const TAKES = 0.5;
/** Outlet as a share of the inlet: spent, and working. */
const SPENT = 0.85;
const WORKING = 0.6;
const TEST_HOLDS_DAYS = 21;

export const media: NutrientSource = {
  id: 'media',
  name: 'Spent media',
  prior: 0.14,
  present: ({ media: jobs }) => jobs.length > 0,
  amount: (facts) => {
    const spent = facts.outlet
      ? facts.outlet.outlet / Math.max(1e-6, facts.outlet.inlet)
      : (latestOf(facts.media)?.chanceDue ?? 0.5);
    return within(TAKES * grossSupply(facts) * Math.min(1, Math.max(0.05, spent)), 3);
  },
  evidence: ({ nutrient, media: jobs, outlet }): SourceEvidence[] => {
    if (!outlet || outlet.daysAgo > TEST_HOLDS_DAYS) return lateness(jobs);
    const left = outlet.outlet / Math.max(1e-6, outlet.inlet);
    return [
      {
        weight: left >= SPENT ? 6 : left <= WORKING ? 0.15 : 1.2,
        reason: { kind: 'outlet', nutrient, ...outlet },
      },
    ];
  },
  check: {
    id: 'inlet-outlet',
    ask: 'Test in front of the media and behind it, one after the other.',
    minutes: 15,
    answers: [
      { id: 'equal', label: 'Much the same', chance: { media: 0.92 }, otherwise: 0.15 },
      { id: 'lower', label: 'Plainly lower behind', chance: { media: 0.08 }, otherwise: 0.85 },
    ],
  },
};
