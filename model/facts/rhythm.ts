import type { VisitRhythm } from '../../core/planning/visits.ts';
import type { RecordContent } from '../../contract/records.ts';
import type { Snapshot } from '../snapshot.ts';
import { workerOf } from './workerOf.ts';

/**
 * When somebody comes by a place: its rhythm with what people moved, left out or added, without holidays and without
 * the days on which nobody is there. Null: no usual day.
 */
export function rhythmOf(
  snapshot: Snapshot,
  siteId: string | null,
): (NonNullable<RecordContent<'site'>['visits']> & VisitRhythm) | null {
  const site = snapshot.content('site', siteId);
  if (!site?.visits) return null;
  const changes = snapshot
    .all('visit-change')
    .flatMap(({ content }) => (content.siteId === siteId ? [content] : []));
  const changed = new Set(changes.map((change) => change.day));
  return {
    ...site.visits,
    without: [
      ...changes.flatMap(({ day, to }) => (to === day ? [] : [day])),
      // what a person decided of a visit stands over the calendar
      ...(site.holidays ?? []).flatMap(({ day }) => (changed.has(day) ? [] : [day])),
    ],
    also: changes.flatMap(({ to }) => to ?? []),
    workers: snapshot.all('person').map((person) => workerOf(person.content)),
  };
}
