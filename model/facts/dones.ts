import type { Instant } from '../../core/time/day.ts';
import type { RecordIndex } from './recordIndex.ts';
import { instantOfWhen } from './when.ts';

/** When a job was done, as far as that is known, up to an instant; oldest first. */
export function donesOf(index: RecordIndex, jobId: string, zone: string, at: Instant): Instant[] {
  return index
    .on('servicesOfJob', jobId)
    .flatMap((service) => instantOfWhen(service.content.when, zone) ?? [])
    .filter((when) => when <= at)
    .sort((a, b) => a - b);
}
