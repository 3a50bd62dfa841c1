import type { NutrientSource, SourceEvidence } from './types.ts';
import { within } from './weights.ts';

/** Rock and sand give back for about so long after the water was brought down. House default. */
const GIVES_BACK_DAYS = 45;
/** They hold about as much again as the water lost, times this. House default. */
const HOLDS = 1.5;
const WAS_HIGH = 1.3;

export const rock: NutrientSource = {
  id: 'rock',
  name: 'Rock and sand giving it back',
  prior: 0.08,
  // nitrate does not bind to rock
  present: ({ nutrient, hasRock }) => nutrient === 'phosphate' && hasRock,
  amount: ({ highest, level, litres }) =>
    highest === null
      ? null
      : within((HOLDS * Math.max(0, highest - level) * litres) / GIVES_BACK_DAYS + 0.01, 3),
  evidence: ({ nutrient, mediaChangedDaysAgo, highest, level }): SourceEvidence[] => {
    const found: SourceEvidence[] = [];
    if (mediaChangedDaysAgo !== null)
      found.push({
        weight: mediaChangedDaysAgo <= GIVES_BACK_DAYS ? 1.8 : 0.3,
        reason: { kind: 'fresh-charge', daysAgo: mediaChangedDaysAgo },
      });
    if (highest !== null)
      found.push({
        weight: highest > WAS_HIGH * level ? 4 : 0.4,
        reason: { kind: 'was-high', highest, nutrient },
      });
    return found;
  },
  check: {
    id: 'rebound',
    ask: 'Test a day after a large change or a new charge, and again five days later without feeding more: does it climb fast, then slow down?',
    minutes: 20,
    answers: [
      { id: 'climbs', label: 'Fast, then slower', chance: { rock: 0.85 }, otherwise: 0.15 },
      { id: 'even', label: 'At an even pace', chance: { rock: 0.15 }, otherwise: 0.85 },
    ],
  },
};
