import type { ListedJob } from '../../core/planning/visitList.ts';
import { addDays, type Day } from '../../core/time/day.ts';
import { isLookedAt } from './looksOnly.ts';
import type { PlanRow } from './planRows.ts';

/** Whether a plan has visits for a job: not while its unit rests or was left off. */
export const isPlanned = (row: PlanRow): boolean => row.state !== 'paused' && row.state !== 'left-off';

/** The jobs of a plan as a list of visits takes them: what rests is not among them, what is held comes after its day. */
export const listedJobs = (rows: readonly PlanRow[]): ListedJob[] =>
  rows.filter(isPlanned).map((row) => ({
    jobId: row.jobId,
    recommended: row.heldUntil ? later(row.recommended, addDays(row.heldUntil, 1)) : row.recommended,
    jobDay: row.jobDay,
    isLook: isLookedAt(row),
    intervalDays: row.intervalDays,
    minutes: row.minutes,
  }));
const later = (a: Day | null, b: Day): Day => (a !== null && a > b ? a : b);
