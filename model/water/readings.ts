import { MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import type { MeasureId } from '../../core/quantity/measures.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import type { RecordIndex } from '../facts/recordIndex.ts';
import { instantOfWhen } from '../facts/when.ts';
import { asRead } from './methodLimits.ts';

/** A reading when it was taken, as far as anybody judges by it. */
export interface ChannelReading {
  at: Instant;
  daysAgo: number;
  value: number;
  below: boolean;
  timing: RecordContent<'reading'>['timing'];
  /** Nobody and nothing doubts it. */
  accepted: boolean;
  byDevice: boolean;
  /** What it was read with, where the reading or its channel says so. */
  methodId: string | null;
}

/** All readings of some channels up to an instant, oldest first. */
export function readingsOfChannels(
  index: RecordIndex,
  channels: readonly Stored<'channel'>[],
  zone: string,
  at: Instant,
): ChannelReading[] {
  return channels
    .flatMap((channel) =>
      index.on('readingsOfChannel', channel.id).map(({ content }) => ({ channel, content })),
    )
    .flatMap(({ channel, content }) => {
      const when = instantOfWhen(content.when, zone);
      return when === null || when > at
        ? []
        : [
            {
              ...{ at: when, daysAgo: (at - when) / MS_PER_DAY },
              ...asRead(index, channel, content),
              timing: content.timing,
              ...{ accepted: content.quality === 'good', byDevice: content.source === 'device' },
              methodId: content.methodId ?? channel.content.methodId ?? null,
            },
          ];
    })
    .sort((a, b) => a.at - b.at);
}

type What = { measure: MeasureId } | { parameter: ParameterId };
const acceptedOf = (
  index: RecordIndex,
  channels: readonly Stored<'channel'>[],
  what: What,
  zone: string,
  at: Instant,
): ChannelReading[] =>
  readingsOfChannels(
    index,
    channels.filter(({ content }) =>
      'measure' in what ? content.measure === what.measure : content.parameter === what.parameter,
    ),
    zone,
    at,
  ).filter((one) => one.accepted);

/** All accepted readings of one measure or parameter on a component, oldest first. */
export const readingsOn = (
  index: RecordIndex,
  componentId: string,
  what: What,
  zone: string,
  at: Instant,
): ChannelReading[] => acceptedOf(index, index.on('channelsOfComponent', componentId), what, zone, at);

/** All accepted readings of one measure or parameter of a whole water, oldest first. */
export const readingsOfSystem = (
  index: RecordIndex,
  systemId: string,
  what: What,
  zone: string,
  at: Instant,
): ChannelReading[] => acceptedOf(index, index.on('channelsOfSystem', systemId), what, zone, at);

/** The parameters that were read on a component, each by its last accepted reading. */
export function parametersOn(
  index: RecordIndex,
  componentId: string,
  zone: string,
  at: Instant,
): Map<ParameterId, ChannelReading> {
  const found = new Map<ParameterId, ChannelReading>();
  for (const { content } of index.on('channelsOfComponent', componentId)) {
    if (!content.parameter) continue;
    const last = readingsOn(index, componentId, { parameter: content.parameter }, zone, at).at(-1);
    if (last) found.set(content.parameter, last);
  }
  return found;
}
