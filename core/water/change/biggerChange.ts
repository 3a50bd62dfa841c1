import { shareFor } from '../../chemistry/dilution.ts';

/** A change that the tests ask for. */
export type BiggerChange =
  /** The band is not passed, or the change that is planned brings it down. */
  | { kind: 'enough' }
  /** So many litres bring it to the top of its band; fewer where no more water is there. */
  | { kind: 'bigger'; litres: number; wantedL: number }
  /** No single change can: the new water is no better, or it would take all of it. */
  | { kind: 'not-by-water' };

/** A single change beyond this share of the water is too much at once. Common practice, value from memory. */
export const LARGEST_SHARE = 0.5;

/**
 * How much more water a visit should change when a nutrient is found higher than thought, within the water that is there
 * and within what one change may take.
 * @param systemL true litres of the system
 * @param now what was tested, and `highest` the top of its band, one unit
 * @param newWater the same in the new water
 * @param plannedL litres planned; 0 where none were
 * @param thereL litres of new water that are there; null: nobody read them
 * @source mass balance
 */
export function biggerChange(known: {
  systemL: number;
  now: number;
  highest: number;
  newWater: number;
  plannedL: number;
  thereL: number | null;
}): BiggerChange {
  const { systemL, now, highest, newWater, plannedL, thereL } = known;
  if (now <= highest) return { kind: 'enough' };
  const share = shareFor(now, newWater, highest, 1);
  if (share === null) return { kind: 'not-by-water' };
  const wantedL = share * systemL;
  if (wantedL <= plannedL) return { kind: 'enough' };
  const litres = Math.min(wantedL, LARGEST_SHARE * systemL, thereL ?? Number.POSITIVE_INFINITY);
  return litres > plannedL ? { kind: 'bigger', litres, wantedL } : { kind: 'not-by-water' };
}
