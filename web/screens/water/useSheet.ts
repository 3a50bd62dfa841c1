import { useCallback, useEffect, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { ParameterId } from '../../../core/water/parameters.ts';
import { usePersonHere } from '../../api/person.ts';
import type { Slip } from '../../../core/water/slips.ts';
import { taken } from './typedCell.ts';
import type { Column } from './tests.ts';
import { emptyRow, isEmptyRow, type DraftRow } from './draft.ts';

/** What is typed and not saved, with its steps back; a reload or another screen loses nothing. */
interface Sheet {
  rows: DraftRow[];
  past: DraftRow[][];
  future: DraftRow[][];
  /** The last cell that was changed: typing on in it is one step. */
  step: string;
}
const MOST_STEPS = 100;
const keyOf = (systemId: string): string => `jondrel.tests.${systemId}`;

function keptRows(systemId: string): DraftRow[] {
  try {
    const rows = JSON.parse(localStorage.getItem(keyOf(systemId)) ?? '[]') as DraftRow[];
    return Array.isArray(rows) ? rows : [];
  } catch {
    // a damaged entry is no entry
    return [];
  }
}

const none: ReadonlySet<string> = new Set();

export function useSheet(systemId: string) {
  const here = usePersonHere();
  const fresh = useCallback(() => emptyRow(uuid(), here.id), [here.id]);
  const [sheet, setSheet] = useState<Sheet>(() => {
    const rows = keptRows(systemId);
    return { rows: rows.length > 0 ? rows : [fresh()], past: [], future: [], step: '' };
  });
  const [storing, setStoring] = useState(none);
  useEffect(() => {
    const typed = sheet.rows.filter((row) => !isEmptyRow(row));
    if (typed.length === 0) localStorage.removeItem(keyOf(systemId));
    else localStorage.setItem(keyOf(systemId), JSON.stringify(typed));
  }, [sheet.rows, systemId]);

  return useMemo(() => {
    const change = (edit: (rows: DraftRow[]) => DraftRow[], step: string = uuid()) =>
      setSheet((before) => ({
        rows: edit(before.rows),
        past: before.step === step ? before.past : [...before.past, before.rows].slice(-MOST_STEPS),
        future: [],
        step,
      }));
    const changeRow = (key: string, edit: (row: DraftRow) => DraftRow, step?: string) =>
      change((rows) => rows.map((row) => (row.key === key && !storing.has(key) ? edit(row) : row)), step);
    /** Rows that are stored go; at least one stays to type in. */
    const drop = (keys: ReadonlySet<string>) =>
      setSheet((before) => {
        const left = before.rows.filter((row) => !keys.has(row.key));
        return { rows: left.length > 0 ? left : [fresh()], past: [], future: [], step: '' };
      });
    return {
      rows: sheet.rows,
      /** Rows on their way: they cannot be changed, and are not sent again. */
      storing,
      canUndo: sheet.past.length > 0,
      change,
      fresh,
      edit: (key: string, some: Partial<DraftRow>, step?: string) =>
        changeRow(key, (row) => ({ ...row, ...some }), step),
      type: (key: string, id: ParameterId, text: string) =>
        changeRow(key, (row) => ({ ...row, cells: { ...row.cells, [id]: text } }), `${key} ${id}`),
      /** Takes what was likely meant: a step of its own, so that undo brings back what was typed. */
      take: (key: string, slip: Slip, columns: readonly Column[]) =>
        changeRow(key, (row) => ({ ...row, cells: taken(row.cells, slip, columns) })),
      /** Keeps an unlikely value as it was typed. */
      keep: (key: string, id: ParameterId) =>
        changeRow(key, (row) => ({ ...row, kept: { ...row.kept, [id]: row.cells[id] ?? '' } })),
      undo: () =>
        setSheet((now) => {
          const before = now.past.at(-1);
          return before
            ? { rows: before, past: now.past.slice(0, -1), future: [now.rows, ...now.future], step: '' }
            : now;
        }),
      redo: () =>
        setSheet((now) => {
          const [next, ...future] = now.future;
          return next ? { rows: next, past: [...now.past, now.rows], future, step: '' } : now;
        }),
      drop,
      /** Stores rows; they go once that is done, and stay as they were typed where it is refused. */
      store: async (keys: ReadonlySet<string>, store: () => Promise<unknown>): Promise<void> => {
        setStoring(keys);
        try {
          await store();
          drop(keys);
        } finally {
          setStoring(none);
        }
      },
    };
  }, [sheet, storing, fresh]);
}
export type SheetState = ReturnType<typeof useSheet>;
