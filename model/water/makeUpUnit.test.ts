import { describe, expect, test } from 'vitest';
import { NOW, place } from '../testing/place.ts';
import { carbonStore, unitFacts } from './makeUpUnit.ts';

const prices = { sediment: null, carbon: null, membrane: null, resin: null, mainsPerM3: null };
function unitHere(mainsChlorineMgL: number | null = null) {
  const here = place();
  const systemId = here.system('Reef', 400);
  const unitId = here.component('make-up-unit', [systemId], {
    makeUp: {
      ...{ ratedLph: 8, ratedKpa: null, resinL: null, resinEqPerL: null, carbonRatedL: 57_000 },
      ...{ mainsChlorineMgL, litresPerDay: 12, prices },
    },
  });
  const membrane = here.component('ro-membrane', [systemId], { parentId: unitId });
  const block = here.component('carbon-block', [systemId], { parentId: unitId });
  const unit = () => {
    const { index, snapshot } = here.evidence();
    const found = snapshot.get('component', unitId);
    if (!found) throw new Error('the unit is not there');
    return { index, found };
  };
  const facts = () => {
    const { index, found } = unit();
    return unitFacts(index, found, 'UTC', NOW);
  };
  return { here, unitId, membrane, block, unit, facts };
}

describe('rejection: as read, or by the TDS before and behind, whichever is younger', () => {
  test('two TDS readings of about the same day', () => {
    const { here, unitId, membrane, facts } = unitHere();
    here.read({ componentId: unitId }, { measure: 'tds-in' }, 2, 300);
    here.read({ componentId: membrane }, { measure: 'tds-membrane' }, 2, 12);
    expect(facts().rejection).toMatchObject({ value: 96, from: 'tds', daysAgo: 2 });
    expect(facts().behindMembrane).toMatchObject({ value: 12, from: 'read' });
    here.read({ componentId: membrane }, { measure: 'rejection' }, 1, 94);
    expect(facts().rejection).toMatchObject({ value: 94, from: 'read', daysAgo: 1 });
    expect(facts().behindMembrane?.value).toBeCloseTo(300 * 0.06, 9);
  });
  test('an older one does not stand against a younger, and none is none', () => {
    const { here, unitId, facts } = unitHere();
    expect(facts().rejection).toBeNull();
    here.read({ componentId: unitId }, { measure: 'rejection' }, 30, 99);
    here.read({ componentId: unitId }, { measure: 'tds-in' }, 2, 300);
    here.read({ componentId: unitId }, { measure: 'tds-membrane' }, 2, 12);
    expect(facts().rejection).toMatchObject({ value: 96, from: 'tds' });
  });
  test('the TDS behind it pairs with a feed of six weeks, not with one of half a year', () => {
    const { here, unitId, facts } = unitHere();
    here.read({ componentId: unitId }, { measure: 'tds-in' }, 180, 300);
    here.read({ componentId: unitId }, { measure: 'tds-membrane' }, 2, 12);
    expect(facts().rejection).toBeNull();
    here.read({ componentId: unitId }, { measure: 'tds-in' }, 40, 240);
    expect(facts().rejection).toMatchObject({ value: 95, from: 'tds' });
  });
});

describe('the carbon block, by its rating', () => {
  const left = (mains: number | null) => {
    const { here, block, unit } = unitHere(mains);
    const job = here.job({ componentId: block }, 'carbon-block', 'replace');
    here.done(job, 100);
    const { index, found } = unit();
    return carbonStore(index, found, block, 'UTC', NOW);
  };
  test('feed at the chlorine of the mains, product and waste counted', () => {
    // 12 L a day and three times as much waste, at 0.3 mg/L: 14.4 L of feed at 1 mg/L a day
    expect(left(0.3).usePerDay).toBeCloseTo(14.4, 9);
    expect(left(0.3).leftNow).toBeCloseTo(57_000 - 1440, 6);
  });
  test('until the mains are tested, at what it is rated', () => {
    expect(left(null).usePerDay).toBeCloseTo(48, 9);
    expect(left(null).leftNow).toBeCloseTo(57_000 - 4800, 6);
  });
});
