import type { Worker } from '../../core/planning/hands.ts';
import type { Snapshot } from '../snapshot.ts';

/** Everybody who works here, as the core asks about them. */
export function workersOf(snapshot: Snapshot): Worker[] {
  return snapshot.all('person').map(({ content }) => ({
    name: content.name,
    skills: content.skills ?? [],
    permits: content.permits ?? [],
    weekdays: content.comes?.weekdays ?? [],
    minutesPerVisit: content.comes?.minutes ?? null,
    absences: content.absences ?? [],
  }));
}
