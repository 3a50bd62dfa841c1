import { queryOptions, type QueryCache } from '@tanstack/react-query';
import type { RecordKind, Stored } from '../../contract/records.ts';
import { api } from './client.ts';

/** Records as they came, with when they were asked for: by this window's clock, null where this device had kept them. */
export interface Fetched<K extends RecordKind = RecordKind> {
  body: Stored<K>[];
  begunAt: number | null;
  /** The state that it is, as the server names it; absent or null: of none. */
  cursor?: string | null;
}
export const bodyOf = <K extends RecordKind>({ body }: Fetched<K>): Stored<K>[] => body;

/** Records that what is written on this device is laid over until they have it. */
export const records = <K extends RecordKind = RecordKind>(queryKey: readonly string[], path: string) =>
  queryOptions({
    queryKey,
    queryFn: async (): Promise<Fetched<K>> => {
      const { body, keptAt, begunAt } = await api.getOrKept<Stored<K>[]>(path);
      return { body, begunAt: keptAt === null ? begunAt : null };
    },
    select: bodyOf<K>,
    meta: { laidOver: true },
  });

/**
 * Since when every list on the screen that work is laid over has been asked for: what was sent before stands in all of
 * them. It goes by the lists as they are held, not by answers that came in: one that was overtaken is not held.
 * @returns by this window's clock; null while one of them did not come from the server
 */
export function askedSince(cache: QueryCache): number | null {
  const lists = cache.findAll({ type: 'active', predicate: ({ meta }) => meta?.laidOver === true });
  const since = lists.map(({ state }) => (state.data as Fetched | undefined)?.begunAt ?? null);
  const known = since.filter((one) => one !== null);
  return known.length === 0 || known.length < since.length ? null : Math.min(...known);
}
