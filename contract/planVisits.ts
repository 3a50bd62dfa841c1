import { visitList, type Visit } from '../core/planning/visitList.ts';
import { addDays, type Day } from '../core/time/day.ts';
import type { PlanRow } from './planRows.ts';
import type { RecordContent } from './records.ts';

/** The visits of a place over the next weeks, each job where the plan has it now. */
export function visitsOfSite(
  site: RecordContent<'site'>,
  rows: readonly PlanRow[],
  today: Day,
  weeks: number,
): Visit[] {
  const listed = rows
    .filter((row) => row.state !== 'paused' && row.state !== 'left-off')
    .map((row) => ({
      jobId: row.jobId,
      recommended: row.heldUntil ? later(row.recommended, addDays(row.heldUntil, 1)) : row.recommended,
      jobDay: row.jobDay,
      isLook: row.state === 'look-first',
      intervalDays: row.intervalDays,
      minutes: row.minutes,
    }));
  return visitList(listed, site.visits, today, weeks);
}
const later = (a: Day | null, b: Day): Day => (a !== null && a > b ? a : b);
