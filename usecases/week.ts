import { visitDays } from '../core/planning/visits.ts';
import type { State } from '../core/planning/states.ts';
import { addDays, dayOf, type Day, type Instant } from '../core/time/day.ts';
import { gradeIndex } from '../core/wear/found.ts';
import { systemsWithin, type Scope } from './access/scope.ts';
import { placeOfJob } from '../model/facts/places.ts';
import { rhythmOf } from '../model/facts/rhythm.ts';
import { instantOfWhen } from '../model/facts/when.ts';
import type { OutOfBand, Plan, WaterTested } from './plan/plan.ts';
import type { SystemDanger } from './water/systemDangers.ts';
import type { RecordContent } from '../contract/records.ts';
import type { Testable } from './water/sentTests.ts';
import type { Evidence } from '../model/water/testedWater.ts';

const DAYS = 7;
const REPORTS_SHOWN = 6;

export interface WeekJob {
  jobId: string;
  /** "Filter sock" */
  thing: string;
  action: string;
  /** Those systems it serves that the reader may know of. */
  systems: string[];
  state: State;
  day: Day | null;
  /** Left out where it may speak of water that the reader may not know of. */
  sentence: string | null;
}
export interface WeekDone {
  id: string;
  thing: string;
  action: string;
  systems: string[];
  kind: 'service' | 'look';
  day: Day;
  found: string | null;
  who: string;
  pictureIds: string[];
}
/** "This week at this place": what was done, what comes, how the water is. For reading only. */
export interface WeekAtPlace {
  siteId: string;
  place: string;
  zone: string;
  today: Day;
  until: Day;
  visits: Day[];
  systems: {
    id: string;
    name: string;
    /** How far its tests allow anything to be said of it; null: the plan does not know it. */
    tested: WaterTested | null;
    outOfBand: OutOfBand[];
    dangers: SystemDanger[];
  }[];
  /** The units in which they are read; null: nobody said. */
  units: RecordContent<'setting'>['units'] | null;
  jobs: WeekJob[];
  done: WeekDone[];
  /** Visits whose report may be read, the newest first. */
  reports: { roundId: string; day: Day }[];
}
/** The same as it is answered: with what may be tested, for those who may send tests, and the other places there are. */
export interface WeekAnswer extends Omit<WeekAtPlace, 'systems'> {
  systems: (WeekAtPlace['systems'][number] & { testables: Testable[] })[];
  places: { id: string; name: string }[];
  maySend: boolean;
}
const urgent: ReadonlySet<State> = new Set<State>(['left-off', 'past-window', 'in-window', 'time-to-do']);

/**
 * @param scope what the reader may know of: nothing outside it is in the answer, not even a name
 * @returns null where nothing of the place lies within it
 */
export function weekAtPlace(
  evidence: Evidence,
  plan: Plan,
  siteId: string,
  scope: Scope,
  now: Instant,
): WeekAtPlace | null {
  const { snapshot, index, definitionOf } = evidence;
  const site = snapshot.content('site', siteId);
  const within = new Set(systemsWithin(snapshot, scope));
  const systems = snapshot
    .all('system')
    .filter(({ id, content }) => content.siteId === siteId && within.has(id));
  if (!site || (systems.length === 0 && scope !== null && !scope.siteIds.includes(siteId))) return null;
  const here = new Map(systems.map(({ id, content }) => [id, content.name]));
  const zone = site.timeZone;
  const today = dayOf(now, zone);
  const until = addDays(today, DAYS - 1);
  const named = (ids: readonly string[]): string[] => ids.flatMap((id) => here.get(id) ?? []);

  const jobs = plan.jobs.flatMap((row): WeekJob[] => {
    const job = snapshot.content('job', row.jobId);
    const place = job && placeOfJob(job, snapshot);
    const shown = named(row.systemIds);
    const isDue = urgent.has(row.state) || (row.recommended !== null && row.recommended <= until);
    if (!place || shown.length === 0 || !isDue || row.state === 'paused' || row.state === 'held') return [];
    const wholly = row.systemIds.every((id) => within.has(id));
    return [
      {
        ...{ jobId: row.jobId, thing: place.thing, action: row.action, systems: shown, state: row.state },
        day: row.recommended,
        sentence: wholly ? row.sentence : null,
      },
    ];
  });

  const from = addDays(today, -DAYS);
  const done = snapshot.all('job').flatMap((job): WeekDone[] => {
    const place = placeOfJob(job.content, snapshot);
    const shown = place ? named(place.systemIds) : [];
    if (!place || shown.length === 0) return [];
    const { action, foundWords } = definitionOf(job.content);
    return [...index.on('servicesOfJob', job.id), ...index.on('looksOfJob', job.id)].flatMap(
      ({ id, kind, content }): WeekDone[] => {
        const at = instantOfWhen(content.when, zone);
        const day = at === null ? null : dayOf(at, zone);
        if (day === null || day <= from || day > today) return [];
        return [
          {
            ...{ id, thing: place.thing, action, systems: shown, kind, day },
            found: content.found === null ? null : (foundWords[gradeIndex[content.found]] ?? null),
            who: snapshot.content('person', content.whoId)?.name ?? '',
            pictureIds: content.pictureIds,
          },
        ];
      },
    );
  });
  return {
    ...{ siteId, place: site.name, zone, today, until, units: site.client?.units ?? null },
    visits: visitDays(rhythmOf(snapshot, siteId), today, DAYS).filter((day) => day <= until),
    systems: systems.map(({ id, content }) => ({
      id,
      name: content.name,
      tested: plan.waters.find((one) => one.systemId === id) ?? null,
      outOfBand: plan.outOfBand.filter((one) => one.systemId === id),
      dangers: plan.dangers.filter((one) => one.systemId === id),
    })),
    jobs,
    reports: snapshot
      .all('round')
      .filter(
        (round) =>
          round.content.siteId === siteId &&
          // made ahead, it reports nothing
          index.on('actionsOfRound', round.id).length > 0 &&
          round.content.steps.some((step) => step.systemIds.some((id) => within.has(id))),
      )
      .sort((a, b) => b.content.day.localeCompare(a.content.day) || b.id.localeCompare(a.id))
      .slice(0, REPORTS_SHOWN)
      .map((round) => ({ roundId: round.id, day: round.content.day })),
    done: done.sort((a, b) => b.day.localeCompare(a.day) || a.thing.localeCompare(b.thing)),
  };
}
