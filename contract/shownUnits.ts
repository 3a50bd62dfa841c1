import { formatNumber, quantities, unitOf, type QuantityId } from '../core/quantity/quantities.ts';
import { parameterUnit, storedUnitOf, unitsOfParameter } from '../core/water/parameterUnits.ts';
import { parameters, type Band, type ParameterId } from '../core/water/parameters.ts';
import type { RecordContent } from './records.ts';

/** The unit a person chose for a quantity; where there is no choice, the stored one. */
export function unitFor(quantity: QuantityId, setting: RecordContent<'setting'>): string {
  const chosen: Partial<Record<QuantityId, string>> = setting.units;
  return chosen[quantity] ?? quantities[quantity].stored;
}
export function unitLabel(quantity: QuantityId, unit: string): string {
  return unitOf(quantity, unit).label;
}

/** The unit in which a person reads a parameter: as set at its column, else the person's, else the stored one. */
export function unitOfColumn(
  id: ParameterId,
  setting: RecordContent<'setting'>,
  set: string | null | undefined,
): string {
  const units = unitsOfParameter(id);
  const persons = unitFor(parameters[id].quantity, setting);
  if (set && set in units) return set;
  return persons in units ? persons : storedUnitOf(id);
}

/** "below 0.02 mg/L", with a parameter's value in stored units. */
export function parameterShown(
  id: ParameterId,
  value: number,
  below: boolean,
  setting: RecordContent<'setting'>,
): string {
  const { label, decimals, fromStored } = parameterUnit(id, unitOfColumn(id, setting, null));
  return `${below ? 'below ' : ''}${formatNumber(fromStored(value), decimals)} ${label}`.trim();
}
/** "5 to 25 mg/L", "at most 40 mg/L". */
export function bandShown(id: ParameterId, band: Band | null, setting: RecordContent<'setting'>): string {
  if (!band || (band.lo === null && band.hi === null)) return 'no band set';
  const { label, decimals, fromStored } = parameterUnit(id, unitOfColumn(id, setting, null));
  const shown = (value: number): string => formatNumber(fromStored(value), decimals);
  if (band.lo === null) return `at most ${shown(band.hi ?? 0)} ${label}`.trim();
  if (band.hi === null) return `at least ${shown(band.lo)} ${label}`.trim();
  return `${shown(band.lo)} to ${shown(band.hi)} ${label}`.trim();
}
