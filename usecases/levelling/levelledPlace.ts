import { placementWord, unplacedWord, type PlacementNames } from '../../core/explain/placementWord.ts';
import { dayWord, type DateStyle } from '../../core/explain/words.ts';
import type { Placement } from '../../core/planning/levelling/instance.ts';
import { priced, type Priced } from '../../core/planning/levelling/priced.ts';
import { Reasons } from '../../core/planning/levelling/reasons.ts';
import { visitList } from '../../core/planning/visitList.ts';
import { addDays, type Day } from '../../core/time/day.ts';
import { listedJobs } from '../plan/planVisits.ts';
import type { PlaceInstance } from './placeInstance.ts';
import type { ClosedVisit, PossibleVisit } from './visitsFor.ts';

/** A turn of a job at a visit. */
export interface LevelledEntry {
  jobId: string;
  look: boolean;
  /** 0 for the next time, 1 for the one after, … */
  turn: number;
  minutes: number;
  /** Held at this visit: by hand, or because its litres are planned for it. */
  pinned: boolean;
  /** The plan of changes that holds it; null: none does. */
  changePlanId: string | null;
  /** The chance that it is due already when the visit comes. */
  chanceDue: number;
  why: string;
}
export interface LevelledVisit extends PossibleVisit {
  entries: LevelledEntry[];
  /** Minutes of all of it, set-ups once. */
  load: number;
}
/** What a plan comes to, before it is levelled and after. */
export interface LevelFigures {
  visits: number;
  fullestMin: number;
  /** Visits with more minutes than there are. */
  tooFull: number;
  shutDowns: number;
  /** What being early and late costs, as minutes of work. */
  timingMin: number;
  minutes: number;
}
export interface LevelledPlace {
  siteId: string;
  today: Day;
  visits: LevelledVisit[];
  closed: readonly ClosedVisit[];
  unplaced: { jobId: string; why: string }[];
  before: LevelFigures & { loads: ReadonlyMap<Day, number> };
  now: LevelFigures;
}

/** What a search found, as screens and calendars show it. */
export function levelledPlace(place: PlaceInstance, placement: Placement, style: DateStyle): LevelledPlace {
  const { instance, jobs, visits, today, site, waiting } = place;
  const names: PlacementNames = {
    day: (visit) => dayWord(visits[visit]?.day ?? today, today, style),
    job: (job) => nameOf(place, job),
  };
  const reasons = new Reasons(instance, placement);
  const price = priced(instance, placement);
  const made = visits.map((visit, v): LevelledVisit => ({
    ...visit,
    entries: [],
    load: price.loads[v] ?? 0,
  }));
  const unplaced = waiting.map(({ row, why }) => ({ jobId: row.jobId, why: `It waits: ${why}.` }));
  for (const [j, job] of jobs.entries()) {
    const path = placement[j] ?? [];
    if (path.length === 0) {
      const isDue = (instance.jobs[j]?.never ?? 0) > 0;
      if (isDue && !job.look)
        unplaced.push({
          jobId: job.row.jobId,
          why: job.stands ?? unplacedWord(reasons.ofUnplaced(j), instance.jobs[j]?.minutes ?? 0, names),
        });
      continue;
    }
    // a look is no use once the job itself is done
    const own = job.look ? jobs.findIndex((one) => one.row.jobId === job.row.jobId && !one.look) : -1;
    const doneAt = placement[own]?.[0] ?? Infinity;
    if (job.look && (path[0] ?? 0) >= doneAt) continue;
    const why = reasons.ofJob(j);
    for (const [turn, v] of path.entries()) {
      const pinned = instance.jobs[j]?.pinned.includes(v) ?? false;
      const changePlanId = job.changePlans.get(v) ?? null;
      made[v]?.entries.push({
        ...{ jobId: job.row.jobId, look: job.look, turn, pinned, changePlanId },
        minutes: instance.jobs[j]?.minutes ?? 0,
        chanceDue: chanceAt(place, j, path, turn),
        why:
          changePlanId === null
            ? placementWord(why[turn] ?? { kind: 'best' }, names)
            : 'Its litres are planned for this visit.',
      });
    }
  }
  return {
    ...{ siteId: site.id, today, closed: place.closed, unplaced },
    visits: made,
    before: beforeLevelling(place),
    now: figures(place, placement, price),
  };
}

function nameOf({ jobs }: PlaceInstance, j: number): string {
  const row = jobs[j]?.row;
  return row ? `${row.thing}, ${row.action}` : '';
}

/** The chance of being due at a turn's visit. */
export function chanceAt(place: PlaceInstance, j: number, path: readonly number[], turn: number): number {
  const { jobs, instance } = place;
  const day = (v: number | undefined): number => instance.visits[v ?? 0]?.day ?? 0;
  const job = jobs[j];
  if (!job) return 0;
  return turn === 0 ? job.dueBy(day(path[0])) : (job.dueAfter?.(day(path[turn]) - day(path[turn - 1])) ?? 0);
}

function figures(
  { instance, jobs }: PlaceInstance,
  placement: Placement,
  { loads, made, timing }: Priced,
): LevelFigures {
  const shut = new Set<string>();
  let minutes = 0;
  for (const [j, path] of placement.entries())
    for (const v of path) {
      minutes += instance.jobs[j]?.minutes ?? 0;
      for (const key of jobs[j]?.setUps ?? []) if (key.startsWith('shut')) shut.add(`${v} ${key}`);
    }
  return {
    ...{ visits: made, shutDowns: shut.size, timingMin: timing, minutes },
    fullestMin: Math.max(0, ...loads),
    tooFull: loads.filter((load, v) => load > (instance.visits[v]?.capacityMin ?? Infinity)).length,
  };
}

/** Each job at the last visit before its day, nothing levelled: what the plan is measured against. */
function beforeLevelling(place: PlaceInstance): LevelledPlace['before'] {
  const { jobs, visits, today, instance } = place;
  const byDay = new Map(visits.map((visit, v) => [visit.day, v]));
  const numbers = new Map(jobs.map((job, j) => [`${job.row.jobId} ${job.look}`, j]));
  const rows = [...new Set(jobs.map((job) => job.row))];
  const placement: number[][] = jobs.map(() => []);
  const days = visits.map((visit) => visit.day);
  for (const visit of visitList(listedJobs(rows), days, addDays(today, instance.horizon)))
    for (const { jobId, look } of visit.entries) {
      const v = byDay.get(visit.day);
      const j = numbers.get(`${jobId} ${look}`);
      if (v !== undefined && j !== undefined) placement[j]?.push(v);
    }
  const price = priced(instance, placement);
  return {
    ...figures(place, placement, price),
    loads: new Map(visits.map((visit, v) => [visit.day, price.loads[v] ?? 0])),
  };
}
