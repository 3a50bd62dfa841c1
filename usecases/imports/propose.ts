import type { Snapshot } from '../../model/snapshot.ts';
import { possibleOrders, type DateOrder } from './dates.ts';
import {
  isDensityHead,
  measureOfHead,
  parameterOfHead,
  plain,
  pressureOfHead,
  roleOfHead,
  unitOfHead,
  unitOfWords,
  usualUnit,
} from './heads.ts';
import type { ImportMapping, Target } from '../../contract/imports/mapping.ts';
import type { Table } from './table.ts';
import { thingsOf, likeliestThing } from './things.ts';

// What a file most likely is, from its own words and figures: a first mapping, shown before anything is written.

const NUMBER = /^[<~]?\s*[+-]?\d+([.,]\d+)?$/;
/** Rows above the head, and rows of the head. */
export type Head = Pick<ImportMapping, 'skipRows' | 'headRows'>;

/** How many cells of a row are words that stand at the head of a column; 0 where figures stand in it. */
function headWords(row: readonly string[]): number {
  const filled = row.filter((cell) => cell !== '');
  if (filled.length < 2 || filled.some((cell) => NUMBER.test(cell))) return 0;
  return filled.filter((cell) => isHeadWord(cell)).length;
}
const isHeadWord = (cell: string): boolean =>
  roleOfHead(cell) !== null ||
  parameterOfHead(cell) !== null ||
  isDensityHead(cell) ||
  measureOfHead(cell) !== null ||
  pressureOfHead(cell) !== null;
/** The head stands within the first rows. */
const HEAD_WITHIN = 12;

/** Where the head stands, and whether a row above it groups its columns ("Filter A"). */
function headOf(rows: Table['rows']): Head {
  const words = rows.slice(0, HEAD_WITHIN).map(headWords);
  const most = Math.max(0, ...words);
  const at = words.indexOf(most);
  if (most === 0) return { skipRows: 0, headRows: 1 };
  const above = rows[at - 1];
  const groups = above ? above.slice(1).filter((cell) => cell !== '').length : 0;
  return groups >= 2 ? { skipRows: at - 1, headRows: 2 } : { skipRows: at, headRows: 1 };
}

/** The heads of all columns; a group above stands before each of its columns. */
export function headsOf(
  rows: Table['rows'],
  { skipRows, headRows }: { skipRows: number; headRows: number },
): string[] {
  const head = rows.slice(skipRows, skipRows + headRows);
  const last = head.at(-1) ?? [];
  if (head.length < 2) return [...last];
  let group = '';
  return last.map((cell, i) => {
    const above = i === 0 ? '' : (head[0]?.[i] ?? '');
    if (above !== '') group = above;
    return cell === '' ? group : `${group} ${cell}`.trim();
  });
}
/** The last line of a head without its group. */
const ownHead = (rows: Table['rows'], mapping: { skipRows: number; headRows: number }, i: number): string =>
  rows[mapping.skipRows + mapping.headRows - 1]?.[i] ?? '';

export const signatureOf = (heads: readonly string[]): string => heads.map(plain).join(' | ');

/** A mapping saved for a file with this head, whoever made it. */
export function savedMapping(table: Table, snapshot: Snapshot): ImportMapping | null {
  const head = headOf(table.rows);
  const signature = signatureOf(headsOf(table.rows, head));
  return snapshot.all('import-mapping').find((one) => one.content.signature === signature)?.content ?? null;
}

/**
 * The first guess. What the file does not tell is null, and asked.
 * @param said where the head stands, as a person said; null: as found
 */
export function proposeMapping(
  table: Table,
  systemId: string,
  snapshot: Snapshot,
  fileName: string,
  said: Head | null = null,
): ImportMapping {
  const { rows } = table;
  const head = said ?? headOf(rows);
  const heads = headsOf(rows, head);
  const body = rows.slice(head.skipRows + head.headRows).filter((row) => row.some((cell) => cell !== ''));
  const cells = (i: number): string[] => body.map((row) => row[i] ?? '').filter((cell) => cell !== '');
  const own = heads.map((_, i) => ownHead(rows, head, i));
  const shape = shapeOf(own);
  const dateColumn = heads.findIndex((_, i) => isDates(cells(i)));
  const things = thingsOf(systemId, snapshot);
  const targets = heads.map((full, i): Target => {
    if (i === dateColumn) return { kind: 'date' };
    return targetOf(own[i] ?? '', full, shape, { things, temperatureColumn: temperatureColumn(own) });
  });
  const orders = possibleOrders(cells(dateColumn));
  return {
    name: fileName,
    shape,
    signature: signatureOf(heads),
    delimiter: table.delimiter,
    encoding: null,
    ...head,
    decimal: decimalOf(body),
    dateOrder: orders.length === 1 ? (orders[0] as DateOrder) : null,
    systemId,
    source: shape === 'long' ? 'device' : 'imported',
    columns: heads.map((text, i) => ({ head: text, target: targets[i] ?? { kind: 'ignore' } })),
    sensors: shape === 'long' ? sensorsOf(own, body) : {},
    things:
      shape === 'jobs'
        ? Object.fromEntries(
            distinct(cells(own.findIndex((cell) => roleOfHead(cell) === 'what'))).flatMap((word) => {
              const found = likeliestThing(word, things);
              return found?.sure ? [[word.toLowerCase(), found.id]] : [];
            }),
          )
        : {},
    found: {},
    people: peopleOf(distinct(cells(own.findIndex((cell) => roleOfHead(cell) === 'who'))), snapshot),
    remarks: {},
  };
}

const distinct = (cells: readonly string[]): string[] => [...new Set(cells)];

function shapeOf(own: readonly string[]): ImportMapping['shape'] {
  const roles = new Set(own.map(roleOfHead));
  if (roles.has('what') && roles.has('did')) return 'jobs';
  return roles.has('sensor') && roles.has('value') ? 'long' : 'wide';
}

function isDates(cells: readonly string[]): boolean {
  return cells.length > 0 && possibleOrders(cells.slice(0, 400)).length > 0;
}

const temperatureColumn = (own: readonly string[]): number | null => {
  const at = own.findIndex((cell) => parameterOfHead(cell) === 'temperature');
  return at < 0 ? null : at;
};

interface About {
  things: ReturnType<typeof thingsOf>;
  temperatureColumn: number | null;
}
function targetOf(own: string, full: string, shape: ImportMapping['shape'], about: About): Target {
  const role = roleOfHead(own);
  if (shape === 'long')
    return role === 'sensor' || role === 'value' || role === 'unit' ? { kind: role } : { kind: 'ignore' };
  if (shape === 'jobs') {
    return role === 'what' ||
      role === 'did' ||
      role === 'found' ||
      role === 'minutes' ||
      role === 'who' ||
      role === 'note'
      ? { kind: role }
      : { kind: 'ignore' };
  }
  if (isDensityHead(own))
    return {
      kind: 'density',
      as: null,
      temperatureC: null,
      temperatureColumn: about.temperatureColumn,
      methodId: null,
    };
  const parameter = parameterOfHead(own);
  if (parameter)
    return {
      kind: 'parameter',
      parameter,
      unit: unitOfHead(parameter, own) ?? usualUnit(parameter),
      methodId: null,
    };
  const group = full === own ? '' : full.slice(0, full.length - own.length).trim();
  const pressure = pressureOfHead(own);
  const thing = () => likeliestThing(group || own, about.things)?.componentId ?? null;
  if (pressure) return { kind: 'pressure', componentId: thing(), side: pressure.side, unit: pressure.unit };
  const measure = measureOfHead(own) ?? measureOfHead(group);
  if (measure) {
    const named = measureOfHead(own) ? thing() : (likeliestThing(own, about.things)?.componentId ?? null);
    return { kind: 'measure', componentId: named, measure: measure.measure, unit: measure.unit };
  }
  if (role === 'time' || role === 'note' || role === 'who') return { kind: role };
  return { kind: role === 'minutes' ? 'minutes' : roleOfHead(full) === 'note' ? 'note' : 'ignore' };
}

/** Sensors by their name and the unit beside it. */
function sensorsOf(own: readonly string[], body: readonly (readonly string[])[]): Record<string, Target> {
  const [sensor, unit] = [
    own.findIndex((cell) => roleOfHead(cell) === 'sensor'),
    own.findIndex((cell) => roleOfHead(cell) === 'unit'),
  ];
  const found = new Map<string, Target>();
  for (const row of body) {
    const name = row[sensor] ?? '';
    if (name === '' || found.has(name)) continue;
    const parameter = parameterOfHead(name);
    const target: Target = parameter
      ? {
          kind: 'parameter',
          parameter,
          unit: unitOfWords(parameter, row[unit] ?? '') ?? usualUnit(parameter),
          methodId: null,
        }
      : { kind: 'ignore' };
    found.set(name, target);
  }
  return Object.fromEntries(found);
}

/** A comma parts decimals where no point does. */
function decimalOf(body: readonly (readonly string[])[]): '.' | ',' {
  let [points, commas] = [0, 0];
  for (const row of body.slice(0, 400))
    for (const cell of row) {
      if (/^[<~]?\s*\d+\.\d+$/.test(cell)) points++;
      if (/^[<~]?\s*\d+,\d+$/.test(cell)) commas++;
    }
  return commas > points ? ',' : '.';
}

function peopleOf(words: readonly string[], snapshot: Snapshot): ImportMapping['people'] {
  const people = snapshot.all('person');
  const initials = (name: string): string =>
    name
      .split(/\s+/)
      .map((part) => part[0] ?? '')
      .join('')
      .toLowerCase();
  return Object.fromEntries(
    words.flatMap((word) => {
      const fits = people.filter(
        ({ content }) =>
          content.name.toLowerCase() === word.toLowerCase() ||
          initials(content.name) === word.toLowerCase() ||
          content.name[0]?.toLowerCase() === word.toLowerCase(),
      );
      return fits.length === 1 && fits[0] ? [[word, fits[0].id]] : [];
    }),
  );
}
