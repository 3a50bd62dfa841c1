import { dayOf, type Day, type Instant } from '../../core/time/day.ts';
import { instantOfWhen } from '../../model/facts/when.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';

type Reading = RecordContent<'reading'>;

/** A reading as somebody types it in; what is not said is usual. */
export const typedReading = (
  said: Pick<Reading, 'channelId' | 'when' | 'value' | 'whoId'> & Partial<Reading>,
): Reading => ({
  below: false,
  source: 'typed',
  quality: 'good',
  timing: null,
  serviceId: null,
  note: '',
  ...said,
});

/** Readings whose time is known, the newest first. */
export function latestFirst(
  readings: readonly Stored<'reading'>[],
  zone: string,
): { reading: Stored<'reading'>; at: Instant; day: Day }[] {
  return readings
    .flatMap((reading) => {
      const at = instantOfWhen(reading.content.when, zone);
      return at === null ? [] : [{ reading, at, day: dayOf(at, zone) }];
    })
    .sort((a, b) => b.at - a.at);
}
