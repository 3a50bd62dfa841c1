import type { Found } from '../../../core/wear/found.ts';
import { daysBetween, dayOf, type Day } from '../../../core/time/day.ts';
import { instantOfWhen } from '../../../model/facts/when.ts';
import type { Stored } from '../../../contract/records.ts';
import type { Snapshot } from '../../../model/snapshot.ts';

export interface Cycle {
  id: string;
  day: Day;
  /** Days since the service before; null for the first. */
  days: number | null;
  found: Found | null;
  service: Stored<'service'>;
}

/** The services of a job in time order, each with the days it took. */
export function cyclesOf(snapshot: Snapshot, jobId: string, zone: string): Cycle[] {
  const services = snapshot
    .all('service')
    .flatMap((service) => {
      const { jobId: its, mergedInto } = service.content;
      const at = its === jobId && !mergedInto ? instantOfWhen(service.content.when, zone) : null;
      return at === null ? [] : [{ service, at, day: dayOf(at, zone) }];
    })
    .sort((a, b) => a.at - b.at);
  return services.map(({ service, day }, i) => {
    const before = services[i - 1];
    return {
      id: service.id,
      day,
      days: before ? daysBetween(before.day, day) : null,
      found: service.content.found,
      service,
    };
  });
}
