import { useEffect, useMemo, useState } from 'react';
import type { Day } from '../../core/time/day.ts';
import type * as rowNotes from './rowNotes.ts';
import { useNow, usePlan, useSetting, useSnapshot } from '../api/data.ts';
import { writeDay } from './dates.ts';

type RowNotes = typeof rowNotes;
let loaded: RowNotes | null = null;

/** null until it has come: what it says stands under what is there already. */
function useLoaded(): RowNotes | null {
  const [notes, setNotes] = useState(loaded);
  useEffect(() => {
    if (notes) return;
    let gone = false;
    void import('./rowNotes.ts').then((one) => {
      loaded = one;
      if (!gone) setNotes(one);
    });
    return () => {
      gone = true;
    };
  }, [notes]);
  return notes;
}

const MINUTE_MS = 60_000;
const nothing: ReadonlyMap<string, never> = new Map<string, never>();

/** Jobs that wait for something out of use, by their id, with what that is. */
export function useBlocked(): ReadonlyMap<string, string> {
  const notes = useLoaded();
  const snapshot = useSnapshot();
  const minute = Math.floor(useNow() / MINUTE_MS);
  return useMemo(
    // what was written in this minute counts
    () => notes?.blockedJobs(snapshot, (minute + 1) * MINUTE_MS - 1) ?? nothing,
    [notes, snapshot, minute],
  );
}

/** What jobs lack of hands, papers and training, in sentences, by their id. */
export function useLacks(): ReadonlyMap<string, string[]> {
  const notes = useLoaded();
  const snapshot = useSnapshot();
  const { jobs } = usePlan();
  const { dateFormat } = useSetting();
  return useMemo(
    () => notes?.lackNotes(snapshot, jobs, dateFormat) ?? nothing,
    [notes, snapshot, jobs, dateFormat],
  );
}

/** Said under the reason: the date stands, but not for those who will be there. */
export function LackNote({ said }: { said: readonly string[] | undefined }) {
  return said ? <p className="late">{said.join(' ')}</p> : null;
}

/** Jobs that a person moved in the plan, by their id: to the visit of which day. */
export function useMoved(): ReadonlyMap<string, Day> {
  const notes = useLoaded();
  const snapshot = useSnapshot();
  const { jobs } = usePlan();
  return useMemo(() => notes?.movedJobs(snapshot, jobs) ?? nothing, [notes, snapshot, jobs]);
}

/** Said under the reason: the date is the records', the visit is a person's. */
export function MovedNote({ to, today }: { to: Day | undefined; today: Day }) {
  const { dateFormat } = useSetting();
  return to ? <p className="soft">Moved in the plan to {writeDay(to, today, dateFormat)}.</p> : null;
}
