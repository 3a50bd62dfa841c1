import { useEffect, useMemo } from 'react';
import type { ParameterId } from '../../../core/water/parameters.ts';
import { correctedKey } from './draft.ts';
import { readingIds } from './rowWrites.ts';
import type { TestRow } from './tests.ts';
import type { SheetState } from './useSheet.ts';

/** What was sent before a reload and has arrived is no draft any more: it would be typed twice. */
export function useSentRows(sheet: SheetState, tests: readonly TestRow[]): void {
  const stored = useMemo(
    () => new Set(tests.flatMap((test) => [...test.values.values()].map((reading) => reading.id))),
    [tests],
  );
  const sent = sheet.rows.filter(
    (row) =>
      correctedKey(row) === null &&
      !sheet.storing.has(row.key) &&
      Object.keys(row.cells).some((id) => stored.has(readingIds(row, id as ParameterId).id)),
  );
  useEffect(() => {
    if (sent.length > 0) sheet.drop(new Set(sent.map((row) => row.key)));
  });
}
