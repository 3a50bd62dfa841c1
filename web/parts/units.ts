import { quantities, unitOf, type QuantityId } from '../../core/quantity/quantities.ts';
import type { RecordContent } from '../../contract/records.ts';

/** The unit a person chose for a quantity; where there is no choice, the stored one. */
export function unitFor(quantity: QuantityId, setting: RecordContent<'setting'>): string {
  const chosen: Partial<Record<QuantityId, string>> = setting.units;
  return chosen[quantity] ?? quantities[quantity].stored;
}
export function unitLabel(quantity: QuantityId, unit: string): string {
  return unitOf(quantity, unit).label;
}
