import { canonicalJson } from '../../contract/canonicalJson.ts';
import type { RecordContent } from '../../contract/records.ts';
import type { Write } from '../../contract/work.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { outsidePossible } from '../../model/water/readingFaults.ts';
import type { SentReading } from './takeIn.ts';

type Reading = RecordContent<'reading'>;

/** Whether a write is what a device read at an instant: that becomes a row, not a record. */
export function isSent(write: Write): boolean {
  if (write.op !== 'create' || write.kind !== 'reading') return false;
  const content = write.content as Partial<Reading> | null;
  return content?.source === 'device' && content.when?.kind === 'instant';
}

export function sentReading(content: Reading, snapshot: Snapshot): SentReading {
  const { channelId, when, value, below, quality, timing, serviceId, whoId, note, methodId, repeats, rough } =
    content;
  const at = when.kind === 'instant' ? Date.parse(when.at) : Number.NaN;
  const more = Object.fromEntries(
    Object.entries({ timing, serviceId, whoId, note, methodId, repeats, rough }).filter(
      ([, said]) => said !== null && said !== '' && said !== undefined,
    ),
  );
  return {
    ...{ channelId, at, value, below },
    good: quality === 'good' && !isNonsense(snapshot, channelId, value),
    more: Object.keys(more).length === 0 ? null : canonicalJson(more),
  };
}

/** A probe that came loose reads −127 °C: kept, since it was sent, but nothing is judged by it. */
export function isNonsense(snapshot: Snapshot, channelId: string, value: number): boolean {
  const channel = snapshot.content('channel', channelId);
  return channel !== undefined && outsidePossible(channel, value) !== null;
}
