import type { VisitRhythm } from '../../core/planning/visits.ts';
import type { Snapshot } from '../snapshot.ts';
import { workerOf } from './workerOf.ts';

/** A place's rhythm with everything that was decided of it, and the minutes a visit has; null: nobody said. */
export type PlaceRhythm = Required<VisitRhythm> & { minutes: number | null };

/**
 * When somebody comes by a place: its rhythm with what people moved, left out or added, without holidays and without
 * the days on which nobody is there.
 * @param otherwise taken where the place has no usual day
 * @returns null: no usual day
 */
export function rhythmOf(
  snapshot: Snapshot,
  siteId: string | null,
  otherwise: (Pick<VisitRhythm, 'weekdays' | 'everyWeeks' | 'from'> & { minutes: null }) | null = null,
): PlaceRhythm | null {
  const site = snapshot.content('site', siteId);
  const usual = site?.visits ?? otherwise;
  if (!site || !usual) return null;
  const changes = snapshot
    .all('visit-change')
    .flatMap(({ content }) => (content.siteId === siteId ? [content] : []));
  const changed = new Set(changes.map((change) => change.day));
  return {
    ...usual,
    without: [
      ...changes.flatMap(({ day, to }) => (to === day ? [] : [day])),
      // what a person decided of a visit stands over the calendar
      ...(site.holidays ?? []).flatMap(({ day }) => (changed.has(day) ? [] : [day])),
    ],
    also: changes.flatMap(({ to }) => to ?? []),
    workers: snapshot.all('person').map((person) => workerOf(person.content)),
  };
}
