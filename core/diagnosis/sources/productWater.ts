import type { NutrientSource, SourceEvidence } from './types.ts';
import { lateness, within } from './weights.ts';

/** What mains water may hold where nobody tested, mg/L. House default. */
const MAINS = { nitrate: 20, phosphate: 2 };
/** A share that passes where the rejection is not read. */
const USUAL_PASSAGE = 0.05;
/** A sound membrane holds back 96 to 99 in 100; below about 95 it lets salts through. */
const rejectionWeight = (percent: number): number =>
  percent >= 97.5 ? 0.25 : percent >= 96 ? 0.7 : percent >= 95 ? 1.5 : 5;
/** A test this old says little of today's water. */
const TEST_HOLDS_DAYS = 60;

export const productWater: NutrientSource = {
  id: 'product-water',
  name: 'Make-up water',
  prior: 0.13,
  present: () => true,
  amount: ({ nutrient, product: { litresPerDay, test, rejectionPercent } }) => {
    if (litresPerDay === null) return null;
    if (test && test.daysAgo <= TEST_HOLDS_DAYS) {
      const value = test.below ? test.value / 2 : test.value;
      return {
        least: (test.below ? 0 : 0.7) * value * litresPerDay,
        likely: value * litresPerDay,
        most: (test.below ? test.value : 1.3 * value) * litresPerDay,
      };
    }
    const passage = rejectionPercent === null ? USUAL_PASSAGE : 1 - rejectionPercent / 100;
    return within(MAINS[nutrient] * passage * litresPerDay, 5);
  },
  evidence: ({
    nutrient,
    product: { litresPerDay, test, rejectionPercent, stages },
    supply,
  }): SourceEvidence[] => {
    const found: SourceEvidence[] = [];
    if (test && test.daysAgo <= TEST_HOLDS_DAYS) {
      const brings = test.below ? 0 : test.value * (litresPerDay ?? 0);
      const asked = Math.max(0.001, supply.supply - (supply.before?.supply ?? 0));
      found.push({
        weight: test.below ? 0.12 : brings > 0.3 * asked ? 6 : 1,
        reason: { kind: 'tested', nutrient, ...test },
      });
      return found;
    }
    found.push({ weight: 1, reason: { kind: 'not-tested' } });
    // a membrane's age and its rejection tell of one thing: the graver of the two counts
    const byAge = lateness(stages)[0];
    const byRejection =
      rejectionPercent === null
        ? null
        : {
            weight: rejectionWeight(rejectionPercent),
            reason: { kind: 'rejection' as const, percent: rejectionPercent },
          };
    const graver = byRejection && byAge && byAge.weight > byRejection.weight ? byAge : (byRejection ?? byAge);
    if (graver) found.push(graver);
    if (graver === byAge && byRejection) found.push({ ...byRejection, weight: 1 });
    return found;
  },
  check: {
    id: 'test-product',
    ask: 'Draw product water after ten minutes of running and test it for the nutrient.',
    minutes: 12,
    answers: [
      { id: 'holds', label: 'It holds some', chance: { 'product-water': 0.95 }, otherwise: 0.08 },
      { id: 'none', label: 'None to be measured', chance: { 'product-water': 0.05 }, otherwise: 0.92 },
    ],
  },
};
