import type { StoreFigures } from './facts.ts';

export interface StoreRate {
  perDay: number;
  by: 'readings' | 'balance' | 'declared' | 'usual';
}
/**
 * What a day takes of a store, in its stored unit, and where that comes from: what was measured stands over what was said.
 * @param sinceFilled measured since it was last filled; 0: not measured
 * @param balanced what is left is worked out from what has passed, and `usePerDay` with it
 */
export function storeRate(
  { measuredPerDay, usePerDay, usualPerDay }: StoreFigures,
  sinceFilled = 0,
  balanced = false,
): StoreRate | null {
  if (balanced && usePerDay !== null) return { perDay: usePerDay, by: 'balance' };
  if (measuredPerDay) return { perDay: measuredPerDay, by: 'readings' };
  if (measuredPerDay === undefined && sinceFilled > 0) return { perDay: sinceFilled, by: 'readings' };
  if (usePerDay !== null) return { perDay: usePerDay, by: 'declared' };
  return usualPerDay ? { perDay: usualPerDay, by: 'usual' } : null;
}
