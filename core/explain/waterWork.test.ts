import { describe, expect, test } from 'vitest';
import { findSource } from '../diagnosis/findSource.ts';
import { simulateNothing } from '../diagnosis/testing/facts.ts';
import { planChange } from '../water/change/planChange.ts';
import {
  changeOrder,
  changeSentences,
  minutesWord,
  refusedWord,
  storeOrders,
  type AmountStyle,
} from './changeWord.ts';
import {
  chanceWord,
  explainsWord,
  findingSentences,
  milligramsWord,
  sourceReasonWord,
} from './sourceWord.ts';

const style: AmountStyle = {
  litres: (value) => `${Math.round(value)} L`,
  length: (cm) => `${cm.toFixed(1)} cm`,
  show: (_, value) => value.toFixed(1),
  difference: (_, value) => `${value.toFixed(1)} K`,
};

describe('a change in words', () => {
  const made = planChange({
    systems: [
      {
        id: 'a',
        name: 'Reef',
        water: 'salt',
        litres: 500,
        wantedL: 250,
        way: 'at-once',
        tests: { salinity: { value: 35 }, temperature: { value: 25 } },
        urgency: 0,
        vessel: { name: 'tank', surfaceCm2: 10_000, freeShare: 1 },
      },
    ],
    stores: [
      {
        id: 'drum',
        name: 'Drum',
        holds: 'salt',
        presentL: 110,
        unusableL: 10,
        values: { salinity: 33, temperature: 20 },
      },
    ],
    ifShort: 'scale',
    matched: true,
    hose: { headM: 0.8, boreMm: 19, lengthM: 4 },
    pump: null,
    heaterW: 200,
    chillerW: null,
  });
  test('order, share, level, what is short, stages and minutes', () => {
    const [change] = made.systems;
    if (!change) return expect.fail('none');
    expect(changeOrder(change, style)).toBe('Change 100 L, stage 1 of 2');
    const said = changeSentences(change, style).join(' ');
    expect(said).toContain('20 % of the true water; the level falls by 10.0 cm.');
    expect(said).toContain('146 L wanted for this stage; the store has no more.');
    expect(said).toContain('250 L in 2 stages, 3 days or more apart');
    expect(said).toMatch(/It drains in \d+ minutes\./);
  });
  test('what the store needs first', () => {
    const [store] = made.stores;
    if (!store) return expect.fail('none');
    const [salt, warmth] = storeOrders(store, style);
    expect(salt).toMatch(/^Dissolve 0\.2\d kg of dry salt: to 35\.0\./);
    expect(warmth).toMatch(/^Warm it by 5\.0 K to 25\.0: 3\.\d h at the rated power, losses left out\.$/);
  });
  test('refusals and minutes', () => {
    expect(refusedWord('no-fresh-store')).toContain('fresh water never comes out of the salt store');
    expect([0.4, 1, 40, 300].map(minutesWord)).toEqual(['under a minute', '1 minute', '40 minutes', '5 h']);
  });
});

describe('a source in words', () => {
  const show = { show: (_: unknown, value: number) => `${value} mg/L` };
  test('chances in words people bet with', () =>
    expect([0.99, 0.9, 0.78, 0.4, 0.12, 0.05, 0.01].map(chanceWord)).toEqual([
      'nearly certainly',
      '9 in 10',
      '4 in 5',
      '2 in 5',
      '1 in 8',
      '1 in 20',
      'hardly',
    ]));
  test('what there is to explain, and never more', () => {
    const facts = simulateNothing('phosphate');
    const [first, basis] = findingSentences(findSource(facts, []), 'phosphate', facts.supply);
    expect(first).toBe('Phosphate comes in faster: 3 mg a day more than before (± 0.7 mg).');
    expect(basis).toBe('By 5 tests in 28 days: 2 mg a day stay in the water, changes carry out 2 mg.');
    const steady = {
      ...facts,
      supply: { ...facts.supply, supply: 1, stays: 0, before: { supply: 1, error: 0.2 } },
    };
    expect(findingSentences(findSource(steady, []), 'phosphate', steady.supply)[0]).toContain(
      'no more than before',
    );
    expect(explainsWord({ least: 1, likely: 2, most: 4 }, 10)).toBe(
      'can explain up to 4 mg of the 10 mg a day',
    );
    expect(explainsWord({ least: 1, likely: 20, most: 40 }, 10)).toBe('can explain all of the 10 mg a day');
    expect(explainsWord({ least: 0, likely: 0, most: 0 }, 10)).toBe('accounts for almost none');
    expect(explainsWord(null, 10)).toContain('not known');
    expect([0.42, 12.4, 1234].map(milligramsWord)).toEqual(['0.4 mg', '12 mg', '1.2 g']);
  });
  test('every reason has a sentence with its figure', () => {
    const said = [
      sourceReasonWord({ kind: 'tested', value: 0.3, below: false, daysAgo: 4, nutrient: 'phosphate' }, show),
      sourceReasonWord({ kind: 'rejection', percent: 94.2 }, show),
      sourceReasonWord({ kind: 'late', job: 'Floor, siphon', chance: 0.8 }, show),
      sourceReasonWord({ kind: 'feed-changed', from: 4, to: 6, daysAgo: 20 }, show),
      sourceReasonWord({ kind: 'outlet', inlet: 0.2, outlet: 0.19, daysAgo: 1, nutrient: 'phosphate' }, show),
      sourceReasonWord({ kind: 'air', share: 0.51 }, show),
      sourceReasonWord({ kind: 'was-high', highest: 0.4, nutrient: 'phosphate' }, show),
    ];
    expect(said).toEqual([
      'Tested 4 days ago: 0.3 mg/L.',
      'The membrane holds back 94.2 %; sound is 96 or more.',
      'Floor, siphon: 4 in 5 due already.',
      '6 g a day instead of 4 g, for 20 days.',
      '0.19 mg/L behind it, 0.2 mg/L in front, 1 day ago.',
      'It draws 51 % of its best air.',
      'The water held up to 0.4 mg/L within the year.',
    ]);
  });
});
