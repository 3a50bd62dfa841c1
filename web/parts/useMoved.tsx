import { useMemo } from 'react';
import { RecordIndex } from '../../model/facts/recordIndex.ts';
import { wishesOf } from '../../usecases/levelling/wishes.ts';
import type { Day } from '../../core/time/day.ts';
import { usePlan, useSetting, useSnapshot } from '../api/data.ts';
import { writeDay } from './dates.ts';

/** Jobs that a person moved in the plan, by their id: to the visit of which day. */
export function useMoved(): ReadonlyMap<string, Day> {
  const snapshot = useSnapshot();
  const { jobs } = usePlan();
  return useMemo(() => {
    // an index of all records is made for those who moved something
    if (snapshot.all('plan-pin').length === 0) return new Map<string, Day>();
    const wishes = wishesOf({ snapshot, index: RecordIndex.of(snapshot) });
    return new Map(
      jobs.flatMap(({ jobId, today }): [string, Day][] => {
        const moved = wishes.get(jobId)?.find((wish) => wish.from !== null && wish.day >= today);
        return moved ? [[jobId, moved.day]] : [];
      }),
    );
  }, [snapshot, jobs]);
}

/** Said under the reason: the date is the records', the visit is a person's. */
export function MovedNote({ to, today }: { to: Day | undefined; today: Day }) {
  const { dateFormat } = useSetting();
  return to ? <p className="soft">Moved in the plan to {writeDay(to, today, dateFormat)}.</p> : null;
}
