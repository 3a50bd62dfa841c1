import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { keptWithin } from './keptWithin.ts';

const within =
  (minutes: ReadonlyMap<string, number>, most: number) =>
  (some: readonly string[]): boolean =>
    some.reduce((sum, id) => sum + (minutes.get(id) ?? 0), 0) <= most;

describe('what is kept within the minutes there are', () => {
  test('one that is too long leaves room for shorter ones behind it', () => {
    const minutes = new Map([
      ['membrane', 40],
      ['probe', 20],
      ['test', 4],
      ['strainer', 8],
    ]);
    const ids = [...minutes.keys()];
    expect(keptWithin(ids, within(minutes, 52))).toEqual(['membrane', 'test', 'strainer']);
    expect(keptWithin(ids, within(minutes, 72))).toEqual(ids);
    expect(keptWithin(ids, within(minutes, 3))).toEqual([]);
    expect(keptWithin([], within(minutes, 60))).toEqual([]);
  });
  test('it is what one gets by taking one after another, in order, and leaves nothing out that would still go in', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 60 }), { maxLength: 40 }), fc.nat(600), (all, most) => {
        const minutes = new Map(all.map((one, i) => [`${i}`, one]));
        const ids = [...minutes.keys()];
        const fits = within(minutes, most);
        const kept = keptWithin(ids, fits);
        let plain: string[] = [];
        for (const id of ids) if (fits([...plain, id])) plain = [...plain, id];
        expect(kept).toEqual(plain);
        expect(fits(kept)).toBe(true);
        for (const id of ids.filter((one) => !kept.includes(one))) expect(fits([...kept, id])).toBe(false);
      }),
    );
  });
});
