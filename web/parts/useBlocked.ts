import { useMemo } from 'react';
import { blockedJobs, type OutOfUse } from '../../contract/facts/outOfUse.ts';
import { useNow, useSnapshot } from '../api/data.ts';

/** Jobs that wait for something out of use, by their id. */
export function useBlocked(): ReadonlyMap<string, OutOfUse> {
  const snapshot = useSnapshot();
  // a leak or a curing ends on the hour, not on the half minute
  const hour = Math.floor(useNow() / 3_600_000);
  return useMemo(() => blockedJobs(snapshot, (hour + 1) * 3_600_000 - 1), [snapshot, hour]);
}
