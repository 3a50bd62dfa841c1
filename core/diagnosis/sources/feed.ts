import { nutrientsFromFeed } from '../../formulas/nitrogen.ts';
import { workOut } from '../../formulas/workOut.ts';
import type { Nutrient } from './types.ts';

/** A dry feed. Value from memory; a label's figures are better. */
export const FEED = { protein: 0.45, phosphorus: 0.011 };
/** What so many grams a day bring, mg a day of the nutrient. @source Timmons and Ebeling for nitrogen; phosphorus from memory */
export function fromFeed(grams: number, nutrient: Nutrient): number {
  const { NO3, PO4 } = workOut(nutrientsFromFeed, { feed: grams, ...FEED }).outputs;
  return nutrient === 'nitrate' ? NO3 : PO4;
}
