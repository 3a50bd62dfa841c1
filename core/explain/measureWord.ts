import { formatNumber, fromStored, quantities } from '../quantity/quantities.ts';
import { measures, type MeasureId } from '../rules/measures.ts';

/** A reading in the unit it deserves: a roll in metres, the rest as stored. `more`: extra digits, for rates. */
export function showMeasure(measure: MeasureId, value: number, more = 0): string {
  const { quantity, decimals } = measures[measure];
  const unit = quantity === 'length' ? 'm' : quantities[quantity].stored;
  return `${formatNumber(fromStored(quantity, value, unit), decimals + more)} ${unit}`;
}
