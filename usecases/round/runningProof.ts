import { measures, type MeasureId } from '../../core/rules/measures.ts';
import type { QuantityId } from '../../core/quantity/quantities.ts';
import type { Instant } from '../../core/time/day.ts';
import { instantOfWhen } from '../../model/facts/when.ts';
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
      return index.on('readingsOfChannel', channel.id).flatMap(({ content }): RunningProof[] => {
        const at = instantOfWhen(content.when, zone);
        return at === null || at <= since || content.source !== 'device' || content.quality !== 'good'
          ? []
          : [
              {
                ...{
                  label: measures[measure].name,
                  quantity: channel.content.quantity,
                  value: content.value,
                },
                ...{ at, runs: content.value > 0 && !content.below },
              },
            ];
      });
    })
    .sort((a, b) => b.at - a.at);
  return last;
}
