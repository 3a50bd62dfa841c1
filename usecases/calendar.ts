import { isThere } from '../core/planning/hands.ts';
import { instantOfLocal, type Day, type Instant } from '../core/time/day.ts';
import { sitesWithin, systemsWithin, type Scope } from './access/scope.ts';
import { workerOf } from '../model/facts/workerOf.ts';
import type { LevelledPlace } from './levelling/levelledPlace.ts';
import type { PlanRow } from './plan/planRows.ts';
import type { Snapshot } from '../model/snapshot.ts';

/** When visits begin, by local time. House default. */
const VISIT_TIME = '09:00';
const MINUTE_MS = 60_000;
/** A visit of which only a look is known still takes the way there. */
const SHORTEST_MIN = 15;

export interface CalendarJob {
  thing: string;
  system: string;
  action: string;
  look: boolean;
  /** The window, for the next time only: later turns have none yet. */
  earliest: Day | null;
  latest: Day | null;
  sentence: string;
  /** Why it stands at this visit. */
  why: string;
}
/** A visit as a calendar shows it: the same visit keeps its id, so that an update lands on it. */
export interface CalendarVisit {
  uid: string;
  siteId: string;
  place: string;
  zone: string;
  day: Day;
  begins: Instant;
  ends: Instant;
  minutes: number;
  jobs: CalendarJob[];
}
export interface CalendarAsked {
  scope: Scope;
  siteId: string | null;
  systemId: string | null;
  /** Only days on which this person is there. */
  personId: string | null;
}

/** The places whose visits are asked for; null: all of them. */
export function sitesAsked(snapshot: Snapshot, { scope, siteId, systemId }: CalendarAsked): string[] | null {
  const ofSystem = systemId === null ? null : (snapshot.content('system', systemId)?.siteId ?? null);
  const one = siteId ?? ofSystem;
  if (one !== null) return [one];
  return scope === null ? null : sitesWithin(snapshot, scope);
}

/** The visits of the levelled plan, as far as the reader may know of them. */
export function calendarVisits(
  snapshot: Snapshot,
  rows: readonly PlanRow[],
  places: readonly LevelledPlace[],
  asked: CalendarAsked,
): CalendarVisit[] {
  const within = new Set(systemsWithin(snapshot, asked.scope));
  const person = snapshot.content('person', asked.personId);
  const worker = person ? workerOf(person) : null;
  const shown = (row: PlanRow): boolean =>
    row.systemIds.every((id) => within.has(id)) &&
    (asked.systemId === null || row.systemIds.includes(asked.systemId));
  return snapshot
    .all('site')
    .filter((site) => asked.siteId === null || site.id === asked.siteId)
    .flatMap(({ id, content: site }): CalendarVisit[] => {
      const here = rows.filter((row) => row.siteId === id && shown(row));
      const byId = new Map(here.map((row) => [row.jobId, row]));
      const place = places.find((one) => one.siteId === id);
      return (place?.visits ?? [])
        .map((visit) => ({ ...visit, entries: visit.entries.filter((one) => byId.has(one.jobId)) }))
        .filter((visit) => visit.entries.length > 0 && (worker === null || isThere(worker, visit.day)))
        .map((visit) => {
          const minutes = visit.entries.reduce((sum, one) => sum + one.minutes, 0);
          const begins = instantOfLocal(`${visit.day}T${VISIT_TIME}`, site.timeZone).at;
          return {
            ...{
              uid: `visit-${id}-${visit.movedFrom ?? visit.day}`,
              siteId: id,
              place: site.name,
              zone: site.timeZone,
            },
            ...{ day: visit.day, begins, minutes },
            ends: begins + Math.max(SHORTEST_MIN, minutes) * MINUTE_MS,
            jobs: visit.entries.flatMap(({ jobId, look, turn, why }) => {
              const row = byId.get(jobId);
              if (!row) return [];
              const isNext = turn === 0;
              return [
                {
                  ...{ thing: row.thing, system: row.systemName, action: row.action, look },
                  earliest: isNext ? row.earliest : null,
                  latest: isNext ? row.latest : null,
                  sentence: isNext ? row.sentence : '',
                  why,
                },
              ];
            }),
          };
        });
    });
}
