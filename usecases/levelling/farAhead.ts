import type { Placement } from '../../core/planning/levelling/instance.ts';
import { priced } from '../../core/planning/levelling/priced.ts';
import { visitDays } from '../../core/planning/visits.ts';
import { visitList } from '../../core/planning/visitList.ts';
import { addDays, dayOf, daysBetween, type Day, type Instant } from '../../core/time/day.ts';
import { isPlanned, listedJobs } from '../plan/planVisits.ts';
import type { PlanRow } from '../plan/planRows.ts';
import type { Stored } from '../../contract/records.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { eachPlace } from './eachPlace.ts';
import { peopleComing } from '../../model/facts/handsThere.ts';
import { rhythmOf } from '../../model/facts/rhythm.ts';
import { placeInstance, type PlaceInstance } from './placeInstance.ts';

/** Jobs that come oftener are no news of a month: they are its routine. */
export const ROUTINE_DAYS = 45;
/** A month of plans. */
export const MONTH_DAYS = 30;

/** Months of a place, thinned out: what recurs often as minutes, every long job by name. */
export interface FarPlace {
  place: PlaceInstance;
  months: readonly { from: Day; visits: number; minutesThere: number | null; routineMin: number }[];
}
export interface FarMonth {
  from: Day;
  visits: number;
  minutesThere: number | null;
  routineMin: number;
  jobs: { row: PlanRow; turn: number }[];
  /** All minutes, and what they would be with each job on its day. */
  load: number;
  before: number;
}

/** Places over months ahead, to be levelled like visits: a month holds what its visits hold beside the routine. */
export function farPlaces(
  evidence: Evidence,
  rows: readonly PlanRow[],
  now: Instant,
  months: number,
): FarPlace[] {
  return eachPlace(evidence, rows, (site, here) => farPlace(evidence, site, here, now, months));
}

function farPlace(
  evidence: Evidence,
  site: Stored<'site'>,
  rows: readonly PlanRow[],
  now: Instant,
  count: number,
): FarPlace {
  const today = dayOf(now, site.content.timeZone);
  const isRoutine = (row: PlanRow): boolean => row.intervalDays !== null && row.intervalDays < ROUTINE_DAYS;
  const { visits: rhythm } = site.content;
  const spacing = rhythm ? (7 * rhythm.everyWeeks) / rhythm.weekdays.length : 1;
  // what wants doing oftener than anybody comes is done at each visit
  const routineMin = rows
    .filter((row) => isRoutine(row) && isPlanned(row))
    .reduce((sum, row) => sum + (row.minutes * MONTH_DAYS) / Math.max(spacing, row.intervalDays ?? 1), 0);
  const all = visitDays(
    rhythmOf(evidence.snapshot, site.id),
    today,
    Math.ceil((count * MONTH_DAYS) / spacing) + 2,
  );
  const months = Array.from({ length: count }, (_, i) => {
    const from = addDays(today, i * MONTH_DAYS);
    const to = addDays(from, MONTH_DAYS);
    const visits = rhythm ? all.filter((day) => day >= from && day < to).length : MONTH_DAYS;
    const minutesThere = rhythm?.minutes ? visits * rhythm.minutes * peopleComing(site.content) : null;
    return { from, visits, minutesThere, routineMin };
  });
  const place = placeInstance(
    evidence,
    site,
    rows.filter((row) => !isRoutine(row)),
    now,
    {
      horizon: count * MONTH_DAYS,
      visits: months.map(({ from, minutesThere }) => ({
        day: addDays(from, MONTH_DAYS / 2),
        minutes: minutesThere === null ? null : Math.max(1, Math.round(minutesThere - routineMin)),
        ...{ movedFrom: null, change: null },
      })),
    },
  );
  return { place, months };
}

/** What a search found, by months. */
export function farMonths({ place, months }: FarPlace, placement: Placement): FarMonth[] {
  const loads = priced(place.instance, placement).loads;
  const before = new Map<number, number>();
  const rows = [...new Set(place.jobs.map((job) => job.row))];
  const days = Array.from({ length: place.instance.horizon }, (_, i) => addDays(place.today, i));
  for (const visit of visitList(listedJobs(rows), days, addDays(place.today, place.instance.horizon))) {
    const month = Math.floor(daysBetween(place.today, visit.day) / MONTH_DAYS);
    before.set(month, (before.get(month) ?? 0) + visit.minutes);
  }
  return months.map((month, m) => ({
    ...month,
    jobs: place.jobs.flatMap(({ row, look }, j) => {
      const turn = (placement[j] ?? []).indexOf(m);
      return turn < 0 || look ? [] : [{ row, turn }];
    }),
    load: month.routineMin + (loads[m] ?? 0),
    before: month.routineMin + (before.get(m) ?? 0),
  }));
}
