import type { Day } from '../../core/time/day.ts';
import type { Stored } from '../../contract/records.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { peopleComing } from '../../model/facts/handsThere.ts';
import { visitsFor } from './visitsFor.ts';

/** The next visits, and a few more: one may have been moved far. */
const WEEKS = 5;

/** The minutes of hands there are at a visit of a place, after what was moved and who is there; null: nobody said. */
export function minutesThere(snapshot: Snapshot, site: Stored<'site'>, today: Day, day: Day): number | null {
  const visit = visitsFor(snapshot, site, today, WEEKS).visits.find((one) => one.day === day);
  if (visit) return visit.minutes;
  const { visits } = site.content;
  return visits?.minutes ? visits.minutes * peopleComing(site.content) : null;
}
