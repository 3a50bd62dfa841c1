import { useMemo } from 'react';
import { blockedJobs, type OutOfUse } from '../../model/facts/outOfUse.ts';
import { useNow, useSnapshot } from '../api/data.ts';

const MINUTE_MS = 60_000;

/** Jobs that wait for something out of use, by their id. */
export function useBlocked(): ReadonlyMap<string, OutOfUse> {
  const snapshot = useSnapshot();
  const minute = Math.floor(useNow() / MINUTE_MS);
  // what was written in this minute counts
  return useMemo(() => blockedJobs(snapshot, (minute + 1) * MINUTE_MS - 1), [snapshot, minute]);
}
