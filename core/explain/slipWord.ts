import { parameters, parameterWord, type ParameterId } from '../water/parameters.ts';
import type { Slip } from '../water/slips.ts';

export interface SlipStyle {
  /** A value with its unit, as the column shows it. */
  show: (parameter: ParameterId, value: number) => string;
  /** What a unit is called. */
  unitLabel: (parameter: ParameterId, unit: string) => string;
  /** As it was typed, without a unit, and the unit of its column. */
  typed: string;
  columnUnit: string;
}

/** One sentence that asks, with the likely intended value where there is one. */
export function slipWord(slip: Slip, { show, unitLabel, typed, columnUnit }: SlipStyle): string {
  const { parameter, meant, moveTo, unit, last } = slip;
  const name = parameters[parameter].name;
  const now =
    slip.read === null ? `${name} cannot be ${typed} ${columnUnit}` : `${name} ${show(parameter, slip.read)}`;
  const before = last === null ? '' : `; last time ${show(parameter, last)}`;
  if (slip.kind === 'rare') return `${now} is rare${before}. Is it right?`;
  if (slip.kind === 'far-from-last' && last !== null)
    return `${now} is far from last time (${show(parameter, last)}). Is it right?`;
  if (meant === null) return `${now}${before}. Is it right?`;
  if (moveTo) return `${now}${before}. Does ${typed} belong to ${parameterWord(moveTo)}?`;
  const where = unit === null ? '' : ` (${typed} ${unitLabel(parameter, unit)})`;
  return `${now}${before}. Did you mean ${show(parameter, meant)}${where}?`;
}
