import { expect, test } from 'vitest';
import { whenWord, type WhenAsked } from './whenWord.ts';

const asked = (some: Partial<WhenAsked>): WhenAsked => ({
  state: 'in-window',
  recommended: '2026-12-08',
  latest: '2026-12-22',
  today: '2026-11-27',
  ...some,
});
const said = (some: Partial<WhenAsked>) => whenWord(asked(some), 'day-month');

test('ahead of it, the recommended day and how far it is', () =>
  expect(said({ state: 'coming-up' })).toEqual({ day: 'Tue 8 Dec', far: 'in 11 days' }));
test('in its window since long ago: for now, until the window ends', () =>
  expect(said({ recommended: '2026-03-20' })).toEqual({ day: 'now', far: 'until Tue 22 Dec' }));
test('past its window: the day on which that ended, not the one that was once advised', () =>
  expect(said({ state: 'past-window', recommended: '2026-03-20', latest: '2026-11-15' })).toEqual({
    day: 'Sun 15 Nov',
    far: '12 days ago',
  }));
test('today is today; without a date there is none', () => {
  expect(said({ recommended: '2026-11-27' })?.far).toBe('today');
  expect(said({ recommended: null })).toBeNull();
});
test('a recommended day that went by, and no end of the window known', () =>
  expect(said({ recommended: '2026-11-20', latest: null })).toEqual({ day: 'now', far: 'it is due' }));
