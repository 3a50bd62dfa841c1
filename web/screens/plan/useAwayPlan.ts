import { useMemo } from 'react';
import type { Day } from '../../../core/time/day.ts';
import { awayPlan, type AwayPlan } from '../../../usecases/away/awayPlan.ts';
import { evidenceHere } from '../../api/evidence.ts';
import { usePlan, useSnapshot } from '../../api/data.ts';

/** An absence where nobody said. */
export const USUAL_DAYS = 14;
export const HELPER_DAYS = 2;
export const HELPER_MIN = 15;

/** null: there is no such place, or the days are the wrong way round. */
export function useAwayPlan(
  siteId: string | null,
  from: Day,
  to: Day,
  everyDays: number | null,
  minutes: number,
): AwayPlan | null {
  const snapshot = useSnapshot();
  const { jobs } = usePlan();
  return useMemo(
    () =>
      siteId !== null && to >= from
        ? awayPlan(evidenceHere(snapshot), jobs, {
            ...{ siteId, from, to },
            helper: everyDays === null ? null : { everyDays, minutes },
          })
        : null,
    [snapshot, jobs, siteId, from, to, everyDays, minutes],
  );
}
