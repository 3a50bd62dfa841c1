import { describe, expect, test } from 'vitest';
import { restingLevel, riseBetween } from '../water/restingLevel.ts';
import { oxygenSaturationMgL } from '../chemistry/oxygen.ts';
import { normalCdf, Z_90 } from '../statistics/normal.ts';
import { chanceOfLife } from './dueCurve.ts';
import { awayAnswer, outlasts } from './away.ts';
import { arrives, batteryHours, onBatteries, oxygenAfter, temperatureAfter, type Battery } from './outage.ts';
import { hoursWithoutFlow, hoursWithoutHeat, LEAST_OXYGEN_MG_L } from './round/matters.ts';

describe('away', () => {
  const facts = { atReturn: 0.8, ifDoneBefore: 0.1, accepted: 0.2, helperMay: false };
  test.each([
    ['within what is accepted it waits', { atReturn: 0.15 }, 'wait'],
    ['done on the last day it lasts', {}, 'before'],
    ['it would not last, a helper may', { ifDoneBefore: 0.6, helperMay: true }, 'helper'],
    ['it would not last, nobody may', { ifDoneBefore: 0.6 }, 'person'],
    ['half of the chance gained is worth it', { ifDoneBefore: 0.38 }, 'before'],
    ['what does not come again is done before', { ifDoneBefore: null }, 'before'],
    ['or by the helper', { ifDoneBefore: null, helperMay: true }, 'helper'],
  ] as const)('%s', (_, some, answer) => expect(awayAnswer({ ...facts, ...some })).toBe(answer));
  // common practice, no published source (handbook, absence): a quarter more than the gap
  test.each([
    [20, 16, true],
    [19.9, 16, false],
    [2.5, 2, true],
  ])('filled it lasts %d days, away %d: %s', (lasts, away, enough) =>
    expect(outlasts(lasts, away)).toBe(enough),
  );
});

test('the chance of coming due within an absence is the lognormal’s, in closed form', () => {
  // σ of a life whose 10th and 90th percentiles lie 1.5 times to each side of the middle
  const sigma = Math.log(1.5) / Z_90;
  const due = chanceOfLife({ earliest: 20 / 1.5, likely: 20, latest: 20 * 1.5 });
  for (const days of [3, 10, 16, 20, 33, 60])
    expect(due(days)).toBeCloseTo(normalCdf(Math.log(days / 20) / sigma), 6);
});

describe('a power cut', () => {
  const water = { litres: 400, feedGPerDay: 12, temperatureC: 25, salinity: 35 };
  test('oxygen begins at saturation, falls straight, and is at its least when the guard says it matters', () => {
    expect(oxygenAfter(0, water)).toBeCloseTo(oxygenSaturationMgL(35, 25), 9);
    const matters = hoursWithoutFlow(water);
    if (matters.kind !== 'hours') expect.fail(matters.kind);
    expect(oxygenAfter(matters.hours, water)).toBeCloseTo(LEAST_OXYGEN_MG_L, 9);
    const [a, b, c] = [1, 2, 3].map((hour) => oxygenAfter(hour, water));
    expect((a ?? 0) - (b ?? 0)).toBeCloseTo((b ?? 0) - (c ?? 0), 9);
    expect(oxygenAfter(1000, water)).toBe(0);
  });
  test('temperature: Newton’s law of cooling in closed form, and the inverse of the guard’s hours', () => {
    const tank = { ...water, roomC: 19, watts: 300, hoursPerDay: 12 };
    const matters = hoursWithoutHeat({ ...tank, coldestC: 22 });
    if (matters.kind !== 'hours') expect.fail(matters.kind);
    expect(temperatureAfter(matters.hours, tank)).toBeCloseTo(22, 9);
    // equal times take equal shares of what is left
    const left = [0, 5, 10].map((hour) => temperatureAfter(hour, tank) - 19);
    expect((left[1] ?? 0) / (left[0] ?? 1)).toBeCloseTo((left[2] ?? 0) / (left[1] ?? 1), 12);
    expect(temperatureAfter(3, { ...tank, roomC: 25 })).toBe(25);
  });
  // handbook: hours = Wh × 0.85 ÷ W
  const battery = (wattHours: number, some: Partial<Battery> = {}): Battery => ({
    ...{ wattHours, declaredShare: null, ran: null },
    ...some,
  });
  test('a battery of 1,000 Wh runs 50 W for 17 h', () =>
    expect(batteryHours(battery(1000), 50)).toBeCloseTo(17, 12));
  test('what arrives: measured before declared, declared before usual', () => {
    // half of a lead battery: common practice, no published source
    const lead = battery(1000, { declaredShare: 0.5 });
    expect([arrives(battery(1000)).from, arrives(lead).from]).toEqual(['usual', 'declared']);
    expect(batteryHours(lead, 50)).toBeCloseTo(10, 12);
    const tried = { ...lead, ran: { hours: 8.4, watts: 50 } };
    expect(arrives(tried)).toEqual({ share: 0.42, from: 'measured' });
    expect(batteryHours(tried, 50)).toBeCloseTo(8.4, 12);
  });
  test('which pump on which battery: the most pressing first, each carried to the end or not at all', () => {
    const loads = [
      { id: 'tower', watts: 40 },
      { id: 'air', watts: 5 },
      { id: 'return', watts: 90 },
      { id: 'stream', watts: 20 },
    ];
    // 6 h: 240, 30, 540, 120 Wh asked of 510 and 255 Wh that arrive
    expect([...onBatteries([battery(300), battery(600)], loads, 6)]).toEqual([
      ['tower', 1],
      ['air', 1],
      ['stream', 0],
    ]);
    expect(onBatteries([], loads, 6).size).toBe(0);
    // nothing is promised that does not last: what each battery gives is at most what arrives of it
    expect(onBatteries([battery(600)], [{ id: 'a', watts: 85 }], 6).get('a')).toBe(0);
    expect(onBatteries([battery(600)], [{ id: 'a', watts: 86 }], 6).size).toBe(0);
  });
});

describe('where a nutrient comes to rest', () => {
  test.each([
    [0.4, 0.2, 7],
    [1.1, 0.35, 14],
    [0.02, 0.1, 7],
  ])('rise %d a day, share %d, every %i days: the recurrence goes there', (rise, share, days) => {
    let before = 0;
    for (let change = 0; change < 400; change++) before = before * (1 - share) + rise * days;
    expect(restingLevel(rise, share, days)).toBeCloseTo(before, 9);
  });
  test('fortnightly instead of weekly doubles it; twice the feed too', () => {
    expect(restingLevel(0.5, 0.25, 14)).toBe(2 * restingLevel(0.5, 0.25, 7));
    expect(restingLevel(1, 0.25, 7)).toBe(2 * restingLevel(0.5, 0.25, 7));
  });
  test('the rise between two tests takes the changes between them into account', () => {
    // 20 mg/L, a quarter changed, 18 after ten days: 15 were left, so 3 in ten days
    expect(riseBetween(20, 18, 10, [0.25])).toBeCloseTo(0.3, 12);
    expect(riseBetween(20, 25, 10, [])).toBeCloseTo(0.5, 12);
  });
});
