import type { NutrientSource } from './types.ts';
import { latestOf, lateness, grossSupply, within } from './weights.ts';

/** What a growing screen or refugium takes, as a share of what comes in otherwise. House default. */
const TAKES = 0.45;

export const harvest: NutrientSource = {
  id: 'harvest',
  name: 'Overdue harvest',
  prior: 0.11,
  present: ({ harvest: jobs }) => jobs.length > 0,
  amount: (facts) =>
    within(TAKES * grossSupply(facts) * Math.max(0.05, latestOf(facts.harvest)?.chanceDue ?? 0.5), 3),
  evidence: ({ harvest: jobs }) => lateness(jobs),
  check: {
    id: 'look-at-screen',
    ask: 'Look at the screen or refugium: grown shut, pale, or its light off?',
    minutes: 3,
    answers: [
      { id: 'shut', label: 'Grown shut, pale or dark', chance: { harvest: 0.9 }, otherwise: 0.15 },
      { id: 'growing', label: 'Growing, room left', chance: { harvest: 0.1 }, otherwise: 0.85 },
    ],
  },
};
