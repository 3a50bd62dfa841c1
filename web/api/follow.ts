import type { QueryClient } from '@tanstack/react-query';
import type { RecordKind } from '../../contract/records.ts';
import { besideWater } from '../../usecases/water/besideWater.ts';

/** What is asked of the water, by the second part of its key. */
const ofWater: ReadonlySet<unknown> = new Set(['readings', 'water', 'series']);

/**
 * Fetches what may be otherwise now.
 * @param kinds of the records that changed; null: nobody said, so anything may
 */
export async function renewAfter(client: QueryClient, kinds: readonly RecordKind[] | null): Promise<void> {
  const isWaterSame = kinds !== null && kinds.length > 0 && kinds.every((kind) => besideWater.has(kind));
  await Promise.all([
    client.invalidateQueries({
      queryKey: ['snapshot'],
      predicate: ({ queryKey }) => !isWaterSame || !ofWater.has(queryKey[1]),
    }),
    client.invalidateQueries({ queryKey: ['plan'] }),
  ]);
}
