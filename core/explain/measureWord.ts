import { formatNumber, fromStored, quantities } from '../quantity/quantities.ts';
import { measures, type Measure, type MeasureId } from '../quantity/measures.ts';

/** A reading in the unit it deserves: a roll in metres, the rest as stored. `more`: extra digits, for rates. */
export function showMeasure(measure: MeasureId, value: number, more = 0): string {
  const { quantity, decimals }: Measure = measures[measure];
  const unit = quantity === 'length' ? 'm' : quantities[quantity].stored;
  return `${formatNumber(fromStored(quantity, value, unit), decimals + more)} ${unit}`;
}

/** What was read: under the least that its kit shows nothing more is known than that. */
export function showReading(measure: MeasureId, value: number): string {
  const { lowest }: Measure = measures[measure];
  return lowest !== undefined && value < lowest
    ? `below ${showMeasure(measure, lowest)}`
    : showMeasure(measure, value);
}
