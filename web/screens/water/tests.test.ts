import { describe, expect, test } from 'vitest';
import { CORRECTS, emptyRow, pastedCells, pasteInto, whenOfRow } from './draft.ts';
import { readingIds } from './rowWrites.ts';
import { bandWords, showDifference, type Column } from './tests.ts';
import { meantText, readCell, slipSentence, spreadOf, type Cell, type Kit } from './typedCell.ts';

const column = (some: Partial<Column> & Pick<Column, 'id'>): Column => ({
  name: '',
  unit: 'mg/L PO4',
  unitLabel: 'mg/L PO₄',
  decimals: 3,
  band: null,
  fromSource: false,
  warnAtZero: false,
  ...some,
});
const phosphate = column({ id: 'phosphate', name: 'Phosphate', band: { lo: 0.03, hi: 0.1 } });
const salinity = column({
  id: 'salinity',
  name: 'Salinity',
  unit: 'SG 25/25',
  unitLabel: 'SG at 25/25 °C',
  decimals: 4,
});
const ppt = column({ id: 'salinity', name: 'Salinity', unit: 'ppt', unitLabel: 'ppt', decimals: 1 });
const nothing = { last: null, others: {} };
const storedOf = (cell: Cell): number => (cell.kind === 'value' ? cell.stored : Number.NaN);
const read = (text: string, one: Column, last: number | null = null) =>
  readCell(text, one, null, { ...nothing, last });

describe('a cell as it is typed', () => {
  test('blank is not tested, never zero; so is a dash', () => {
    expect(read('  ', phosphate)).toEqual({ kind: 'blank' });
    expect(read('-', phosphate)).toEqual({ kind: 'not-tested' });
  });
  test('a decimal comma and a point read the same', () => {
    expect(read('0,05', phosphate)).toMatchObject({ kind: 'value', stored: 0.05, below: false, slip: null });
    expect(read('0.05', phosphate)).toEqual(read('0,05', phosphate));
  });
  test('“<0.02” is kept as below, “~0.05” as rough', () => {
    expect(read('< 0.02', phosphate)).toMatchObject({ kind: 'value', stored: 0.02, below: true });
    expect(read('~0.05', phosphate)).toMatchObject({ stored: 0.05, rough: true });
  });
  test('a unit behind the number is that unit', () =>
    expect(storedOf(read('26 ppb-P', phosphate))).toBeCloseTo(0.0797, 4));
  test('the impossible is refused in one sentence that names the range', () => {
    expect(read('-1', phosphate)).toMatchObject({
      kind: 'refused',
      why: 'Phosphate cannot be -1 mg/L PO₄: it lies between 0 and 50 mg/L PO₄.',
    });
    expect(read('1.9', salinity)).toMatchObject({ kind: 'refused' });
    expect(read('abc', phosphate)).toMatchObject({ why: '“abc” is not a number.' });
  });
  test('“35 ppm” of salt is refused, and says what sea water has', () =>
    expect(read('35 ppm', ppt)).toMatchObject({
      kind: 'refused',
      why: '“35 ppm”: salinity is not read in ppm. Sea water is about 35 ppt, which is 35,000 ppm. This column is in ppt.',
    }));
  test('gravity is stored as ppt (EOS-80: 1.0264 at 25/25 is 35.0 ppt)', () =>
    expect(storedOf(read('1.0264', salinity))).toBeCloseTo(35, 1));
  test('drops take the kit’s factor; several readings give their middle and how far they lie apart', () => {
    const kit = { unit: 'mg/L PO4', titration: { per: 'drop', factor: 0.01 } } as Kit;
    expect(readCell('6x', phosphate, kit, nothing)).toMatchObject({ stored: 0.06 });
    expect(read('6x', phosphate)).toMatchObject({ kind: 'refused' });
    const several = read('0.05 0.07 0.06', phosphate);
    expect(several).toMatchObject({ stored: 0.06 });
    expect(spreadOf(several, phosphate)).toBeCloseTo(0.02, 9);
  });
  test('what is unlikely carries its question and the value meant', () => {
    const cell = read('0.86', phosphate, 0.086);
    if (cell.kind !== 'value' || !cell.slip) return expect.fail('no question');
    expect(slipSentence(cell.slip, '0.86', [phosphate])).toBe(
      'Phosphate 0.86 mg/L PO₄; last time 0.086 mg/L PO₄. Did you mean 0.086 mg/L PO₄?',
    );
    expect(meantText(cell.slip, phosphate)).toBe('0.086');
    expect(read('0.09', phosphate, 0.086)).toMatchObject({ slip: null });
  });
});

describe('when', () => {
  const now = Date.parse('2026-11-25T14:20:00Z');
  const of = (text: string) => whenOfRow(text, 'day-month', 'Europe/Berlin', now);
  test('empty is now; a clock alone is today; a date without a year is this one’s', () => {
    expect(of('')).toMatchObject({ when: { kind: 'instant', at: '2026-11-25T14:20:00.000Z' } });
    expect(of('9:30')).toMatchObject({ when: { kind: 'instant', at: '2026-11-25T08:30:00.000Z' } });
    expect(of('19.11')).toMatchObject({ when: { kind: 'day', day: '2026-11-19' } });
    expect(of('19 Nov')).toMatchObject({ when: { kind: 'day', day: '2026-11-19' } });
    expect(of('19.11.2026 08:00')).toMatchObject({
      when: { kind: 'instant', at: '2026-11-19T07:00:00.000Z' },
    });
  });
  test('the future and a day that is none are refused', () => {
    expect(of('26.11.2026')).toEqual({ refused: 'When: a test cannot lie in the future. Check the date.' });
    expect(of('31.06.2026')).toEqual({
      refused: 'When: there is no 31.06.2026. Write it like 25.11.2026 or 25.11.2026 14:05.',
    });
  });
});

describe('paste from a spreadsheet', () => {
  const nitrate = column({ id: 'nitrate', name: 'Nitrate', unit: 'mg/L NO3', unitLabel: 'mg/L NO₃' });
  const columns = [ppt, nitrate, phosphate];
  const lay = (text: string, at: { row: number; column: number }) =>
    pasteInto([emptyRow('a', null)], pastedCells(text) ?? [], at, columns, () => 'new', null);
  test('one value is left to the field', () => expect(pastedCells('8.3')).toBeNull());
  test('to the right and down from the cell', () => {
    const { rows } = lay('12\t0.05\n13\t0.06\n', { row: 0, column: 1 });
    expect(rows.map((row) => row.cells)).toEqual([
      { nitrate: '12', phosphate: '0.05' },
      { nitrate: '13', phosphate: '0.06' },
    ]);
  });
  test('with heads: by their names, dates with their rows, units with their values; what is not tested here is named', () => {
    const { rows, unplaced } = lay('Date\tNO3-N [mg/L-N]\tPO4\tKH\n19.11.2026\t2.7\t0.05\t8\n', {
      row: 0,
      column: 0,
    });
    expect(rows[0]).toMatchObject({
      when: '19.11.2026',
      cells: { phosphate: '0.05', nitrate: '2.7 mg/L NO₃-N' },
    });
    expect(unplaced).toEqual(['KH']);
  });
});

test('a band and a difference in words', () => {
  expect(bandWords(phosphate)).toBe('0.03–0.1');
  expect(bandWords({ ...phosphate, band: { lo: null, hi: 40 } })).toBe('at most 40');
  expect(bandWords({ ...phosphate, band: null })).toBe('no band set');
  const fahrenheit = column({
    id: 'temperature',
    unit: '°F',
    unitLabel: '°F',
    decimals: 1,
    band: { lo: 24, hi: 26 },
  });
  expect(showDifference(fahrenheit, 0.5)).toBe('0.9');
});

describe('a row that is sent', () => {
  const stored = emptyRow('018f4f6e-0000-7000-8000-000000000001', null);
  test('is the same reading however often it is sent, and no other row’s or parameter’s', () => {
    expect(readingIds(stored, 'nitrate')).toEqual(readingIds({ ...stored, note: 'again' }, 'nitrate'));
    const other = emptyRow('018f4f6e-0000-7000-8000-000000000002', null);
    const ids = [
      readingIds(stored, 'nitrate'),
      readingIds(stored, 'phosphate'),
      readingIds(other, 'nitrate'),
    ];
    expect(new Set(ids.flatMap(({ id, revisionId }) => [id, revisionId])).size).toBe(6);
  });
  test('a value that a correction adds is new each time: the one before may have been deleted', () => {
    const correction = emptyRow(`${CORRECTS}${stored.key}`, null);
    expect(readingIds(correction, 'nitrate').id).not.toBe(readingIds(correction, 'nitrate').id);
  });
});
