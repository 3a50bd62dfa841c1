import { describe, expect, test } from 'vitest';
import { unitWords } from '../../explain/makeUpWord.ts';
import { splitDemand } from './demand.ts';
import { MIXING_HOURS, nextBatch } from './nextBatch.ts';
import { unitState } from './unitState.ts';
import type { UnitFacts } from './types.ts';

const unit = (some: Partial<UnitFacts> = {}): UnitFacts => ({
  figures: {
    ratedLph: 8,
    ratedKpa: 400,
    resinL: 1.25,
    resinEqPerL: 0.55,
    carbonRatedL: 57_000,
    mainsChlorineMgL: 0.3,
  },
  read: {},
  rejection: null,
  behindMembrane: null,
  litresPerDay: 12,
  resinPassed: { litres: 1000, meanTds: 10 },
  tests: [],
  ...some,
});
const read = (value: number, daysAgo = 1) => ({ value, daysAgo });
const words = (facts: UnitFacts) =>
  unitWords(
    facts,
    unitState(facts),
    (lph) => `${lph.toFixed(1)} L/h`,
    (_, value) => `${value} mg/L`,
  );

describe('a make-up unit', () => {
  test('output against its rating, temperature and pressure corrected', () => {
    const state = unitState(
      unit({ read: { flow: read(4), 'feed-temperature': read(12), 'feed-pressure': read(400) } }),
    );
    // makers of thin-film membranes: exp(3020 (1/298 − 1/285)) = 0.630 below 25 °C
    expect((state.ofRated ?? expect.fail('none')).outputs.TCF).toBeCloseTo(
      Math.exp(3020 * (1 / 298 - 1 / 285)),
      9,
    );
    expect((state.ofRated ?? expect.fail('none')).outputs.share_of_rated).toBeCloseTo(
      100 * (4 / 0.62986 / 8),
      1,
    );
    expect(state.productLph).toEqual({ value: 4, from: 'read' });
    // not read: as rated, for cold mains
    expect(unitState(unit()).productLph).toMatchObject({ from: 'rated' });
    expect(unitState(unit()).productLph?.value).toBeCloseTo(8 * Math.exp(3020 * (1 / 298 - 1 / 285)), 6);
    expect(unitState(unit({ figures: { ...unit().figures, ratedLph: null } })).productLph).toBeNull();
  });
  test('resin by mass balance; its days fall as the rejection falls', () => {
    const days = (rejection: number) => {
      const behindMembrane = { ...read(300 * (1 - rejection / 100)), from: 'rejection' as const };
      const { resin } = unitState(unit({ behindMembrane }));
      return (resin ?? expect.fail('none')).outputs.days;
    };
    // 34.405 g less 10 g, at 300 × 4 % = 12 mg/L and 12 L a day
    expect(days(96)).toBeCloseTo((34.4048 - 10) / 0.012 / 12, 1);
    expect(days(94)).toBeCloseTo(days(96) * (4 / 6), 6);
    expect(unitState(unit()).resin).toBeNull();
  });
  test('carbon: nothing but chlorine behind it tells; litres through it count the waste', () => {
    expect(unitState(unit()).carbon).toBe('not-tested');
    expect(unitState(unit({ read: { chlorine: read(0) } })).carbon).toBe('holds');
    expect(unitState(unit({ read: { chlorine: read(0.1) } })).carbon).toBe('lets-through');
    // 57,000 L at 1 mg/L are 190,000 at 0.3; 12 L a day and three times as much waste
    expect((unitState(unit()).carbonLife ?? expect.fail('none')).outputs.days).toBeCloseTo(190_000 / 48, 6);
    // until the mains are tested, at what makers rate it
    const untested = unitState(unit({ figures: { ...unit().figures, mainsChlorineMgL: null } }));
    expect((untested.carbonLife ?? expect.fail('none')).outputs.days).toBeCloseTo(57_000 / 48, 6);
  });
});

describe('in words', () => {
  test('what is not known is said, and a zero proves nothing', () => {
    const said = words(unit({ read: { 'product-tds': read(0) }, resinPassed: null, litresPerDay: null }));
    expect(said.rejection).toContain('not known');
    expect(said.resin).toBe(
      'How much is left is not known: the litres made a day and the TDS behind the membrane are missing.',
    );
    expect(said.product).toContain('Not tested: phosphate, nitrate and silicate.');
    expect(said.product).toContain('does not prove it free');
    expect(said.carbon).toContain('Not tested');
  });
  test('the product’s own tests, with how old they are; an old one counts as none', () => {
    const said = words(
      unit({
        tests: [
          { parameter: 'phosphate', value: 0.02, below: true, daysAgo: 10 },
          { parameter: 'silicate', value: 0.3, below: false, daysAgo: 400 },
        ],
      }),
    );
    expect(said.product).toContain(
      'Phosphate below 0.02 mg/L, 10 days ago. Not tested: nitrate and silicate.',
    );
  });
  test.each([
    [97.5, 'sound'],
    [95.5, 'getting tired'],
    [93, 'at its limit'],
  ])('%d %%: %s', (value, word) =>
    expect(words(unit({ rejection: { ...read(value), from: 'read' } })).rejection).toContain(word),
  );
});

test('a shared unit: litres split by those it serves, what is not known counts as nothing and is said', () => {
  const split = splitDemand([
    { systemId: 'a', name: 'A', changesPerDay: 6, evaporationPerDay: 3 },
    { systemId: 'b', name: 'B', changesPerDay: null, evaporationPerDay: 3 },
  ]);
  expect(split).toMatchObject({ perDay: 12, complete: false });
  expect(split.systems.map((one) => one.share)).toEqual([0.75, 0.25]);
  expect(splitDemand([]).perDay).toBe(0);
});

describe('the next batch', () => {
  const at = Date.parse('2026-11-28T08:00:00Z');
  test('product in hand is mixed before more is made; begin in time for making and mixing', () => {
    const batch = nextBatch({ salt: 150, fresh: 20 }, { salt: 60, fresh: 40 }, 5, 3, at, 35);
    // 90 L to mix; with the 20 L fresh 110 L of product, 40 of it there
    expect(batch).toMatchObject({ mixL: 90, litres: 70, hours: 14, mixingHours: MIXING_HOURS });
    expect(batch.wasteL).toBeCloseTo(210, 6);
    // 35 ppt: 35 g in each kilogram, 1.0233 kg a litre at 25 °C (EOS-80)
    expect(batch.saltKg).toBeCloseTo(90 * 1.023343 * 0.035, 3);
    expect(batch.startBy).toBe(at - (14 + MIXING_HOURS) * 3_600_000);
  });
  test('only fresh water needs no mixing; enough needs nothing', () => {
    expect(nextBatch({ salt: 0, fresh: 30 }, { salt: 0, fresh: 0 }, 5, null, at, 35)).toMatchObject({
      litres: 30,
      mixL: 0,
      mixingHours: 0,
      wasteL: null,
      saltKg: 0,
    });
    expect(nextBatch({ salt: 50, fresh: 0 }, { salt: 80, fresh: 0 }, 5, 3, at, 35)).toMatchObject({
      litres: 0,
      mixL: 0,
      startBy: at,
      worked: [],
    });
  });
});
