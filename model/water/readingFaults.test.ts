import { describe, expect, test } from 'vitest';
import { place } from '../testing/place.ts';
import { Snapshot } from '../snapshot.ts';
import { impossibleReading, knownReadings, unlikelyReading } from './readingFaults.ts';

const asked = (
  snapshot: Snapshot,
  channel: Parameters<typeof unlikelyReading>[1],
  value: number,
  besides = {},
) =>
  unlikelyReading(
    snapshot,
    channel,
    value,
    knownReadings(snapshot, channel.componentId ?? '', snapshot.all('reading')),
    besides,
  );

function unitHere() {
  const here = place();
  const systemId = here.system('Reef', 400);
  const figures = { ratedKpa: null, resinL: null, resinEqPerL: null, carbonRatedL: null };
  const prices = { sediment: null, carbon: null, membrane: null, resin: null, mainsPerM3: null };
  const unitId = here.component('make-up-unit', [systemId], {
    makeUp: { ...figures, ratedLph: 8, mainsChlorineMgL: null, litresPerDay: null, prices },
  });
  return { here, systemId, unitId, of: () => Snapshot.of(here.records) };
}

describe('what cannot be is refused', () => {
  test('a store over its full mark, as its equipment or its job says', () => {
    const { here, systemId, of } = unitHere();
    const drum = here.component('mixing-drum', [systemId], {
      holds: { water: 'salt', capacityL: 200, unusableL: 10 },
    });
    const roll = here.component('fleece-roll', [systemId]);
    here.job({ componentId: roll }, 'fleece-roll', 'replace', {
      store: { capacity: 2500, unusable: null, usePerDay: null },
    });
    expect(impossibleReading(of(), { componentId: drum, measure: 'litres-left' }, 207)).toBe(
      'It holds 200 L when full: 207 L cannot be in it.',
    );
    expect(impossibleReading(of(), { componentId: drum, measure: 'litres-left' }, 203)).toBeNull();
    expect(impossibleReading(of(), { componentId: roll, measure: 'metres-left' }, 3000)).toMatch(
      /^A whole roll/,
    );
  });
  test('a share over all of it, a pH of 19, less than nothing', () => {
    const { unitId, of } = unitHere();
    expect(impossibleReading(of(), { componentId: unitId, measure: 'rejection' }, 104)).toMatch(/cannot be/);
    expect(impossibleReading(of(), { componentId: unitId, parameter: 'ph' }, 19)).toMatch(/cannot be/);
    expect(impossibleReading(of(), { componentId: unitId, measure: 'flow' }, -3)).toMatch(/cannot be/);
    // an error may be several times what is tolerated
    expect(impossibleReading(of(), { componentId: unitId, measure: 'reference-error' }, 240)).toBeNull();
  });
});

describe('what can hardly be is asked about', () => {
  test('more behind the membrane than in the feed, typed together or read before', () => {
    const { here, unitId, of } = unitHere();
    const swapped = /Are the two swapped\?$/;
    const behind = { componentId: unitId, measure: 'tds-membrane' } as const;
    expect(asked(of(), behind, 310, { 'tds-in': 9 })).toMatch(swapped);
    expect(asked(of(), behind, 9, { 'tds-in': 310 })).toBeNull();
    here.read({ componentId: unitId }, { measure: 'tds-in' }, 3, 280);
    expect(asked(of(), behind, 290)).toMatch(swapped);
  });
  test('the feed may have been read on another part of the same unit', () => {
    const { here, systemId, unitId, of } = unitHere();
    const membrane = here.component('make-up-membrane', [systemId], { parentId: unitId });
    const other = here.component('make-up-unit', [systemId]);
    here.read({ componentId: unitId }, { measure: 'tds-in' }, 3, 280);
    expect(asked(of(), { componentId: membrane, measure: 'tds-membrane' }, 290)).toMatch(/swapped/);
    expect(asked(of(), { componentId: other, measure: 'tds-membrane' }, 290)).toBeNull();
  });
  test('flow over what the unit is rated at, or far over what a pump ever gave', () => {
    const { here, systemId, unitId, of } = unitHere();
    expect(asked(of(), { componentId: unitId, measure: 'flow' }, 80)).toMatch(/rated at 8 L\/h/);
    expect(asked(of(), { componentId: unitId, measure: 'flow' }, 7)).toBeNull();
    const pump = here.component('return-pump', [systemId]);
    here.read({ componentId: pump }, { measure: 'flow' }, 60, 2800);
    here.read({ componentId: pump }, { measure: 'flow' }, 30, 2700);
    expect(asked(of(), { componentId: pump, measure: 'flow' }, 28_000)).toMatch(/ever gave was 2,800 L\/h/);
    expect(asked(of(), { componentId: pump, measure: 'flow' }, 2900)).toBeNull();
  });
});
