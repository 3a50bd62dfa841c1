import { describe, expect, test } from 'vitest';
import { dayText, possibleOrders, whenOf } from './dates.ts';
import { parameterOfHead, roleOfHead, unitOfHead } from './heads.ts';
import { minutesOf } from './readJobs.ts';
import { readTable } from './table.ts';
import { textOf } from './cells.ts';
import { likeliestThing, type Thing } from './things.ts';

describe('dates as people write them', () => {
  test.each([
    ['9/19/25', 'mdy', '2025-09-19'],
    ['20.09.2025', 'dmy', '2025-09-20'],
    ['2025-09-20', 'dmy', '2025-09-20'],
    ['21 Sep 2025', 'dmy', '2025-09-21'],
    ['3. Mai 2026', 'dmy', '2026-05-03'],
    ['Sep 21, 2025', 'dmy', '2025-09-21'],
    ['31 Jun 2025', 'dmy', '2025-06-31'],
    ['skimmer', 'dmy', null],
  ] as const)('%s as %s is %s', (text, order, expected) => expect(dayText(text, order)).toBe(expected));
  test('the order is found by a day over 12, not known without one, certain with the year first', () => {
    expect(possibleOrders(['9/19/25', '10/4/25'])).toEqual(['mdy']);
    expect(possibleOrders(['19/9/25', '4/10/25'])).toEqual(['dmy']);
    expect(possibleOrders(['3/4/25', '5/6/25'])).toEqual(['dmy', 'mdy']);
    expect(possibleOrders(['2025-03-04'])).toEqual(['ymd']);
    expect(possibleOrders(['felt', 'mesh'])).toEqual([]);
  });
  test('an offset in the file counts; a local time is the site’s; skipped and doubled hours', () => {
    expect(whenOf('2025-10-26T02:30:00+02:00', '', 'ymd', 'Europe/Berlin')).toMatchObject({
      when: { kind: 'instant', at: '2025-10-26T00:30:00.000Z' },
      flag: null,
    });
    // taken, and said to be unlikely
    expect(whenOf('1925-10-26', '', 'ymd', 'Europe/Berlin')).toMatchObject({
      flag: '1925: is the year right?',
    });
    expect(whenOf('26.10.2025', '02:30', 'dmy', 'Europe/Berlin')).toMatchObject({
      when: { at: '2025-10-26T00:30:00.000Z' },
      flag: 'the clocks ran through this hour twice: taken as the first',
    });
    expect(whenOf('29.03.2026', '02:30', 'dmy', 'Europe/Berlin')).toEqual({
      refused: 'the clocks skipped 02:30 on 2026-03-29',
    });
    expect(whenOf('31.06.2025', '', 'dmy', 'UTC')).toEqual({ refused: 'there is no 31.06.2025' });
    expect(whenOf('20.09.2025', '25:00', 'dmy', 'UTC')).toEqual({ refused: '“25:00” is not a time of day' });
    expect(whenOf('2025-09-20T10:00:75Z', '', 'ymd', 'UTC')).toEqual({
      refused: '“10:00:75” is not a time of day',
    });
    expect(whenOf('2025-09-20T10:00:00+99:99', '', 'ymd', 'UTC')).toEqual({
      refused: '“+99:99” is no offset from UTC',
    });
  });
});

describe('heads', () => {
  test.each([
    ['Alk (dKH)', 'alkalinity', 'dKH'],
    ['KH (°dH)', 'alkalinity', 'dKH'],
    ['Alkalinity [meq/L]', 'alkalinity', 'meq/L'],
    ['Ca', 'calcium', null],
    ['Ca [mmol/L]', 'calcium', 'mmol/L Ca'],
    ['NO3', 'nitrate', null],
    ['Nitrate-N [mg/L]', 'nitrate', 'mg/L NO3-N'],
    ['Nitrat mg/l', 'nitrate', 'mg/L NO3'],
    ['Nitrite-N [µg/L]', 'nitrite', 'µg/L NO2-N'],
    ['PO4 ppm', 'phosphate', 'mg/L PO4'],
    ['Orthophosphate-P [µg/L]', 'phosphate', 'µg/L P'],
    ['Temp F', 'temperature', '°F'],
    ['Temp °C', 'temperature', '°C'],
    ['Salinity [g/kg]', 'salinity', 'ppt'],
    ['pH', 'ph', 'pH'],
  ] as const)('%s is %s in %s', (head, parameter, unit) => {
    expect(parameterOfHead(head)).toBe(parameter);
    expect(unitOfHead(parameter, head)).toBe(unit);
  });
  test('roles', () =>
    expect(['Datum', 'Uhrzeit', 'Bemerkung', 'how was it', 'initials'].map(roleOfHead)).toEqual([
      'date',
      'time',
      'note',
      'found',
      'who',
    ]));
});

test('cells: separator found under titles, quotes kept whole, thousands told from decimals', () => {
  const table = readTable('Weekly numbers,,\nDate,Ca,Notes\n9/19/25,"1,240","sock full, ""really"""\n', null);
  expect(table.delimiter).toBe(',');
  expect(table.rows[2]).toEqual(['9/19/25', '1,240', 'sock full, "really"']);
  expect(readTable('a;b\n1,5;2\n', null).rows[1]).toEqual(['1,5', '2']);
  expect(textOf('1,240', '.')).toBe('1240');
  expect(textOf('1,240', ',')).toBe('1,240');
});

test.each([
  ['30', 30],
  ['1h', 60],
  ['1:30', 90],
  ['0,5 h', 30],
  ['soon', null],
])('minutes: %s', (text, expected) => expect(minutesOf(text)).toBe(expected));

describe('things by their everyday words', () => {
  const thing = (name: string, words: string[], jobWords: string[] = []): Thing => ({
    id: name,
    componentId: name,
    name,
    kindId: name,
    words: [name, ...words],
    jobWords,
  });
  const things = [
    thing('Skimmer', ['protein skimmer'], ['air', 'intake', 'clear']),
    thing('Skimmer cup', ['cup']),
    thing('Light, left', ['lamp']),
    thing('Stream pump, left', ['wavemaker']),
  ];
  test.each([
    ['skimmer cup', 'Skimmer cup', true],
    ['skimmer air intake', 'Skimmer', true],
    ['skimer cup', 'Skimmer cup', false],
    ['wavemaker left', 'Stream pump, left', true],
  ] as const)('%s is %s', (word, name, sure) =>
    expect(likeliestThing(word, things)).toMatchObject({ name, sure }),
  );
  test('what fits nothing is nothing', () => expect(likeliestThing('refugium', things)).toBeNull());
});
