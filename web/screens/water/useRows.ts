import { testChannel } from '../../../model/water/testChannel.ts';
import { useMemo } from 'react';
import { parameters, usualSalinity, type ParameterId } from '../../../core/water/parameters.ts';
import type { Stored } from '../../../contract/records.ts';
import type { Snapshot } from '../../../model/snapshot.ts';
import type { DateStyle } from '../../../core/explain/words.ts';
import { correctedKey, whenOfRow, type DraftRow } from './draft.ts';
import type { ReadRow } from './rowWrites.ts';
import { type Column, type TestRow } from './tests.ts';
import { readCell, type Cell, type Kit } from './typedCell.ts';

/** What stands between a draft row and its being stored. */
export interface RowState {
  row: DraftRow;
  cells: ReadRow['cells'];
  when: ReturnType<typeof whenOfRow>;
  refused: string[];
  /** Values that are asked about and not yet kept as typed. */
  asked: ParameterId[];
  /** Things about the row as a whole that are worth a question: shown, never in the way. */
  warnings: string[];
  /** A change was logged just before it, though it says it was taken before one. */
  maybeAfter: boolean;
  values: number;
}
export interface SheetFacts {
  snapshot: Snapshot;
  system: Stored<'system'>;
  columns: readonly Column[];
  /** Stored tests, newest first. */
  rows: readonly TestRow[];
  zone: string;
  now: number;
  dateStyle: DateStyle;
  /** Water changes of this system, instants, newest first. */
  changes: readonly number[];
}

/** The kit a cell was read with: said for the row, else the column's usual one. */
export function kitOf(facts: Pick<SheetFacts, 'snapshot' | 'system'>, row: DraftRow, id: ParameterId) {
  const kitId = row.kits[id] ?? testChannel(facts.snapshot, facts.system.id, id)?.content.methodId ?? null;
  const kit: Kit | null = facts.snapshot.content('method', kitId) ?? null;
  return { kitId: kit ? kitId : null, kit };
}

export function useRowStates(rows: readonly DraftRow[], facts: SheetFacts): RowState[] {
  return useMemo(() => rows.map((row) => stateOf(row, facts)), [rows, facts]);
}

function stateOf(row: DraftRow, facts: SheetFacts): RowState {
  const { columns, zone, now, dateStyle } = facts;
  const when = whenOfRow(row.when, dateStyle, zone, now);
  const at = 'refused' in when ? now : when.at;
  // a row of now comes after all that is stored, whatever the step of the screen's clock
  const before = row.when === '' ? Number.POSITIVE_INFINITY : at;
  const earlier = facts.rows.filter((one) => one.at <= before && one.key !== correctedKey(row));
  const recentOf = (id: ParameterId): number[] =>
    earlier.flatMap((one) => one.values.get(id)?.content.value ?? []).slice(0, RECENT);
  const lastOf = (id: ParameterId): number | null => recentOf(id)[0] ?? null;
  const others = Object.fromEntries(
    columns.map(({ id }) => [id, { last: lastOf(id), typed: (row.cells[id] ?? '').trim() !== '' }]),
  );
  const cells = columns.map((column) => {
    const { kitId, kit } = kitOf(facts, row, column.id);
    const cell: Cell = readCell(row.cells[column.id] ?? '', column, kit, {
      last: lastOf(column.id),
      recent: recentOf(column.id),
      usual: column.id === 'salinity' ? usualSalinity[facts.system.content.water] : null,
      others,
    });
    return { column, cell, kitId };
  });
  const refused = [
    ...('refused' in when ? [when.refused] : []),
    ...cells.flatMap(({ cell }) => (cell.kind === 'refused' ? [cell.why] : [])),
  ];
  const asked = cells.flatMap(({ column, cell }) => {
    if (!('slip' in cell) || !cell.slip) return [];
    // what cannot be is refused, and asked about only where the value meant is known
    if (cell.kind === 'refused') return cell.slip.meant === null ? [] : [column.id];
    return row.kept[column.id] === row.cells[column.id] ? [] : [column.id];
  });
  return {
    row,
    cells,
    when,
    refused,
    asked,
    warnings: warningsOf(cells),
    maybeAfter: maybeAfter(row, cells, at, facts),
    values: cells.filter(({ cell }) => cell.kind === 'value').length,
  };
}

/** A value near any of the last few is nothing to ask about. */
const RECENT = 3;
const TWELVE_HOURS = 12 * 3_600_000;
/** Warned of, never in the way: two nutrients at none. */
function warningsOf(cells: ReadRow['cells']): string[] {
  const found: string[] = [];
  const none = cells.filter(
    ({ column, cell }) =>
      parameters[column.id].nutrient && cell.kind === 'value' && (cell.stored === 0 || cell.below),
  );
  if (none.length >= 2)
    found.push(
      `${none.map(({ column }) => column.name).join(' and ')} both at none: are the kits good? Below the lowest reading is written “<0.02”.`,
    );
  return found;
}

/** Taken within hours after a change and not said to be: a thinned value is no drift. */
function maybeAfter(row: DraftRow, cells: ReadRow['cells'], at: number, { changes }: SheetFacts): boolean {
  return (
    row.timing === 'before' &&
    cells.some(({ cell }) => cell.kind === 'value') &&
    changes.some((one) => one <= at && at - one < TWELVE_HOURS)
  );
}
