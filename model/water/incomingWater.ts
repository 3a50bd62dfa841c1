import { findKind } from '../../core/catalogue/index.ts';
import type { Incoming } from '../../core/rules/facts.ts';
import type { Instant } from '../../core/time/day.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import { ownKindsOf } from '../facts/definition.ts';
import type { RecordIndex } from '../facts/recordIndex.ts';
import { readingsOfChannels } from './readings.ts';
import type { Snapshot } from '../snapshot.ts';

/**
 * Components through which water comes in, by the system it comes into. A store of fresh water is no source of a salt
 * system: its changes come from the drum, what it tops off from the container is another water.
 */
export function sourcesOf(snapshot: Snapshot): Map<string, string[]> {
  const ownKinds = ownKindsOf(snapshot);
  const sources = new Map<string, string[]>();
  for (const component of snapshot.all('component')) {
    if (!findKind(component.content.kindId, ownKinds)?.source) continue;
    const { holds } = component.content;
    for (const systemId of component.content.systemIds) {
      const fresh = snapshot.content('system', systemId)?.water === 'fresh';
      if (holds && (holds.water === 'fresh') !== fresh) continue;
      sources.set(systemId, [...(sources.get(systemId) ?? []), component.id]);
    }
  }
  return sources;
}

/** The last accepted reading of the water that comes in, by parameter. */
export function incomingWater(
  index: RecordIndex,
  sourceIds: readonly string[],
  zone: string,
  at: Instant,
): Map<ParameterId, Incoming> {
  const found = new Map<ParameterId, Incoming>();
  for (const componentId of sourceIds) {
    for (const channel of index.on('channelsOfComponent', componentId)) {
      const { parameter } = channel.content;
      if (!parameter) continue;
      const last = readingsOfChannels(index, [channel], zone, at).findLast(
        (one) => one.accepted && !one.below,
      );
      const known = found.get(parameter);
      if (last && (!known || last.at > known.at)) found.set(parameter, { value: last.value, at: last.at });
    }
  }
  return found;
}
