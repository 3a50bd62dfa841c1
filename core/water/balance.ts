import { MEQ_PER_DKH, molarMass } from '../chemistry/constants.ts';
import type { Band } from './parameters.ts';

/** Calcium that goes with a dKH as corals and reactors use it: 20.04 mg/L for each meq/L. @source stoichiometry of CaCO3 */
export const CALCIUM_PER_DKH = (molarMass.Ca / 2) * MEQ_PER_DKH;

export interface Level {
  value: number;
  band: Band | null;
  /** One reading's error. */
  error: number;
}
/** Which of the two is short of the other, and by how much at least. */
export interface Imbalance {
  short: 'calcium' | 'alkalinity';
  /** Stored unit of the short one. */
  by: number;
}

/**
 * Alkalinity and calcium move together as corals use them and as a reactor gives them. Out of proportion means that no
 * such step brings both into their bands: then one of them is added by itself.
 * @returns null where one common step can do it, or a band is missing
 */
export function imbalanceOf(alkalinity: Level, calcium: Level): Imbalance | null {
  const alk = room(alkalinity);
  const ca = room(calcium);
  if (!alk || !ca) return null;
  const k = CALCIUM_PER_DKH;
  if (ca.least > k * alk.most) return { short: 'calcium', by: ca.least - k * alk.most };
  if (alk.least > ca.most / k) return { short: 'alkalinity', by: alk.least - ca.most / k };
  return null;
}

/** The least and the most it may rise to lie in its band, give or take its error. */
function room({ value, band, error }: Level): { least: number; most: number } | null {
  if (!band || band.lo === null || band.hi === null) return null;
  return { least: band.lo - error - value, most: band.hi + error - value };
}
