import { MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import type { MeasureId } from '../../core/rules/measures.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import type { RecordIndex } from '../facts/recordIndex.ts';
import { instantOfWhen } from '../facts/when.ts';

/** A reading on a component, oldest first where there are several. */
export interface ComponentReading {
  at: Instant;
  daysAgo: number;
  value: number;
  below: boolean;
}

/** All accepted readings of one measure or parameter on a component, oldest first. */
export function readingsOn(
  index: RecordIndex,
  componentId: string,
  what: { measure: MeasureId } | { parameter: ParameterId },
  zone: string,
  at: Instant,
): ComponentReading[] {
  return index
    .on('channelsOfComponent', componentId)
    .filter(({ content }) =>
      'measure' in what ? content.measure === what.measure : content.parameter === what.parameter,
    )
    .flatMap((channel) => index.on('readingsOfChannel', channel.id))
    .flatMap(({ content }) => {
      const when = instantOfWhen(content.when, zone);
      return when === null || when > at || content.quality !== 'good'
        ? []
        : [{ at: when, daysAgo: (at - when) / MS_PER_DAY, value: content.value, below: content.below }];
    })
    .sort((a, b) => a.at - b.at);
}

/** The parameters that were read on a component, each by its last accepted reading. */
export function parametersOn(
  index: RecordIndex,
  componentId: string,
  zone: string,
  at: Instant,
): Map<ParameterId, ComponentReading> {
  const found = new Map<ParameterId, ComponentReading>();
  for (const { content } of index.on('channelsOfComponent', componentId)) {
    if (!content.parameter) continue;
    const last = readingsOn(index, componentId, { parameter: content.parameter }, zone, at).at(-1);
    if (last) found.set(content.parameter, last);
  }
  return found;
}
