import { addDays, dayOf, endOfDay, isRealDay, type Instant } from '../../core/time/day.ts';
import type { Plan, PlanEntry } from './planRows.ts';
import { PlanState } from './planState.ts';
import type { Snapshot } from '../../model/snapshot.ts';

export type { IncomingWater, OutOfBand, Plan, PlanEntry, PlanRow, WaterTested } from './planRows.ts';

/** `--at`: a day is the end of that local day at each site, an instant is itself. */
export function instantAtOf(at: string): (zone: string) => Instant {
  if (isRealDay(at)) return (zone) => endOfDay(at, zone);
  const instant = Date.parse(at);
  return () => instant;
}

/** "Now" as the screens ask: the end of the current local day at each site. */
export function endOfToday(now: Instant): (zone: string) => Instant {
  return (zone) => endOfDay(dayOf(now, zone), zone);
}

/** The whole plan, most at risk first. */
export function makePlan(snapshot: Snapshot, instantAt: (zone: string) => Instant, at: string): Plan {
  return new PlanState(snapshot, instantAt).plan(at);
}

/** Only what the command line promises. `days`: jobs recommended within that many days from today. */
export function planEntries(plan: Plan, days: number | null): PlanEntry[] {
  return plan.jobs
    .filter(
      (row) => days === null || (row.recommended !== null && row.recommended <= addDays(row.today, days)),
    )
    .map(
      ({
        jobId,
        target,
        action,
        lastDone,
        earliest,
        likely,
        latest,
        recommended,
        chanceDueNow,
        state,
        governs,
        runnerUp,
        sentence,
      }) => ({
        jobId,
        target,
        action,
        lastDone,
        earliest,
        likely,
        latest,
        recommended,
        chanceDueNow,
        state,
        governs,
        runnerUp,
        sentence,
      }),
    );
}
