import Papa from 'papaparse';
import type { DateStyle } from '../../../core/explain/words.ts';
import { instantOfWhen } from '../../../model/facts/when.ts';
import type { ParameterId } from '../../../core/water/parameters.ts';
import { dayOf, type Day, type Instant } from '../../../core/time/day.ts';
import { whenOf, type DateOrder } from '../../../usecases/imports/dates.ts';
import { parameterOfHead, roleOfHead, unitOfHead } from '../../../usecases/imports/heads.ts';
import type { When } from '../../../contract/fields.ts';
import { parameterUnit } from '../../../core/water/parameterUnits.ts';
import type { Column } from './tests.ts';

/** One visit being typed: kept as typed until it is saved. */
export interface DraftRow {
  key: string;
  /** As typed; empty: now. */
  when: string;
  timing: 'before' | 'after';
  cells: Partial<Record<ParameterId, string>>;
  /** Answered with "keep as typed". */
  kept: Partial<Record<ParameterId, string>>;
  note: string;
  whoId: string | null;
  /** What it was read with, where it is not the column's usual kit. */
  kits: Partial<Record<ParameterId, string>>;
}
/** A row that corrects a stored test carries its key. */
export const CORRECTS = 'correct:';
export const correctedKey = (row: DraftRow): string | null =>
  row.key.startsWith(CORRECTS) ? row.key.slice(CORRECTS.length) : null;
export const emptyRow = (key: string, whoId: string | null): DraftRow => ({
  key,
  when: '',
  timing: 'before',
  cells: {},
  kept: {},
  note: '',
  whoId,
  kits: {},
});
export const isEmptyRow = (row: DraftRow): boolean =>
  Object.values(row.cells).every((text) => text.trim() === '') && row.note === '' && row.when === '';

const orders: Record<DateStyle, DateOrder> = { 'day-month': 'dmy', 'month-day': 'mdy', iso: 'ymd' };

/** When a row was tested: empty is now, a time alone is today, a date alone that day; the future is refused. */
export function whenOfRow(
  text: string,
  style: DateStyle,
  zone: string,
  now: Instant,
): { when: When; day: Day; at: Instant } | { refused: string } {
  const typed = text.trim();
  const today = dayOf(now, zone);
  if (typed === '')
    return { when: { kind: 'instant', at: new Date(now).toISOString() }, day: today, at: now };
  const clockOnly = /^\d{1,2}:\d{2}$/.test(typed);
  const withYear = /^\d{1,2}[./ -]\s?([A-Za-z]{3,}|\d{1,2}\.?)$/.test(typed)
    ? `${typed.replace(/\.$/, '')}${/[A-Za-z]/.test(typed) ? ' ' : (/[./-]/.exec(typed)?.[0] ?? ' ')}${today.slice(0, 4)}`
    : typed;
  const read = clockOnly ? whenOf(today, typed, 'ymd', zone) : whenOf(withYear, '', orders[style], zone);
  if ('refused' in read) return { refused: `When: ${read.refused}. Write it like ${example(today, style)}.` };
  const at = instantOfWhen(read.when, zone) ?? now;
  const day = dayOf(at, zone);
  if (day > today || (read.when.kind === 'instant' && at > now + 120_000))
    return { refused: 'When: a test cannot lie in the future. Check the date.' };
  return { when: read.when, day, at };
}
const examples: Record<DateStyle, (y: string, m: string, d: string) => string> = {
  'day-month': (y, m, d) => `${d}.${m}.${y}`,
  'month-day': (y, m, d) => `${m}/${d}/${y}`,
  iso: (y, m, d) => `${y}-${m}-${d}`,
};
function example(today: Day, style: DateStyle): string {
  const [y = '', m = '', d = ''] = today.split('-');
  return `${examples[style](y, m, d)} or ${examples[style](y, m, d)} 14:05`;
}

/** What a spreadsheet put on the clipboard, cell by cell; null where it is but one value. */
export function pastedCells(text: string): string[][] | null {
  if (!/[\t\n]/.test(text.trim())) return null;
  const { data } = Papa.parse<string[]>(text.trim(), { delimiter: text.includes('\t') ? '\t' : '' });
  return data.map((row) => row.map((cell) => cell.trim()));
}

/**
 * Lays pasted cells over the draft from one row and column on, to the right and down. With a row of heads they go to
 * the columns they name, a unit in a head goes with each value, and a date with its row.
 * @param at column index, -1 for the "When" cell
 */
export function pasteInto(
  rows: readonly DraftRow[],
  pasted: readonly (readonly string[])[],
  at: { row: number; column: number },
  columns: readonly Column[],
  newKey: () => string,
  whoId: string | null,
): { rows: DraftRow[]; unplaced: string[] } {
  const heads = pasted[0] ?? [];
  const hasHeads = heads.filter((head) => parameterOfHead(head) !== null).length >= 2;
  const places = hasHeads
    ? heads.map((head) => placeOfHead(head, columns))
    : heads.map((_, i) => placeAt(at.column + i, columns));
  const body = (hasHeads ? pasted.slice(1) : pasted).filter((row) => row.some((cell) => cell !== ''));
  const next = [...rows];
  body.forEach((cells, i) => {
    const index = at.row + i;
    const row = next[index] ?? emptyRow(newKey(), whoId);
    const changed: DraftRow = { ...row, cells: { ...row.cells }, kept: { ...row.kept } };
    cells.forEach((cell, k) => {
      const place = places[k];
      if (!place) return;
      if (place.kind === 'when') changed.when = cell;
      else if (place.kind === 'note') changed.note = cell;
      else changed.cells[place.id] = cell === '' || place.unit === null ? cell : `${cell} ${place.unit}`;
    });
    next[index] = changed;
  });
  return {
    rows: next,
    unplaced: hasHeads ? heads.filter((head, i) => head !== '' && !places[i]) : [],
  };
}

type Place = { kind: 'when' } | { kind: 'note' } | { kind: 'cell'; id: ParameterId; unit: string | null };
function placeAt(index: number, columns: readonly Column[]): Place | null {
  if (index < 0) return { kind: 'when' };
  const column = columns[index];
  if (column) return { kind: 'cell', id: column.id, unit: null };
  return index === columns.length ? { kind: 'note' } : null;
}
function placeOfHead(head: string, columns: readonly Column[]): Place | null {
  const role = roleOfHead(head);
  if (role === 'date') return { kind: 'when' };
  if (role === 'note') return { kind: 'note' };
  const id = parameterOfHead(head);
  const column = columns.find((one) => one.id === id);
  if (!id || !column) return null;
  const unit = unitOfHead(id, head);
  return {
    kind: 'cell',
    id,
    unit: unit === null || unit === column.unit ? null : parameterUnit(id, unit).label,
  };
}
