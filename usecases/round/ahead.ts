import type { RecordContent, Stored } from '../../contract/records.ts';
import type { Day } from '../../core/time/day.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import type { PlanRow } from '../plan/planRows.ts';
import { buildRound } from './build.ts';
import { offeredVisit } from './offered.ts';
import { asContent } from './withJob.ts';

/** How jobs stood when their round was built, to be told afterwards what it moved. */
export const standingBefore = (rows: readonly PlanRow[]): NonNullable<RecordContent<'round'>['before']> =>
  rows.map(({ jobId, recommended, earliest, latest }) => ({ jobId, recommended, earliest, latest }));

/** The round of a place as it would be offered for a day, made ahead; null: nothing is due there. */
export function roundAhead(
  evidence: Evidence,
  jobs: readonly PlanRow[],
  site: Stored<'site'>,
  { today, day, personId }: { today: Day; day: Day; personId: string | null },
): RecordContent<'round'> | null {
  const { here, jobIds, proposal } = offeredVisit(evidence, jobs, site, { today, on: day });
  const { changePlan, looks } = proposal;
  const steps = buildRound(evidence, jobIds, changePlan, looks);
  if (steps.length === 0) return null;
  return {
    ...{ siteId: site.id, day, personId, jobIds: [...jobIds], steps: asContent(steps) },
    looks: jobIds.filter((id) => looks.has(id)),
    changePlanId: changePlan?.id ?? null,
    before: standingBefore(here.filter((row) => jobIds.includes(row.jobId))),
  };
}
