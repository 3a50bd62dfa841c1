import type { Nutrient, NutrientFacts } from '../sources/types.ts';

/** A system of 500 L whose nutrient rises by 3 mg a day over before, and a log that speaks for nothing: all in time. */
export function simulateNothing(nutrient: Nutrient): NutrientFacts {
  const inTime = (name: string) => [{ name, chanceDue: 0.1, daysSince: 5 }];
  return {
    nutrient,
    litres: 500,
    supply: {
      stays: 2,
      byChanges: 2,
      supply: 4,
      error: 0.3,
      before: { supply: 1, error: 0.2 },
      tests: 5,
      days: 28,
    },
    feed: { now: 6, before: 6, changedDaysAgo: null },
    product: { litresPerDay: 8, test: null, rejectionPercent: 98, stages: inTime('RO membrane') },
    deathDaysAgo: null,
    detritus: inTime('Sump floor'),
    media: inTime('Phosphate media'),
    mediaChangedDaysAgo: 60,
    outlet: null,
    skimmer: inTime('Skimmer'),
    airShare: null,
    harvest: inTime('Screen'),
    hasRock: true,
    highest: 0.2,
    level: 0.2,
    bandHi: 0.1,
  };
}
