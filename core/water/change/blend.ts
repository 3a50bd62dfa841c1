import { blendToSalinity } from '../../formulas/mixing.ts';
import { workOut, type Worked } from '../../formulas/workOut.ts';
import { LARGEST_CHANGE } from '../remedies/limits.ts';
import type { ParameterId } from '../parameters.ts';
import type { Asking, Refused, Store } from './types.ts';

/** A part of the water that goes in, from one store. */
export interface BlendPart {
  store: Store;
  share: number;
}
export interface Blend {
  parts: readonly BlendPart[];
  values: Partial<Record<ParameterId, number>>;
  refused: Refused | null;
  worked: Worked | null;
}

/** Saltier water that shifts a system by no more than this is used as it is: instruments do not tell it, ppt. House default. */
const UNTOLD_PPT = 0.3;
const BLEND_AT_C = 25;
const none = (refused: Refused): Blend => ({ parts: [], values: {}, refused, worked: null });

/**
 * Which stores a system's new water comes from, and how much of each: fresh water from fresh stores only; brackish water
 * by blending the two to the salinity the system has; sea water from the salt store, thinned where it is saltier.
 * @source mass balance; EOS-80 density: Fofonoff and Millard 1983
 */
export function blendFor(
  { id, water, tests, litres, wantedL }: Pick<Asking, 'id' | 'water' | 'tests' | 'litres' | 'wantedL'>,
  stores: readonly Store[],
): Blend {
  const of = (holds: Store['holds']): Store | undefined =>
    // the fullest, where there are several
    stores
      .filter((one) => one.holds === holds && (one.systemIds?.includes(id) ?? true))
      .sort((a, b) => usable(b) - usable(a))[0];
  const [salt, fresh] = [of('salt'), of('fresh')];
  if (water === 'fresh') return fresh ? whole(fresh) : none('no-fresh-store');
  if (!salt) return none('no-salt-store');
  const wanted = tests.salinity?.value;
  const held = salt.values.salinity;
  if (wanted === undefined || held === undefined) return whole(salt);
  const share = Math.min(LARGEST_CHANGE, wantedL / litres);
  if ((held - wanted) * share <= UNTOLD_PPT) return whole(salt);
  if (!fresh) return water === 'brackish' ? none('no-fresh-store') : whole(salt);
  const blend = workOut(blendToSalinity, {
    total: 100,
    S1: fresh.values.salinity ?? 0,
    S2: held,
    target: wanted,
    t: tests.temperature?.value ?? BLEND_AT_C,
  });
  // the two contract a little in mixing: shares of what goes in add up to all of it
  const saltShare = blend.outputs.V2 / (blend.outputs.V1 + blend.outputs.V2);
  const parts = [
    { store: salt, share: saltShare },
    { store: fresh, share: 1 - saltShare },
  ];
  return { parts, values: mixed(parts, wanted), refused: null, worked: blend };
}

export const usable = ({ presentL, unusableL }: Store): number => Math.max(0, presentL - unusableL);
const whole = (store: Store): Blend => ({
  parts: [{ store, share: 1 }],
  values: store.values,
  refused: null,
  worked: null,
});

/** What was read in every part of it; made water brings none of what collects, so a fresh part's blank is nought. */
function mixed(parts: readonly BlendPart[], salinityPpt: number): Blend['values'] {
  const [first, ...others] = parts;
  const known = (Object.keys(first?.store.values ?? {}) as ParameterId[]).filter(
    (id) =>
      id !== 'ph' && id !== 'orp' && others.every(({ store }) => id in store.values || id !== 'temperature'),
  );
  return {
    ...Object.fromEntries(
      known.map((id) => [
        id,
        parts.reduce((sum, { store, share }) => sum + share * (store.values[id] ?? 0), 0),
      ]),
    ),
    salinity: salinityPpt,
  };
}
