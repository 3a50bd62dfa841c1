import { minutesOfHands } from '../../model/facts/handsThere.ts';
import type { Worker } from '../../core/planning/hands.ts';
import { visitDays, type VisitRhythm } from '../../core/planning/visits.ts';
import { addDays, type Day } from '../../core/time/day.ts';
import { rhythmOf } from '../../model/facts/rhythm.ts';
import type { Stored } from '../../contract/records.ts';
import type { Snapshot } from '../../model/snapshot.ts';

/** A visit that can be made. */
export interface PossibleVisit {
  day: Day;
  /** Minutes of hands there are; null: nobody said. */
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

/** A place without a usual day may be visited any day. */
const ANY_DAY = { weekdays: [1, 2, 3, 4, 5, 6, 7], everyWeeks: 1, minutes: null };

/**
 * The visits of a place from today on: the days on which somebody comes by, with the minutes there are and what was
 * decided of each, and the days of the rhythm that fall out, with why.
 */
export function visitsFor(
  snapshot: Snapshot,
  site: Stored<'site'>,
  today: Day,
  weeks: number,
): { visits: PossibleVisit[]; closed: ClosedVisit[] } {
  const end = addDays(today, 7 * weeks);
  const rhythm = rhythmOf(snapshot, site.id, { ...ANY_DAY, from: today });
  if (!rhythm) return { visits: [], closed: [] };
  const daysOf = (of: VisitRhythm): Day[] =>
    visitDays(of, today, 7 * weeks + 1 + rhythm.also.length).filter((day) => day <= end);
  const open = daysOf(rhythm);
  const changes = snapshot
    .all('visit-change')
    .filter(({ content }) => content.siteId === site.id)
    .sort((a, b) => a.content.day.localeCompare(b.content.day));
  const changeOf = new Map(changes.map((change) => [change.content.day, change]));
  const broughtBy = new Map(changes.map((change) => [change.content.to, change]));
  const holidays = new Map(site.content.holidays?.map((one) => [one.day, one.note]));
  const usual = daysOf({ ...rhythm, without: [], also: [], workers: [] });
  const closed = [...new Set([...usual, ...changeOf.keys()])].sort().flatMap((day): ClosedVisit[] => {
    const change = changeOf.get(day) ?? null;
    const on = change ? change.content.to : day;
    if (on === null) return day >= today ? [{ day, why: change?.content.reason || 'left out', change }] : [];
    if (on < today || on > end || open.includes(on)) return [];
    const holiday = change ? undefined : holidays.get(on);
    if (holiday === undefined) return [{ day: on, why: awayWord(rhythm.workers, on), change }];
    return site.content.visits ? [{ day: on, why: holiday || 'holiday', change }] : [];
  });
  const visits = open.map((day): PossibleVisit => {
    const change = broughtBy.get(day) ?? null;
    return {
      day,
      minutes: minutesOfHands(
        change?.content.minutes ?? rhythm.minutes,
        site.content.visits?.people ?? undefined,
        rhythm.workers,
        day,
      ),
      movedFrom: change && change.content.day !== day ? change.content.day : null,
      change,
    };
  });
  return { visits, closed };
}

function awayWord(workers: readonly Worker[], day: Day): string {
  const away = workers.filter((one) => one.absences.some(({ from, to }) => from <= day && day <= to));
  return away.length > 0 ? `${away.map((one) => one.name).join(' and ')} away` : 'nobody comes that day';
}
