import type { BlendPart } from './blend.ts';
import { usable } from './blend.ts';
import type { ShortRule, Store } from './types.ts';

/** What one system would take, and out of what. */
export interface Wish {
  id: string;
  litres: number;
  parts: readonly BlendPart[];
  urgency: number;
}

/**
 * Litres for each system, by its id: never more than wished, never above what a store can give. Where it is not enough,
 * all who draw on the short store get the same part of their wish, or the worst is served first.
 */
export function shareOut(
  wishes: readonly Wish[],
  stores: readonly Store[],
  rule: ShortRule,
): Map<string, number> {
  return rule === 'scale' ? scaled(wishes, stores) : worstFirst(wishes, stores);
}

const drawOn = (wish: Wish, storeId: string): number =>
  wish.litres * wish.parts.reduce((sum, { store, share }) => sum + (store.id === storeId ? share : 0), 0);

function scaled(wishes: readonly Wish[], stores: readonly Store[]): Map<string, number> {
  const factors = new Map(
    stores.map((store) => {
      const asked = wishes.reduce((sum, wish) => sum + drawOn(wish, store.id), 0);
      return [store.id, asked > usable(store) ? usable(store) / asked : 1];
    }),
  );
  return new Map(
    wishes.map((wish) => [
      wish.id,
      wish.parts.length === 0
        ? 0
        : wish.litres * Math.min(...wish.parts.map(({ store }) => factors.get(store.id) ?? 0)),
    ]),
  );
}

function worstFirst(wishes: readonly Wish[], stores: readonly Store[]): Map<string, number> {
  const left = new Map(stores.map((store) => [store.id, usable(store)]));
  const given = new Map<string, number>();
  for (const wish of [...wishes].sort((a, b) => b.urgency - a.urgency)) {
    const litres =
      wish.parts.length === 0
        ? 0
        : Math.min(
            wish.litres,
            ...wish.parts.map(({ store, share }) =>
              share > 0 ? (left.get(store.id) ?? 0) / share : wish.litres,
            ),
          );
    given.set(wish.id, litres);
    for (const { store, share } of wish.parts)
      left.set(store.id, Math.max(0, (left.get(store.id) ?? 0) - litres * share));
  }
  return given;
}
