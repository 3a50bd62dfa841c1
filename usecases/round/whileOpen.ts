import type { Step } from '../../core/planning/round/step.ts';
import { addDays, type Day } from '../../core/time/day.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { PlanRow } from '../plan/planRows.ts';

/** So soon after the visit it is worth doing while its unit is open. House default. */
const SOON_DAYS = 14;
const resting: ReadonlySet<PlanRow['state']> = new Set(['paused', 'held']);

/**
 * What else is due soon on a unit that a round opens anyway: one switching-off less, later.
 * @param before the day of the visit after it
 */
export function whileOpen(
  snapshot: Snapshot,
  rows: readonly PlanRow[],
  steps: readonly Step[],
  before: Day,
): PlanRow[] {
  const opened = new Set(
    steps.flatMap((step) =>
      step.phase === 'shut' && step.work !== 'change water' ? (step.off?.componentId ?? []) : [],
    ),
  );
  const taken = new Set(steps.flatMap((step) => step.forJobs));
  const until = addDays(before, SOON_DAYS);
  return rows.filter((row) => {
    if (row.componentId === null || taken.has(row.jobId) || resting.has(row.state)) return false;
    const unitId = snapshot.content('component', row.componentId)?.parentId ?? row.componentId;
    return opened.has(unitId) && row.recommended !== null && row.recommended <= until;
  });
}
