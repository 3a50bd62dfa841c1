import { describe, expect, test } from 'vitest';
import type { ImportMapping } from '../../contract/imports/mapping.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { place } from '../../model/testing/place.ts';
import type { Answers } from './draft.ts';
import { readRows } from './readRows.ts';
import { readTable } from './table.ts';

/** A log of a make-up unit: feed and product side by side, a drum's level, one row a visit. */
function logOf(rows: string, answers: Answers = {}) {
  const here = place();
  const systemId = here.system('Reef', 400);
  const unit = here.component('make-up-unit', [systemId]);
  const drum = here.component('mixing-drum', [systemId], {
    holds: { water: 'salt', capacityL: 200, unusableL: 10 },
  });
  const measured = (
    head: string,
    componentId: string,
    measure: 'tds-in' | 'tds-membrane' | 'litres-left',
    unitId: string,
  ) => ({ head, target: { kind: 'measure', componentId, measure, unit: unitId } }) as const;
  const mapping: ImportMapping = {
    name: 'Make-up log',
    shape: 'wide',
    signature: 'Date',
    delimiter: null,
    encoding: null,
    skipRows: 0,
    headRows: 1,
    decimal: '.',
    dateOrder: 'ymd',
    systemId,
    source: 'imported',
    columns: [
      { head: 'Date', target: { kind: 'date' } },
      measured('TDS in', unit, 'tds-in', 'ppm'),
      measured('TDS out', unit, 'tds-membrane', 'ppm'),
      measured('Drum', drum, 'litres-left', 'L'),
    ],
    sensors: {},
    people: {},
    remarks: {},
    things: {},
    found: {},
  };
  const read = readRows(
    readTable(`Date,TDS in,TDS out,Drum\n${rows}`, null),
    mapping,
    Snapshot.of(here.records),
    answers,
  );
  let step = read.next();
  while (!step.done) step = read.next();
  return step.value;
}

describe('readings of equipment in a file are judged as those that are typed', () => {
  test('a drum over its full mark is refused with its row, the rest of the row stands', () => {
    const draft = logOf('2026-10-01,280,9,290\n2026-10-08,285,8,120\n');
    expect(draft.refused).toMatchObject([
      { row: 2, head: 'Drum', text: '290', why: 'It holds 200 L when full: 290 L cannot be in it.' },
    ]);
    expect(draft.readings.map(({ row, value }) => [row, value])).toEqual([
      [2, 280],
      [2, 9],
      [3, 285],
      [3, 8],
      [3, 120],
    ]);
  });
  test('product over its feed is asked about, and kept or left out as answered', () => {
    const rows = '2026-10-01,9,280,100\n';
    const asked = logOf(rows);
    expect(asked.questions).toMatchObject([{ row: 2, head: 'TDS out' }]);
    expect(asked.questions[0]?.sentence).toMatch(/280 ppm is more than .*9 ppm\. Are the two swapped\?$/);
    expect(asked.readings.map(({ value }) => value)).toEqual([9, 100]);
    const key = asked.questions[0]?.key ?? '';
    expect(logOf(rows, { [key]: 'typed' }).readings.map(({ value }) => value)).toEqual([9, 280, 100]);
    const left = logOf(rows, { [key]: 'skip' });
    expect(left.readings.map(({ value }) => value)).toEqual([9, 100]);
    expect(left.questions).toEqual([]);
  });
});
