import { expect, test } from 'vitest';
import { mattersWord } from '../../explain/mattersWord.ts';
import { hoursWithoutFlow, hoursWithoutHeat, hoursWithoutTopOff } from './matters.ts';

test('no flow: the oxygen in the water over what feed uses up, by hand', () => {
  // fresh water at 20 °C holds 9.09 mg/L (Benson and Krause 1984, table of the USGS): 5.09 mg/L to use in 100 L,
  // 10 g of feed a day × 0.25 × 1.4 ÷ 24 = 145.8 mg an hour
  const known = { litres: 100, feedGPerDay: 10, temperatureC: 20, salinity: 0 };
  const found = hoursWithoutFlow(known);
  expect(found).toMatchObject({ kind: 'hours' });
  if (found.kind === 'hours') expect(found.hours).toBeCloseTo(509.2 / 145.83, 1);
  // twice the feed, half the time; warmer water holds less
  const hours = (some: Partial<typeof known>) => {
    const one = hoursWithoutFlow({ ...known, ...some });
    return one.kind === 'hours' ? one.hours : Number.NaN;
  };
  expect(hours({ feedGPerDay: 20 })).toBeCloseTo(hours({}) / 2, 6);
  expect(hours({ temperatureC: 28 })).toBeLessThan(hours({}));
  expect(hours({ salinity: 35 })).toBeLessThan(hours({}));
});

test('no top-off: salt stays while water goes', () => {
  // 300 L at 35 ppt to 36 ppt: 300 × (1 − 35/36) = 8.33 L at 4 L a day
  const known = { litres: 300, evaporationLPerDay: 4, salinity: 35, highest: 36 };
  const found = hoursWithoutTopOff(known);
  if (found.kind !== 'hours') throw new Error('known');
  expect(found.hours).toBeCloseTo((8.3333 / 4) * 24, 2);
  expect(mattersWord(found)).toBe('It starts to matter within 2 days.');
  expect(mattersWord(hoursWithoutTopOff({ ...known, salinity: 37 }))).toBe('It matters now.');
});

test('what is missing is named, never guessed', () => {
  const nothing = { litres: null, feedGPerDay: null, temperatureC: null, salinity: 0 };
  expect(mattersWord(hoursWithoutFlow(nothing))).toBe(
    'Not known when it starts to matter: enter the true litres, what is fed a day, a test of the temperature.',
  );
  expect(hoursWithoutFlow({ ...nothing, litres: 1, temperatureC: 20, feedGPerDay: 0 })).toMatchObject({
    missing: ['feed'],
  });
});

test('no heat: what the heater gave says how fast the water cools, by hand', () => {
  // 100 W half of the day hold 200 L of fresh water at 25 °C in a room of 20 °C: it loses 10 W for each °C.
  // 200 kg × 4,180 J/(kg °C) (IAPWS, 25 °C: 4,181) ÷ 10 W/°C = 83,600 s; to 23 °C: × ln(5 ÷ 3) = 0.5108: 11.9 h
  const known = {
    ...{ litres: 200, temperatureC: 25, roomC: 20, coldestC: 23, watts: 100, hoursPerDay: 12, salinity: 0 },
  };
  const found = hoursWithoutHeat(known);
  if (found.kind !== 'hours') throw new Error('known');
  expect(found.hours).toBeCloseTo(11.86, 1);
  // nobody measured how long it is on: taken as always, twice the loss, half the time
  const always = hoursWithoutHeat({ ...known, hoursPerDay: 24 });
  if (always.kind === 'hours') expect(always.hours).toBeCloseTo(found.hours / 2, 6);
  expect(mattersWord(hoursWithoutHeat({ ...known, roomC: 23.5 }))).toBe(
    'The room is warm enough: the water stays in its band.',
  );
  expect(hoursWithoutHeat({ ...known, temperatureC: 22 })).toEqual({ kind: 'hours', hours: 0 });
  expect(mattersWord(hoursWithoutHeat({ ...known, roomC: null, watts: null }))).toContain(
    'enter the temperature of the room (Settings, the place), the watts of the heater (its page).',
  );
});

test('it is stricter where nobody looks before it matters', () => {
  const matters = { kind: 'hours', hours: 14.6 } as const;
  expect(mattersWord(matters, { inHours: 6, day: 'Thu 26 Nov' })).toBe('It starts to matter within 14 h.');
  expect(mattersWord(matters, { inHours: 60, day: 'Sat 28 Nov' })).toBe(
    'It starts to matter within 14 h. Nobody is due here before Sat 28 Nov: see to it first.',
  );
  expect(mattersWord(matters, null)).toContain('No visit day set: nobody may notice.');
  expect(mattersWord({ kind: 'never' }, null)).not.toContain('Nobody');
});
