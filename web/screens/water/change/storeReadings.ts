import type { Readable } from '../../../../model/water/componentChannel.ts';
import type { Snapshot } from '../../../../model/snapshot.ts';
import type { Write } from '../../../../contract/work.ts';
import type { ChangeFacts } from '../../../../usecases/water/changeFacts.ts';
import { equipmentReading } from '../../../parts/equipmentReading.ts';
import type { ChangeDraft } from './draft.ts';

/** What was read in the stores while planning and is not kept yet: it is kept with the plan. */
export function storeReadings(
  facts: ChangeFacts,
  draft: ChangeDraft,
  snapshot: Snapshot,
  at: string,
  whoId: string | null,
): Write[] {
  return facts.stores.flatMap((store) => {
    const said = draft.stores[store.id];
    const read: [Readable, number | null, number | null][] = [
      [{ measure: 'litres-left' }, said?.presentL ?? null, store.presentL],
      [{ parameter: 'salinity' }, said?.salinity ?? null, store.values.salinity ?? null],
      [{ parameter: 'temperature' }, said?.temperature ?? null, store.values.temperature ?? null],
    ];
    return read.flatMap(([what, value, before]) =>
      value === null || value === before
        ? []
        : equipmentReading(snapshot, store.id, what, { when: { kind: 'instant', at }, value, whoId }),
    );
  });
}
