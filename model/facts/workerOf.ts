import type { Worker } from '../../core/planning/hands.ts';
import type { RecordContent } from '../../contract/records.ts';

/** Somebody who works here, as the core asks about them. */
export const workerOf = (content: RecordContent<'person'>): Worker => ({
  name: content.name,
  skills: content.skills ?? [],
  permits: content.permits ?? [],
  weekdays: content.comes?.weekdays ?? [],
  minutesPerVisit: content.comes?.minutes ?? null,
  absences: content.absences ?? [],
});
