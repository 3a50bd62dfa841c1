import { ended, level, iterationsFor } from '../../core/planning/levelling/level.ts';
import type { Placement } from '../../core/planning/levelling/instance.ts';
import type { Instant } from '../../core/time/day.ts';
import type { PlanRow } from '../plan/planRows.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { settingOf } from '../../model/settings.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { eachPlace } from './eachPlace.ts';
import { levelledPlace, type LevelledPlace } from './levelledPlace.ts';
import { placeInstance, type PlaceInstance } from './placeInstance.ts';

/** So far ahead every turn of every job has its visit. */
export const LEVEL_WEEKS = 12;

/** The places of a plan that have anything to do, ready to be levelled. */
export function placesOf(
  evidence: Evidence,
  rows: readonly PlanRow[],
  now: Instant,
  weeks = LEVEL_WEEKS,
): PlaceInstance[] {
  return eachPlace(evidence, rows, (site, here) => placeInstance(evidence, site, here, now, weeks));
}

export const jobsIn = (places: readonly Pick<PlaceInstance, 'instance'>[]): number =>
  places.reduce((sum, one) => sum + one.instance.jobs.length, 0);

/**
 * A level search of places, one after another: yields how far it is, 0 to 1; whoever iterates may stop.
 * @param jobsOfAll of every place of the plan, where only some are searched: it says how many steps a place may take
 */
export function* levelAll(
  places: readonly Pick<PlaceInstance, 'instance'>[],
  jobsOfAll: number = jobsIn(places),
): Generator<number, Placement[], undefined> {
  const jobs = jobsIn(places);
  const placements: Placement[] = [];
  let before = 0;
  for (const { instance } of places) {
    const count = instance.jobs.length;
    const search = level(instance, { iterations: iterationsFor(count, jobsOfAll) });
    let step = search.next();
    for (; !step.done; step = search.next())
      yield (before + (count * step.value.done) / Math.max(1, step.value.of)) / Math.max(1, jobs);
    placements.push(step.value);
    before += count;
  }
  return placements;
}

/** What a search found, place by place, as screens and calendars show it. */
export function levelledPlaces(
  snapshot: Snapshot,
  places: readonly PlaceInstance[],
  placements: readonly Placement[],
): LevelledPlace[] {
  const style = settingOf(snapshot).dateFormat;
  return places.map((place, i) => levelledPlace(place, placements[i] ?? [], style));
}

/** The levelled plan of every place: the same records give the same plan, here, on the server and on the command line. */
export function levelPlan(
  evidence: Evidence,
  rows: readonly PlanRow[],
  now: Instant,
  weeks = LEVEL_WEEKS,
): LevelledPlace[] {
  const places = placesOf(evidence, rows, now, weeks);
  return levelledPlaces(evidence.snapshot, places, ended(levelAll(places)));
}
