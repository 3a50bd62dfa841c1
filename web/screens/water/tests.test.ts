import { describe, expect, test } from 'vitest';
import { bandWords, questionOf, readCell, type Column } from './tests.ts';

const column = (some: Partial<Column> & Pick<Column, 'id'>): Column => ({
  name: '',
  unit: 'mg/L',
  unitLabel: 'mg/L',
  decimals: 3,
  band: null,
  fromSource: false,
  warnAtZero: false,
  ...some,
});
const phosphate = column({ id: 'phosphate', band: { lo: 0.03, hi: 0.1 } });
const salinity = column({ id: 'salinity', unit: 'SG 25/25', unitLabel: 'SG at 25/25 °C', decimals: 4 });

describe('a cell as it is typed', () => {
  test('blank is not tested, never zero', () => expect(readCell('  ', phosphate)).toEqual({ kind: 'blank' }));
  test('a decimal comma and a point read the same', () => {
    expect(readCell('0,05', phosphate)).toEqual({ kind: 'value', stored: 0.05, below: false });
    expect(readCell('0.05', phosphate)).toEqual(readCell('0,05', phosphate));
  });
  test('“<0.02” is kept as below, not as zero', () =>
    expect(readCell('< 0.02', phosphate)).toEqual({ kind: 'value', stored: 0.02, below: true }));
  test('the impossible is refused in one sentence that names the range', () => {
    expect(readCell('-1', phosphate)).toEqual({
      kind: 'refused',
      why: 'Phosphate cannot be -1 mg/L: it lies between 0 and 50 mg/L.',
    });
    expect(readCell('1.9', salinity)).toMatchObject({ kind: 'refused' });
    expect(readCell('abc', phosphate)).toMatchObject({ why: '“abc” is not a number.' });
  });
  test('gravity is stored as ppt (EOS-80: 1.0264 at 25/25 is 35.0 ppt)', () => {
    const cell = readCell('1.0264', salinity);
    expect(cell.kind === 'value' && cell.stored).toBeCloseTo(35.0, 1);
  });
});

test('the unlikely is asked about with the likely value', () => {
  expect(questionOf(readCell('0.86', phosphate), phosphate, 0.086)).toBe(
    'Ten times the last one (0.086): did you mean 0.086?',
  );
  expect(questionOf(readCell('4', phosphate), phosphate, null)).toBe('Phosphate at 4 mg/L is rare.');
  expect(questionOf(readCell('0.09', phosphate), phosphate, 0.086)).toBeNull();
});

test('a band in words', () => {
  expect(bandWords(phosphate)).toBe('0.03–0.1');
  expect(bandWords({ ...phosphate, band: { lo: null, hi: 40 } })).toBe('at most 40');
  expect(bandWords({ ...phosphate, band: null })).toBe('no band set');
});
