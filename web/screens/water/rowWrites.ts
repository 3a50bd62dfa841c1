import { v5 as named } from 'uuid';
import { newTestChannel, testChannel } from '../../../model/water/testChannel.ts';
import type { ParameterId } from '../../../core/water/parameters.ts';
import { canonicalJson } from '../../../contract/canonicalJson.ts';
import type { When } from '../../../contract/fields.ts';
import type { Stored } from '../../../contract/records.ts';
import type { Snapshot } from '../../../model/snapshot.ts';
import type { Write } from '../../../contract/work.ts';
import { creating, deleting, newIds, revising, type NewIds } from '../../api/writing.tsx';
import { typedReading } from '../../parts/readings.ts';
import { correctedKey, type DraftRow } from './draft.ts';
import { type Column, type TestRow } from './tests.ts';
import type { Cell } from './typedCell.ts';

/** A draft row with its cells read and its time known. */
export interface ReadRow {
  row: DraftRow;
  when: When;
  cells: readonly { column: Column; cell: Cell; kitId: string | null }[];
  /** The stored test that it corrects. */
  corrects: TestRow | null;
}

/** Made anew by nobody: any name space of its own will do. */
const READINGS = '4b1f6d0a-7f0e-4a3e-9d55-0d7f2f6c8a11';
/** What a row's value is stored as: the row sent once more is the same reading. */
export function readingIds(row: DraftRow, id: ParameterId): NewIds {
  // a correction may add a value, and another one add it again after it was deleted
  if (correctedKey(row) !== null) return newIds();
  return {
    id: named(`${row.key} ${id}`, READINGS),
    revisionId: named(`${row.key} ${id}, as typed`, READINGS),
  };
}

/** When a row is kept for: as said, as the test it corrects, else the instant it is saved. */
export function whenToSave(row: DraftRow, said: When, corrects: TestRow | null, now: number): When {
  if (row.when !== '') return said;
  const [corrected] = corrects?.values.values() ?? [];
  return corrected?.content.when ?? { kind: 'instant', at: new Date(now).toISOString() };
}

/** Channels that a row needs and are not there yet are made once for all rows. */
export function writesOfRows(rows: readonly ReadRow[], snapshot: Snapshot, systemId: string): Write[] {
  const made = new Map<ParameterId, string>();
  return rows.flatMap((row) => [
    ...row.cells.flatMap((one) => {
      const before = row.corrects?.values.get(one.column.id);
      if (one.cell.kind !== 'value') return before ? [deleting(before)] : [];
      return before ? correction(before, row, one) : creation(one.column.id, row, one);
    }),
  ]);

  function creation(id: ParameterId, row: ReadRow, one: ReadRow['cells'][number]): Write[] {
    const known = made.get(id) ?? testChannel(snapshot, systemId, id)?.id;
    const ids = newIds(known);
    made.set(id, ids.id);
    const channel = known ? [] : [creating('channel', newTestChannel(systemId, id), ids)];
    return [...channel, creating('reading', contentOf(ids.id, row, one), readingIds(row.row, id))];
  }
}

function correction(before: Stored<'reading'>, row: ReadRow, one: ReadRow['cells'][number]): Write[] {
  const content = { ...before.content, ...contentOf(before.content.channelId, row, one) };
  // nobody wrote the hour anew: it stays as precise as it was
  const same = canonicalJson(content) === canonicalJson(before.content);
  return same ? [] : [revising(before, content)];
}

function contentOf(
  channelId: string,
  { row, when }: Pick<ReadRow, 'row' | 'when'>,
  { cell, kitId }: ReadRow['cells'][number],
): Stored<'reading'>['content'] {
  if (cell.kind !== 'value') throw new Error('only a value becomes a reading');
  return typedReading({
    channelId,
    when,
    value: cell.stored,
    below: cell.below,
    timing: row.timing,
    whoId: row.whoId,
    note: row.note,
    ...(kitId ? { methodId: kitId } : {}),
    ...(cell.repeats.length > 0 ? { repeats: [...cell.repeats] } : {}),
    ...(cell.rough ? { rough: true } : {}),
  });
}
