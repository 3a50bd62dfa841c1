import { MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import type { MeasureId } from '../../core/quantity/measures.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import type { RecordIndex } from '../facts/recordIndex.ts';
import { instantOfWhen } from '../facts/when.ts';
import { byLocalDay, pointsOfDays, summaryOf, type DaySummary } from './deviceDays.ts';
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

/**
 * All readings of some channels up to an instant, oldest first: those of people one by one, those of devices a point a day
 * and only where nothing doubts them.
 */
export function readingsOfChannels(
  index: RecordIndex,
  channels: readonly Stored<'channel'>[],
  zone: string,
  at: Instant,
): ChannelReading[] {
  const found: ChannelReading[] = [];
  for (const channel of channels) {
    for (const { content } of index.on('readingsOfChannel', channel.id)) {
      const when = instantOfWhen(content.when, zone);
      if (when === null || when > at) continue;
      const { value, below } = asRead(index, channel, content);
      found.push({
        at: when,
        daysAgo: (at - when) / MS_PER_DAY,
        value,
        below,
        timing: content.timing,
        accepted: content.quality === 'good',
        byDevice: false,
        methodId: content.methodId ?? channel.content.methodId ?? null,
      });
    }
    for (const point of pointsOfDays(daysOfDevice(index, channel.id, zone), channel.content))
      if (point.at <= at)
        found.push({
          at: point.at,
          daysAgo: (at - point.at) / MS_PER_DAY,
          value: point.value,
          below: point.below,
          timing: null,
          accepted: true,
          byDevice: true,
          methodId: channel.content.methodId ?? null,
        });
  }
  return found.sort((a, b) => a.at - b.at);
}

/** What stands as records on some channels, for drawing: devices' rows are drawn from their hours. */
export const recordedOn = (
  index: RecordIndex,
  channels: readonly Stored<'channel'>[],
  zone: string,
): { at: Instant; value: number; below: boolean }[] =>
  channels.flatMap((channel) =>
    [...index.on('readingsOfChannel', channel.id), ...index.on('sentOfChannel', channel.id)].flatMap(
      ({ content }) => {
        const at = instantOfWhen(content.when, zone);
        return at === null ? [] : [{ at, ...asRead(index, channel, content) }];
      },
    ),
  );

/** As they were summed up where they came in, or of records that were given as they are. */
function daysOfDevice(index: RecordIndex, channelId: string, zone: string): readonly DaySummary[] {
  const known = index.devices.of(channelId);
  const sent = index
    .on('sentOfChannel', channelId)
    .flatMap(({ content: { quality, when, value, below } }) => {
      const at = quality === 'good' ? instantOfWhen(when, zone) : null;
      return at === null ? [] : [{ at, value, below }];
    });
  if (sent.length === 0) return known;
  const days = [...byLocalDay(sent, zone)].flatMap(([day, readings]) => summaryOf(day, zone, readings) ?? []);
  return [...known, ...days].sort((a, b) => a.last.at - b.last.at);
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
