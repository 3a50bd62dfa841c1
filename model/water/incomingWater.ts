import { findKind } from '../../core/catalogue/index.ts';
import type { Incoming } from '../../core/rules/facts.ts';
import type { Instant } from '../../core/time/day.ts';
import { parameters, type Parameter, type ParameterId } from '../../core/water/parameters.ts';
import { pointValue } from '../../core/water/testSeries.ts';
import { ownKindsOf } from '../facts/definition.ts';
import type { RecordIndex } from '../facts/recordIndex.ts';
import { parametersOn, type ChannelReading } from './readings.ts';
import type { Snapshot } from '../snapshot.ts';

/** Where new water is read: what it is taken from, or the unit that makes it. */
export interface WaterSource {
  componentId: string;
  /** Water is made in it: only what mixing leaves as it was tells of the new water. */
  makes: boolean;
}

const MAKES_WATER = 'make-up-unit';

/**
 * Components through which water comes in, by the system it comes into. A store of fresh water is no source of a salt
 * system: its changes come from the drum, what it tops off from the container is another water. What a unit makes, and
 * any of its parts, is in both.
 */
export function sourcesOf(snapshot: Snapshot): Map<string, WaterSource[]> {
  const ownKinds = ownKindsOf(snapshot);
  const sources = new Map<string, WaterSource[]>();
  const put = (systemIds: readonly string[], source: WaterSource): void => {
    for (const systemId of systemIds) sources.set(systemId, [...(sources.get(systemId) ?? []), source]);
  };
  for (const { id, content } of snapshot.all('component')) {
    const unit = content.parentId === null ? content : snapshot.content('component', content.parentId);
    if (content.status === 'removed' || !unit) continue;
    if (unit.kindId === MAKES_WATER) put(unit.systemIds, { componentId: id, makes: true });
    else if (findKind(content.kindId, ownKinds)?.source) {
      const { holds } = content;
      put(
        content.systemIds.filter(
          (systemId) =>
            !holds || (holds.water === 'fresh') === (snapshot.content('system', systemId)?.water === 'fresh'),
        ),
        { componentId: id, makes: false },
      );
    }
  }
  return sources;
}

/** The newest accepted reading of each parameter, wherever it was taken. */
export function newestOf(
  index: RecordIndex,
  sources: readonly WaterSource[],
  zone: string,
  at: Instant,
): Map<ParameterId, ChannelReading> {
  const found = new Map<ParameterId, ChannelReading>();
  for (const { componentId, makes } of sources)
    for (const [parameter, reading] of parametersOn(index, componentId, zone, at)) {
      if (makes && !(parameters[parameter] as Parameter).staysInMadeWater) continue;
      const known = found.get(parameter);
      if (!known || reading.at > known.at) found.set(parameter, reading);
    }
  return found;
}

/** What the water that comes in holds, by its newest reading; below the lowest is taken as half of it. */
export const incomingWater = (
  index: RecordIndex,
  sources: readonly WaterSource[],
  zone: string,
  at: Instant,
): Map<ParameterId, Incoming> =>
  new Map(
    [...newestOf(index, sources, zone, at)].map(([parameter, reading]) => [
      parameter,
      { value: pointValue(reading), at: reading.at },
    ]),
  );
