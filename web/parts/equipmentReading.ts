import { isChannelOf, readableChannel, type Readable } from '../../model/water/componentChannel.ts';
import type { RecordContent } from '../../contract/records.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { Write } from '../../contract/work.ts';
import { creating, newIds } from '../api/writing.tsx';
import { typedReading } from './readings.ts';

/** A reading typed for a piece of equipment, with the channel it needs where there is none yet. */
export function equipmentReading(
  snapshot: Snapshot,
  componentId: string,
  what: Readable,
  said: Pick<RecordContent<'reading'>, 'when' | 'value' | 'whoId'> & Partial<RecordContent<'reading'>>,
): Write[] {
  const known = snapshot
    .all('channel')
    .find(({ content }) => content.componentId === componentId && isChannelOf(content, what));
  const ids = newIds(known?.id);
  return [
    ...(known ? [] : [creating('channel', readableChannel(componentId, what), ids)]),
    creating('reading', typedReading({ ...said, channelId: ids.id })),
  ];
}
