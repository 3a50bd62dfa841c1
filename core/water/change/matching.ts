import type { BlendPart } from './blend.ts';
import type { Asking, Store } from './types.ts';

/** What a store is to be brought to before the visit; null: nothing to do, or nobody knows. */
export interface Towards {
  ppt: number | null;
  c: number | null;
}
/** Who draws on a store, and how much they ask for. */
export interface Drawing {
  asking: Asking;
  parts: readonly BlendPart[];
}

/** Below this much salt or warmth nothing is prepared: instruments do not tell it. House default. */
const WORTH_PPT = 0.3;
const WORTH_C = 0.5;

/**
 * The salinity and temperature that fit those who draw on a store: their mean, by the litres they ask for. Salt is only
 * ever added; who thins it with fresh water has no say in its salinity.
 */
export function towardsOf(store: Store, drawings: readonly Drawing[]): Towards {
  const here = drawings.filter(({ parts }) => parts.some((part) => part.store.id === store.id));
  const ppt = meanOf(
    here.filter(({ parts }) => parts.length === 1),
    ({ tests }) => tests.salinity?.value,
  );
  const c = meanOf(here, ({ tests }) => tests.temperature?.value);
  const { salinity, temperature } = store.values;
  return {
    ppt:
      store.holds === 'salt' && ppt !== null && salinity !== undefined && ppt - salinity > WORTH_PPT
        ? ppt
        : null,
    c: c !== null && temperature !== undefined && Math.abs(c - temperature) > WORTH_C ? c : null,
  };
}

/** The store as it will be when it has been prepared. */
export function matchedStore(store: Store, { ppt, c }: Towards): Store {
  return {
    ...store,
    values: {
      ...store.values,
      ...(ppt === null ? {} : { salinity: ppt }),
      ...(c === null ? {} : { temperature: c }),
    },
  };
}

function meanOf(drawings: readonly Drawing[], of: (asking: Asking) => number | undefined): number | null {
  const known = drawings.flatMap(({ asking }) => {
    const value = of(asking);
    return value === undefined || asking.wantedL <= 0 ? [] : [{ value, litres: asking.wantedL }];
  });
  const litres = known.reduce((sum, one) => sum + one.litres, 0);
  return litres > 0 ? known.reduce((sum, one) => sum + one.value * one.litres, 0) / litres : null;
}
