import { measures, type MeasureId } from '../../core/quantity/measures.ts';
import type { QuantityId } from '../../core/quantity/quantities.ts';
import type { Instant } from '../../core/time/day.ts';
import { readingsOfChannels } from '../../model/water/readings.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

/** What a device last sent of a part since it was put on again. */
export interface RunningProof {
  label: string;
  quantity: QuantityId;
  /** In the stored unit. */
  value: number;
  at: Instant;
  /** Nothing flows: it shows the contrary. */
  runs: boolean;
}

/**
 * The last reading that a device sent of what shows that a part runs (its flow), of the part itself or of its parts.
 * @param since readings before it were of the part as it ran before
 * @returns null where no device has sent any since
 */
export function runningProof(
  { snapshot, index }: Evidence,
  componentId: string,
  zone: string,
  since: Instant,
): RunningProof | null {
  const ids = [
    componentId,
    ...snapshot.all('component').flatMap(({ id, content }) => (content.parentId === componentId ? [id] : [])),
  ];
  const [last = null] = ids
    .flatMap((id) => index.on('channelsOfComponent', id))
    .flatMap((channel) => {
      const measure: MeasureId | undefined = channel.content.measure;
      if (!measure || !('showsRunning' in measures[measure])) return [];
      return readingsOfChannels(index, [channel], zone, Number.POSITIVE_INFINITY)
        .filter((one) => one.at > since && one.byDevice && one.accepted)
        .map(({ at, value, below }): RunningProof => ({
          ...{ label: measures[measure].name, quantity: channel.content.quantity, value },
          ...{ at, runs: value > 0 && !below },
        }));
    })
    .sort((a, b) => b.at - a.at);
  return last;
}
