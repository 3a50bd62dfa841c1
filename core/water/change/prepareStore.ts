import { saltForABatch } from '../../formulas/salinity.ts';
import { warmingTime } from '../../formulas/heat.ts';
import { workOut, type Worked } from '../../formulas/workOut.ts';
import { usable } from './blend.ts';
import type { Towards } from './matching.ts';
import type { ChangeAsk, Store, StorePreparation } from './types.ts';

const MIX_AT_C = 25;
const SEA_PPT = 35;

/**
 * What is left in a store, and the work that brings it to what fits: salt dissolved in all that is in it, and hours of
 * heating or chilling at the rated power.
 * @param litres given to all systems, and asked for by them
 * @source EOS-80 density; heat capacity of TEOS-10; losses left out
 */
export function prepareStore(
  store: Store,
  litres: { given: number; asked: number },
  towards: Towards,
  power: Pick<ChangeAsk, 'heaterW' | 'chillerW'>,
): StorePreparation {
  const salt = saltFor(store, towards.ppt);
  const warmth = warmthFor(store, towards.c, power);
  return {
    storeId: store.id,
    name: store.name,
    drawnL: litres.given,
    usableL: usable(store),
    leftL: store.presentL - litres.given,
    shortL: Math.max(0, litres.asked - usable(store)),
    saltKg: salt?.kilograms ?? null,
    towardsPpt: towards.ppt,
    byC: warmth?.byC ?? null,
    towardsC: towards.c,
    hours: warmth?.hours ?? null,
    workings: [...(salt?.workings ?? []), ...(warmth?.workings ?? [])],
  };
}

function saltFor(store: Store, towardsPpt: number | null): { kilograms: number; workings: Worked[] } | null {
  const { salinity, temperature } = store.values;
  if (towardsPpt === null || salinity === undefined || store.presentL <= 0) return null;
  const batch = (S: number) =>
    workOut(saltForABatch, { S, t: temperature ?? MIX_AT_C, volume: store.presentL });
  const [then, now] = [batch(towardsPpt), batch(salinity)];
  return { kilograms: then.outputs.salt_dry - now.outputs.salt_dry, workings: [then, now] };
}

function warmthFor(
  store: Store,
  towardsC: number | null,
  { heaterW, chillerW }: Pick<ChangeAsk, 'heaterW' | 'chillerW'>,
): { byC: number; hours: number | null; workings: Worked[] } | null {
  const { temperature, salinity } = store.values;
  if (towardsC === null || temperature === undefined) return null;
  const byC = towardsC - temperature;
  const power = byC > 0 ? heaterW : chillerW;
  if (power === null || store.presentL <= 0) return { byC, hours: null, workings: [] };
  const warming = workOut(warmingTime, {
    volume: store.presentL,
    SP: salinity ?? (store.holds === 'salt' ? SEA_PPT : 0),
    dT: Math.abs(byC),
    power,
  });
  return { byC, hours: warming.outputs.hours, workings: [warming] };
}
