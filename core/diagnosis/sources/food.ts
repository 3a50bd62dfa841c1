import { fromFeed } from './feed.ts';
import type { Amount, NutrientSource } from './types.ts';
import { usualSupply, within } from './weights.ts';

/** Feeds and what reaches the water differ this much. House default. */
const FEED_FACTOR = 1.6;
const UNKNOWN_FACTOR = 4;
/** A change of feed that is a change. */
const CHANGED = 0.15;

export const food: NutrientSource = {
  id: 'food',
  name: 'Food',
  prior: 0.24,
  present: () => true,
  amount: (facts): Amount => {
    const { now, before } = facts.feed;
    if (!facts.supply.before)
      return now === null
        ? within(usualSupply(facts), UNKNOWN_FACTOR)
        : within(fromFeed(now, facts.nutrient), FEED_FACTOR);
    if (now !== null && before !== null)
      return within(fromFeed(Math.max(0, now - before), facts.nutrient), FEED_FACTOR);
    return within(usualSupply(facts) / 2, UNKNOWN_FACTOR);
  },
  evidence: ({ feed: { now, before, changedDaysAgo }, supply }) => {
    if (now === null) return [{ weight: 1, reason: { kind: 'feed-unknown' } }];
    if (before === null || !supply.before) return [{ weight: 1, reason: { kind: 'feed-same', grams: now } }];
    const changed = now / Math.max(0.01, before) - 1;
    if (Math.abs(changed) < CHANGED) return [{ weight: 0.25, reason: { kind: 'feed-same', grams: now } }];
    return [
      {
        weight: changed > 0 ? 5 : 0.1,
        reason: { kind: 'feed-changed', from: before, to: now, daysAgo: changedDaysAgo },
      },
    ];
  },
  check: {
    id: 'weigh-feed',
    ask: 'Weigh what goes in for three days. Is it more than some weeks ago, or is food left lying?',
    minutes: 10,
    answers: [
      { id: 'more', label: 'More than before', chance: { food: 0.75 }, otherwise: 0.12 },
      { id: 'same', label: 'As before, all eaten', chance: { food: 0.25 }, otherwise: 0.88 },
    ],
  },
};
