import { measures, measureIds, type MeasureId } from '../../../core/quantity/measures.ts';
import { quantities } from '../../../core/quantity/quantities.ts';
import { storedUnitOf, unitsOfParameter } from '../../../core/water/parameterUnits.ts';
import { parameterIds, parameters, type ParameterId } from '../../../core/water/parameters.ts';
import type { ImportMapping, Target } from '../../../contract/imports/mapping.ts';

/** What a column may hold, as choices of a list. */
export interface TargetChoice {
  value: string;
  label: string;
}
type Shape = ImportMapping['shape'];
const roles: Record<Shape, readonly TargetChoice[]> = {
  wide: [
    { value: 'date', label: 'Date' },
    { value: 'time', label: 'Time of day' },
    { value: 'note', label: 'Remark' },
    { value: 'who', label: 'Who' },
  ],
  long: [
    { value: 'date', label: 'Date and time' },
    { value: 'time', label: 'Time of day' },
    { value: 'sensor', label: 'Name of the sensor' },
    { value: 'value', label: 'Value' },
    { value: 'unit', label: 'Unit' },
  ],
  jobs: [
    { value: 'date', label: 'Date' },
    { value: 'time', label: 'Time of day' },
    { value: 'what', label: 'What it was done on' },
    { value: 'did', label: 'What was done' },
    { value: 'found', label: 'How it was found' },
    { value: 'who', label: 'Who' },
    { value: 'minutes', label: 'Minutes' },
    { value: 'note', label: 'Remark' },
  ],
};
const readable: readonly TargetChoice[] = [
  ...parameterIds.map((id) => ({ value: `p:${id}`, label: parameters[id].name })),
  { value: 'density', label: 'Salinity, as gravity or density' },
  { value: 'pressure:in', label: 'Pressure before a filter' },
  { value: 'pressure:out', label: 'Pressure after a filter' },
  ...measureIds
    .filter((id) => !('of' in measures[id]))
    .map((id) => ({ value: `m:${id}`, label: measures[id].name })),
];
const ignore: TargetChoice = { value: 'ignore', label: 'Leave it out' };

export const choicesFor = (shape: Shape): readonly TargetChoice[] =>
  shape === 'wide' ? [ignore, ...roles.wide, ...readable] : [ignore, ...roles[shape]];
/** What a sensor of a long table may read. */
export const sensorChoices: readonly TargetChoice[] = [ignore, ...readable];

export function valueOfTarget(target: Target): string {
  if (target.kind === 'parameter') return `p:${target.parameter}`;
  if (target.kind === 'measure') return `m:${target.measure}`;
  return target.kind === 'pressure' ? `pressure:${target.side}` : target.kind;
}

/** A fresh target by its choice; figures that only a person knows stay open. */
export function targetOfValue(value: string, temperatureColumn: number | null): Target {
  const [kind = '', rest = ''] = value.split(':');
  if (kind === 'p')
    return {
      kind: 'parameter',
      parameter: rest as ParameterId,
      unit: storedUnitOf(rest as ParameterId),
      methodId: null,
    };
  if (kind === 'm') {
    const measure = rest as MeasureId;
    return {
      kind: 'measure',
      componentId: null,
      measure,
      unit: quantities[measures[measure].quantity].stored,
    };
  }
  if (kind === 'pressure')
    return { kind: 'pressure', componentId: null, side: rest === 'out' ? 'out' : 'in', unit: 'kPa' };
  if (kind === 'density')
    return { kind: 'density', as: null, temperatureC: null, temperatureColumn, methodId: null };
  return { kind: kind as 'ignore' };
}

/** The units a target may be in; none where it has none. */
export function unitsOfTarget(target: Target): TargetChoice[] {
  if (target.kind === 'parameter')
    return Object.entries(unitsOfParameter(target.parameter)).map(([value, { label }]) => ({ value, label }));
  if (target.kind === 'measure')
    return Object.entries(quantities[measures[target.measure].quantity].units).map(([value, { label }]) => ({
      value,
      label,
    }));
  if (target.kind === 'pressure')
    return Object.entries(quantities.pressure.units).map(([value, { label }]) => ({ value, label }));
  return [];
}
