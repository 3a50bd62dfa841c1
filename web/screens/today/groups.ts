import { LOOK_MINUTES } from '../../../core/planning/visitList.ts';
import { listWord } from '../../../core/explain/words.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import { isLookedAt } from '../../../usecases/plan/looksOnly.ts';
import { groupBy } from '../../../model/snapshot.ts';
import type { Day } from '../../../core/time/day.ts';

export type GroupId = 'left-off' | 'walk' | 'now' | 'next-visit' | 'later' | 'far' | 'resting';
export interface Group {
  id: GroupId;
  rows: PlanRow[];
  /** Where and on which visit, where there is more than one place. */
  place: { siteId: string; name: string; visit: Day | null } | null;
}
export interface Place {
  siteId: string;
  name: string;
  /** The next visit, today's included. */
  visit: Day | null;
}

/** Groups that belong to a visit, so to a place. */
const byVisit: ReadonlySet<GroupId> = new Set<GroupId>(['now', 'next-visit']);

/**
 * The day's work in its order: what is off, what to do now, by the next visit, what may wait. With several places
 * the work of a visit stands under its place, the sooner visit first.
 */
export function groupsOf(rows: readonly PlanRow[], places: readonly Place[]): Group[] {
  const groups: Record<GroupId, PlanRow[]> = {
    'left-off': [],
    walk: [],
    now: [],
    'next-visit': [],
    later: [],
    far: [],
    resting: [],
  };
  const walk = new Set(walkOf(rows));
  for (const row of rows) groups[walk.has(row) ? 'walk' : groupOf(row)].push(row);
  for (const id of Object.keys(groups) as GroupId[]) groups[id] = testsTogether(groups[id]);
  const here = places
    .filter((place) => rows.some((row) => row.siteId === place.siteId))
    .sort((a, b) => (a.visit ?? '9999').localeCompare(b.visit ?? '9999') || a.name.localeCompare(b.name));
  return (Object.keys(groups) as GroupId[]).flatMap((id): Group[] =>
    byVisit.has(id) && here.length > 1
      ? here.map((place) => ({
          id,
          place,
          rows: groups[id].filter((row) => row.siteId === place.siteId),
        }))
      : [{ id, place: null, rows: groups[id] }],
  );
}

/** Fewer are looked at where they stand in the list. */
const WALK_FROM = 3;
/** What nobody knows the age of is looked at once, in one walk, instead of being so many overdue jobs. */
function walkOf(rows: readonly PlanRow[]): PlanRow[] {
  const unknown = rows.filter(
    (row) =>
      isLookedAt(row) &&
      row.lastDone === null &&
      row.lastDoneSpan === null &&
      // looked at since, it comes again on its own day
      !row.ticks.some((tick) => tick.kind === 'look'),
  );
  return unknown.length < WALK_FROM ? [] : unknown;
}

/** Tests of one system are taken together: one line says which, with the reason of the one most at risk. */
function testsTogether(rows: readonly PlanRow[]): PlanRow[] {
  const keyOf = (row: PlanRow) => (row.work === 'test' ? row.systemIds.join() : row.jobId);
  const together = groupBy(rows, keyOf);
  return [...together.values()].flatMap((group) => {
    const [first] = group;
    if (!first) return [];
    const what = listWord(group.map((row) => row.action.replace('test ', '')));
    return group.length === 1 ? [first] : [{ ...first, action: `test ${what}`, minutes: minutesOf(group) }];
  });
}

const dueNow = new Set(['past-window', 'in-window', 'time-to-do']);
function groupOf(row: PlanRow): GroupId {
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
export const looksAndMinutes = (rows: readonly PlanRow[]): string =>
  `${rows.length} looks, ${LOOK_MINUTES * rows.length} min: nobody knows when these were last done, and a look sets each date.`;
export function jobsAndMinutes(rows: readonly PlanRow[]): string {
  const minutes = Math.round(minutesOf(rows));
  const work = minutes < 120 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
  return `${rows.length} ${rows.length === 1 ? 'job' : 'jobs'}, ${work} of work`;
}
