import type { PlanRow } from './planRows.ts';

/**
 * Whether a look comes instead of the job, because a look can tell whether it is time: two minutes at the visit, nothing
 * switched off. The plan of weeks, Today and the round all ask this.
 */
export const isLookedAt = (row: Pick<PlanRow, 'state'>): boolean => row.state === 'look-first';

/** Of these jobs, those that are only looked at. */
export const looksOf = (rows: readonly PlanRow[]): ReadonlySet<string> =>
  new Set(rows.filter(isLookedAt).map((row) => row.jobId));
