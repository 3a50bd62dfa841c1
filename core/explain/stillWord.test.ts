import { expect, test } from 'vitest';
import { stillWord } from './stillWord.ts';

const still = (minutes: number, limitMin: number | null) => ({
  ...{ systemId: 'a', componentId: null, what: 'flow' as const, fromMin: 10, stepIds: [] },
  ...{ minutes, limitMin },
});
test.each([
  [12, 20, 'Reef: nothing moves its water for 12 minutes; it may be 20 minutes.'],
  [
    25,
    20,
    'Reef: nothing moves its water for 25 minutes; it may be 20 minutes. Hang a battery air pump in first, or leave one of the jobs for another visit.',
  ],
  [12, null, 'Reef: nothing moves its water for 12 minutes; how long it may is not known.'],
])('%d of %s minutes', (minutes, limit, words) =>
  expect(stillWord('Reef', still(minutes, limit))).toBe(words),
);
