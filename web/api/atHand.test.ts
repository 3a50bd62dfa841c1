import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';

const shelf = new Map<string, string>();
beforeEach(() => {
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => shelf.get(key) ?? null,
    setItem: (key: string, value: string) => void shelf.set(key, value),
  });
});
afterEach(() => {
  shelf.clear();
  vi.unstubAllGlobals();
});
/** As another window of the device finds it. */
const opened = async () => {
  vi.resetModules();
  return import('./atHand.ts');
};

describe('the places that a device holds', () => {
  test('nobody has chosen: all, and it is known that nobody has', async () => {
    const { arePlacesChosen, placesHeld, ofPlacesHeld } = await opened();
    expect([placesHeld(), arePlacesChosen(), ofPlacesHeld('/plan')]).toEqual([null, false, '/plan']);
  });
  test('what was chosen is there in the next window, in one order, whoever named it how', async () => {
    (await opened()).holdPlaces(['b', 'a']);
    const next = await opened();
    expect([next.placesHeld(), next.arePlacesChosen(), next.ofPlacesHeld('/plan')]).toEqual([
      ...[['a', 'b'], true, '/plan?sites=a,b'],
    ]);
  });
  test('all places can be chosen too', async () => {
    (await opened()).holdPlaces(null);
    const { arePlacesChosen, placesHeld } = await opened();
    expect([placesHeld(), arePlacesChosen()]).toEqual([null, true]);
  });
  test('a place that is made on the device is held with the others; where all are held nothing is to be added', async () => {
    const { holdPlaces, holdToo, placesHeld } = await opened();
    holdToo(['new']);
    expect(placesHeld()).toBeNull();
    holdPlaces(['a']);
    holdToo(['new']);
    holdToo([]);
    expect(placesHeld()).toEqual(['a', 'new']);
    expect((await opened()).placesHeld()).toEqual(['a', 'new']);
  });
});
