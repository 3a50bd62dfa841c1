import { useEffect, useMemo, useState } from 'react';
import type { ParameterId } from '../../../core/water/parameters.ts';
import { correctedKey, isEmptyRow } from './draft.ts';
import { readingIds } from './rowWrites.ts';
import type { TestRow } from './tests.ts';
import type { SheetState } from './useSheet.ts';

/** What was sent before a reload and has arrived is no draft any more: it would be typed twice. */
export function useSentRows(sheet: SheetState, tests: readonly TestRow[]): void {
  // only what was typed before this sheet was opened: what is typed now goes when it is stored
  const [before] = useState(() => new Set(sheet.rows.flatMap((row) => (isEmptyRow(row) ? [] : [row.key]))));
  const { rows, storing, drop } = sheet;
  const sent = useMemo(() => {
    const kept = rows.filter(
      (row) => before.has(row.key) && !storing.has(row.key) && correctedKey(row) === null,
    );
    if (kept.length === 0) return [];
    const stored = new Set(tests.flatMap(({ values }) => [...values.values()].map(({ id }) => id)));
    return kept.filter((row) =>
      Object.keys(row.cells).some((id) => stored.has(readingIds(row, id as ParameterId).id)),
    );
  }, [rows, storing, tests, before]);
  useEffect(() => {
    if (sent.length > 0) drop(new Set(sent.map((row) => row.key)));
  }, [sent, drop]);
}
