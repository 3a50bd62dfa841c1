import { median } from '../statistics/median.ts';

/**
 * What somebody wrote in a cell for a reading: a number with comma or point, "<0.02", "~0.05", drops times a factor
 * ("14 x 0.5"), several readings of one water ("8.1 8.3 8.2"), a unit behind it ("35 ppm"); "-" and "?" are not tested.
 */
export type TypedValue =
  | { kind: 'not-tested' }
  | { kind: 'unreadable' }
  /** Drops or mL without their factor ("14x"): the kit knows it. */
  | { kind: 'titrated'; count: number }
  | {
      kind: 'number';
      /** In the unit behind it, or the column's. */
      value: number;
      below: boolean;
      rough: boolean;
      unit: string | null;
      /** All readings of the same water where there are several; the value is their median. */
      repeats: readonly number[];
      /** It was written with a comma that could part thousands: 1,350. */
      thousands: boolean;
    };

const NOT_TESTED = new Set(['', '-', '–', '?', '??', '???', 'n/a', 'nt']);
const NUMBER = String.raw`[+-]?\d+(?:[.,]\d+)?`;
const counted = new RegExp(`^(${NUMBER})\\s*[x×*]$`, 'i');
const product = new RegExp(`^(${NUMBER})\\s*[x×*]\\s*(${NUMBER})$`, 'i');
const one = new RegExp(`^(${NUMBER})\\s*([a-wyzµ°%‰].*)?$`, 'i');
const several = new RegExp(`^${NUMBER}(?:(?:\\s*/\\s*|\\s+)${NUMBER})+$`);

/** As nearly every cell is: nothing but digits and a point. */
const plain = /^\d+(?:\.\d+)?$/;
const NONE: readonly number[] = [];

/** A decimal comma or point read the same. */
const numberOf = (text: string): number => Number(text.replace(',', '.'));

/** Reads a cell; says nothing about whether the value can be. */
export function typedValue(text: string): TypedValue {
  const trimmed = text.trim();
  if (plain.test(trimmed))
    return {
      kind: 'number',
      value: Number(trimmed),
      below: false,
      rough: false,
      unit: null,
      repeats: NONE,
      thousands: false,
    };
  if (NOT_TESTED.has(trimmed.toLowerCase())) return { kind: 'not-tested' };
  const below = trimmed.startsWith('<');
  const rough = trimmed.startsWith('~') || trimmed.startsWith('≈');
  const bare = trimmed.replace(/^[<~≈]\s*/, '');
  const base = { kind: 'number' as const, below, rough, unit: null, repeats: [], thousands: false };
  const drops = counted.exec(bare);
  if (drops) return { kind: 'titrated', count: numberOf(drops[1] ?? '') };
  const times = product.exec(bare);
  if (times) return { ...base, value: numberOf(times[1] ?? '') * numberOf(times[2] ?? '') };
  if (several.test(bare)) {
    const repeats = bare.split(/\s*\/\s*|\s+/).map(numberOf);
    return { ...base, value: median(repeats), repeats };
  }
  const single = one.exec(bare);
  if (!single) return { kind: 'unreadable' };
  return {
    ...base,
    value: numberOf(single[1] ?? ''),
    unit: single[2]?.trim() ?? null,
    thousands: /^\d{1,3},\d{3}$/.test(single[1] ?? ''),
  };
}
