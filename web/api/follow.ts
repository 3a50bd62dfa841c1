import type { QueryClient } from '@tanstack/react-query';
import type { RecordKind } from '../../contract/records.ts';
import { takePlan, takeRecords, type Held, type ToldChange, type ToldPlan } from '../../usecases/changes.ts';
import type { Plan } from '../../usecases/plan/planRows.ts';
import { keepStep } from '../offline/house.ts';
import { ofPlacesHeld } from './atHand.ts';
import { follows } from './standing.ts';
import type { Fetched } from './laidOver.ts';
import { besideWater } from '../../usecases/water/besideWater.ts';

/** What is asked of the water, by the second part of its key. */
const ofWater: ReadonlySet<unknown> = new Set(['readings', 'water', 'series']);

/** Queries that a change of these kinds may make otherwise, apart from the records themselves. */
const renewBesides = (client: QueryClient, kinds: readonly RecordKind[] | null): Promise<void> => {
  const isWaterSame = kinds !== null && kinds.length > 0 && kinds.every((kind) => besideWater.has(kind));
  return client.invalidateQueries({
    queryKey: ['snapshot'],
    predicate: ({ queryKey }) => queryKey.length > 1 && (!isWaterSame || !ofWater.has(queryKey[1])),
  });
};

/**
 * Fetches what may be otherwise now.
 * @param kinds of the records that changed; null: nobody said, so anything may
 */
export async function renewAfter(client: QueryClient, kinds: readonly RecordKind[] | null): Promise<void> {
  await Promise.all([
    client.invalidateQueries({ queryKey: ['snapshot'], exact: true }),
    renewBesides(client, kinds),
    client.invalidateQueries({ queryKey: ['plan'] }),
  ]);
}

/**
 * What is held, where it is the state that a change goes on from. What is being fetched just now may be older than the
 * change and come in after it.
 */
function heldAt<T extends { cursor?: string | null }>(
  client: QueryClient,
  queryKey: readonly string[],
  since: string,
): T | null {
  const state = client.getQueryState<T>(queryKey);
  return state?.fetchStatus === 'idle' && !state.isInvalidated && state.data?.cursor === since
    ? state.data
    : null;
}

/** Takes a change that came by the line; where it does not go on from what is held, what is missing is fetched. */
export function takeChange(client: QueryClient, { kinds, told }: ToldChange): void {
  if (kinds === null) return void renewAfter(client, null);
  const held = told && heldAt<Fetched>(client, ['snapshot'], told.since);
  if (told && held) {
    const body = takeRecords(held.body, { whole: false, records: told.records });
    follows(held.body, body, told.records);
    client.setQueryData<Fetched>(['snapshot'], { ...held, body, cursor: told.cursor });
    keepStep(ofPlacesHeld('/snapshot'), { ...told, whole: false }, body).catch(() => undefined);
  } else void client.invalidateQueries({ queryKey: ['snapshot'], exact: true });
  // what changed lies at places that this window does not hold
  if (kinds.length > 0) void renewBesides(client, kinds);
}

/** The same of the plan. */
export function takePlanChange(client: QueryClient, told: ToldPlan): void {
  const held = heldAt<Held<Plan>>(client, ['plan'], told.since);
  if (!held) return void client.invalidateQueries({ queryKey: ['plan'] });
  const body = takePlan(held.body, told);
  client.setQueryData<Held<Plan>>(['plan'], { body, cursor: told.cursor });
  keepStep(ofPlacesHeld('/plan'), told, body).catch(() => undefined);
  void client.invalidateQueries({ queryKey: ['plan'], predicate: ({ queryKey }) => queryKey.length > 1 });
}
