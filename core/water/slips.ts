import type { Band, ParameterId } from './parameters.ts';
import { parameters } from './parameters.ts';
import { storedOrNull, unitsOfParameter } from './parameterUnits.ts';

/** What a mistake is called; the words stand in explain/. */
export type SlipKind =
  | 'point'
  | 'thousands'
  | 'other-unit'
  | 'other-parameter'
  /** Rare, and no likely intended value is known. */
  | 'rare'
  /** Far from last time, and no likely intended value is known. */
  | 'far-from-last';

/** A doubt about something typed, with the likely intended value where there is one. Nothing is changed silently. */
export interface Slip {
  kind: SlipKind;
  parameter: ParameterId;
  /** As read, in the stored unit; null where the water cannot be so. */
  read: number | null;
  /** Likely meant, stored unit of `parameter` (or of `moveTo`). */
  meant: number | null;
  /** The unit it was likely read in. */
  unit: string | null;
  /** The column it was likely meant for. */
  moveTo: ParameterId | null;
  last: number | null;
}
export interface SlipContext {
  /** The last test, stored unit. */
  last: number | null;
  /** The last few, this one among them: near any of them is nothing to ask about. */
  recent?: readonly number[];
  band: Band | null;
  /** Between which values such water lies, where nothing was tested yet: sea water is not 1 ppt. */
  usual?: Band | null;
  /** The last tests of the other columns, and whether something is typed there. */
  others: Partial<Record<ParameterId, { last: number | null; typed: boolean }>>;
  /** It was written as 1,350. */
  thousands: boolean;
}
interface Candidate {
  kind: SlipKind;
  meant: number;
  unit: string | null;
  moveTo: ParameterId | null;
}

/** Readings of two columns that are easily swapped on a sheet. */
const neighbours: Partial<Record<ParameterId, ParameterId>> = { nitrite: 'nitrate', nitrate: 'nitrite' };
/** A shift of the decimal point. */
const SHIFTS = [10, 0.1, 100, 0.01];
/** Candidates this near to each other fit alike: the usual one, listed first, is taken. */
const ALIKE = 0.06;
/** A likely value lies within this share of the way to what is expected. */
const NEARER = 0.5;

/**
 * Looks at one typed value the way a colleague would: is it far from what this water had, and does one known mistake
 * explain it? A point shifted, thousands, another unit (as N or as the ion, ppb or ppm, dKH or meq/L, gravity or ppt,
 * °F or °C), the neighbour's column.
 * @param shown the number as typed
 * @param unit of the column, of parameterUnits
 * @returns null where there is nothing to ask
 */
export function slipOf(
  parameter: ParameterId,
  shown: number,
  unit: string,
  context: SlipContext,
): Slip | null {
  const { likely, usualFactor } = parameters[parameter];
  const read = possible(parameter, storedOrNull(parameter, shown, unit));
  const { last } = context;
  const slip = { parameter, read, meant: null, unit: null, moveTo: null, last };
  const expected =
    last !== null && last > 0 ? last : (middleOf(context.band) ?? middleOf(context.usual ?? null));
  const away = (value: number): number =>
    expected === null || value <= 0 ? Number.POSITIVE_INFINITY : Math.abs(Math.log(value / expected));
  const { lo, hi } = (last === null ? context.usual : null) ?? { lo: null, hi: null };
  const rare =
    read === null ||
    read < Math.max(likely.from, lo ?? -Infinity) ||
    read > Math.min(likely.to, hi ?? Infinity);
  const isFar = (other: number): boolean =>
    read !== null && read > 0 && other > 0 && Math.abs(Math.log(read / other)) > Math.log(usualFactor);
  const far = last !== null && [last, ...(context.recent ?? [])].every(isFar);
  if (!rare && !far) return null;
  const distance = read === null ? Number.POSITIVE_INFINITY : away(read);
  const best = candidates(parameter, shown, unit, context)
    .map((one) => ({ ...one, away: one.moveTo ? 0 : away(one.meant) }))
    .filter(
      (one) =>
        one.away < NEARER * distance &&
        (one.away < Math.log(usualFactor) || (expected === null && one.meant > 0)),
    )
    .sort((a, b) => Math.round(a.away / ALIKE) - Math.round(b.away / ALIKE))[0];
  if (best) return { ...slip, kind: best.kind, meant: best.meant, unit: best.unit, moveTo: best.moveTo };
  if (read === null) return null;
  return { ...slip, kind: rare ? 'rare' : 'far-from-last' };
}

function candidates(parameter: ParameterId, shown: number, unit: string, context: SlipContext): Candidate[] {
  const found: Candidate[] = [];
  const add = (kind: SlipKind, meant: number | null, other: string | null = null): void => {
    const can = possible(parameter, meant);
    if (can === null || can < parameters[parameter].likely.from || can > parameters[parameter].likely.to)
      return;
    found.push({ kind, meant: can, unit: other, moveTo: null });
  };
  if (context.thousands) add('thousands', storedOrNull(parameter, clean(shown * 1000), unit));
  for (const shift of SHIFTS) add('point', storedOrNull(parameter, clean(shown * shift), unit));
  for (const other of Object.keys(unitsOfParameter(parameter)))
    if (other !== unit) add('other-unit', storedOrNull(parameter, shown, other), other);
  const neighbour = neighbours[parameter];
  const there = neighbour ? context.others[neighbour] : undefined;
  if (neighbour && there && !there.typed && there.last !== null && there.last > 0 && shown > 0) {
    const near = Math.abs(Math.log(shown / there.last)) < Math.log(parameters[neighbour].usualFactor) / 2;
    const strange = context.last === null || shown > context.last * 10 || shown < context.last / 10;
    if (near && strange) found.push({ kind: 'other-parameter', meant: shown, unit: null, moveTo: neighbour });
  }
  return found;
}

/** A shifted point brings no new digits. */
const clean = (value: number): number => Number(value.toPrecision(12));

function possible(parameter: ParameterId, value: number | null): number | null {
  const { from, to } = parameters[parameter].possible;
  return value === null || value < from || value > to ? null : value;
}
function middleOf(band: Band | null): number | null {
  if (!band) return null;
  if (band.lo !== null && band.hi !== null) return (band.lo + band.hi) / 2;
  return null;
}
