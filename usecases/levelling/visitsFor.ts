import { isThere, type Worker } from '../../core/planning/hands.ts';
import { visitDays } from '../../core/planning/visits.ts';
import { addDays, type Day } from '../../core/time/day.ts';
import { workerOf } from '../../model/facts/workerOf.ts';
import type { Stored } from '../../contract/records.ts';
import type { Snapshot } from '../../model/snapshot.ts';

/** A visit that can be made. */
export interface PossibleVisit {
  day: Day;
  /** Minutes there are; null: nobody said. */
  minutes: number | null;
  /** The day it has by the rhythm, where it was moved; null: it stands where it belongs, or was added. */
  movedFrom: Day | null;
  /** What a person decided of it, to be taken back. */
  change: Stored<'visit-change'> | null;
}
/** A visit of the rhythm that is not made, and why. */
export interface ClosedVisit {
  day: Day;
  why: string;
  change: Stored<'visit-change'> | null;
}

/**
 * The visits of a place from today on: its rhythm, with what was moved, left out or added; none where nobody is there. A
 * place without a usual day may be visited any day.
 */
export function visitsFor(
  snapshot: Snapshot,
  site: Stored<'site'>,
  today: Day,
  weeks: number,
): { visits: PossibleVisit[]; closed: ClosedVisit[] } {
  const end = addDays(today, 7 * weeks);
  const { visits: rhythm } = site.content;
  const usual = rhythm
    ? visitDays(rhythm, today, 7 * weeks + 1).filter((day) => day <= end)
    : Array.from({ length: 7 * weeks }, (_, i) => addDays(today, i));
  const changes = new Map(
    snapshot
      .all('visit-change')
      .filter(({ content }) => content.siteId === site.id)
      .map((change) => [change.content.day, change]),
  );
  const holidays = new Map(site.content.holidays?.map((one) => [one.day, one.note]));
  const workers = snapshot.all('person').map((person) => workerOf(person.content));
  const visits: PossibleVisit[] = [];
  const closed: ClosedVisit[] = [];
  const days = [...new Set([...usual, ...changes.keys()])].sort();
  for (const day of days) {
    const change = changes.get(day) ?? null;
    const on = change ? change.content.to : day;
    if (on === null) {
      if (day >= today) closed.push({ day, why: change?.content.reason || 'left out', change });
      continue;
    }
    if (on < today || on > end) continue;
    const holiday = holidays.get(on);
    // what a person decided of a visit stands over the calendar
    if (holiday !== undefined && change === null) {
      if (rhythm) closed.push({ day: on, why: holiday || 'holiday', change });
      continue;
    }
    const there = workers.filter((worker) => isThere(worker, on));
    if (workers.length > 0 && there.length === 0) {
      closed.push({ day: on, why: awayWord(workers, on), change });
      continue;
    }
    visits.push({
      day: on,
      minutes: minutesOn(change?.content.minutes ?? rhythm?.minutes ?? null, there),
      movedFrom: on === day ? null : day,
      change,
    });
  }
  const byDay = new Map(visits.map((visit) => [visit.day, visit]));
  return { visits: [...byDay.values()].sort((a, b) => a.day.localeCompare(b.day)), closed };
}

/** The place's minutes, or those of who is there where they are fewer. */
function minutesOn(minutes: number | null, there: readonly Worker[]): number | null {
  const own = there.map((worker) => worker.minutesPerVisit);
  const sum = own.length > 0 && own.every((one) => one !== null) ? own.reduce((a, b) => a + b, 0) : null;
  return sum === null ? minutes : minutes === null ? sum : Math.min(minutes, sum);
}

function awayWord(workers: readonly Worker[], day: Day): string {
  const away = workers.filter((one) => one.absences.some(({ from, to }) => from <= day && day <= to));
  return away.length > 0 ? `${away.map((one) => one.name).join(' and ')} away` : 'nobody comes that day';
}
