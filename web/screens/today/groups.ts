import type { PlanRow } from '../../../contract/plan.ts';
import type { Day } from '../../../core/time/day.ts';

export interface Group {
  id: 'left-off' | 'now' | 'next-visit' | 'later' | 'far' | 'resting';
  rows: PlanRow[];
}

/** The day's work in its order: what is off, what to do now, by the next visit, what may wait. */
export function groupsOf(rows: readonly PlanRow[]): Group[] {
  const groups: Record<Group['id'], PlanRow[]> = {
    'left-off': [],
    now: [],
    'next-visit': [],
    later: [],
    far: [],
    resting: [],
  };
  for (const row of rows) groups[groupOf(row)].push(row);
  return (Object.keys(groups) as Group['id'][]).map((id) => ({ id, rows: groups[id] }));
}

const dueNow = new Set(['past-window', 'in-window', 'time-to-do']);
function groupOf(row: PlanRow): Group['id'] {
  if (row.state === 'left-off') return 'left-off';
  if (row.state === 'held' || row.state === 'paused') return 'resting';
  const due: Day | null = row.recommended;
  if (
    (due !== null && due <= row.today) ||
    (dueNow.has(row.state) && (due === null || row.nextVisit === null || due < row.nextVisit))
  )
    return 'now';
  if (due !== null && row.nextVisit !== null && due <= row.nextVisit) return 'next-visit';
  return row.state === 'far-off' || due === null || !isSoon(row) ? 'far' : 'later';
}
const SOON_DAYS = 16;
const isSoon = (row: PlanRow): boolean =>
  row.recommended !== null && Date.parse(row.recommended) - Date.parse(row.today) <= SOON_DAYS * 86_400_000;

/** Hands-on minutes of a group. */
export function minutesOf(rows: readonly PlanRow[]): number {
  return rows.reduce((sum, row) => sum + row.minutes, 0);
}
export function jobsAndMinutes(rows: readonly PlanRow[]): string {
  const minutes = Math.round(minutesOf(rows));
  const work = minutes < 120 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
  return `${rows.length} ${rows.length === 1 ? 'job' : 'jobs'}, ${work} of work`;
}
