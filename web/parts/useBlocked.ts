import { useMemo } from 'react';
import { definitionsOf } from '../../model/facts/definition.ts';
import { waitsFor } from '../../usecases/plan/waitsFor.ts';
import { useNow, useSnapshot } from '../api/data.ts';

const MINUTE_MS = 60_000;

/** Jobs that wait for something out of use, by their id, with what that is. */
export function useBlocked(): ReadonlyMap<string, string> {
  const snapshot = useSnapshot();
  const minute = Math.floor(useNow() / MINUTE_MS);
  return useMemo(
    // what was written in this minute counts
    () => waitsFor({ snapshot, definitionOf: definitionsOf(snapshot) }, (minute + 1) * MINUTE_MS - 1),
    [snapshot, minute],
  );
}
