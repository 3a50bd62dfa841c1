import { lookUp } from '../../core/lookUp.ts';
import { isRefusal } from '../../core/errors.ts';
import { slipWord } from '../../core/explain/slipWord.ts';
import { formatNumber, quantities, type Unit } from '../../core/quantity/quantities.ts';
import { measures } from '../../core/quantity/measures.ts';
import { parameters, type ParameterId } from '../../core/water/parameters.ts';
import { parameterUnit, salinityFromDensityPpt } from '../../core/water/parameterUnits.ts';
import { salinityFromGravityPpt } from '../../core/chemistry/specificGravity.ts';
import { slipOf } from '../../core/water/slips.ts';
import { typedValue, type TypedValue } from '../../core/water/typedValue.ts';
import type { Answers, Question } from './draft.ts';
import type { DensityReading, Target } from '../../contract/imports/mapping.ts';

/** What one cell of a file says. */
export type CellRead =
  | { kind: 'nothing' }
  | { kind: 'not-tested' }
  | { kind: 'refused'; why: string }
  | { kind: 'asked'; question: Question }
  | { kind: 'value'; value: number; below: boolean; rough: boolean; repeats: readonly number[] };

type Numeric = Extract<TypedValue, { kind: 'number' }>;

/** A cell as text: with a decimal comma a point parts thousands, and the other way round. */
export function textOf(cell: string, decimal: '.' | ','): string {
  const other = decimal === ',' ? '.' : ',';
  return /^[<~]?\s*\d{1,3}([.,]\d{3})+([.,]\d+)?$/.test(cell) &&
    cell.split(other).length === 2 &&
    decimal === '.'
    ? cell.replace(other, '')
    : cell;
}

function numberOf(cell: string, decimal: '.' | ','): CellRead | Numeric {
  if (cell.trim() === '') return { kind: 'nothing' };
  const typed = typedValue(textOf(cell, decimal));
  if (typed.kind === 'not-tested') return { kind: 'not-tested' };
  if (typed.kind !== 'number') return { kind: 'refused', why: `“${cell}” is not a number` };
  return typed;
}

const inUnit = (unit: Pick<Unit, 'toStored'>, { value, repeats, ...rest }: Numeric): CellRead => {
  try {
    return {
      kind: 'value',
      value: unit.toStored(value),
      below: rest.below,
      rough: rest.rough,
      repeats: repeats.map((one) => unit.toStored(one)),
    };
  } catch (error) {
    if (!isRefusal(error, 'out-of-range')) throw error;
    return { kind: 'refused', why: `${formatNumber(value, 4)} cannot be` };
  }
};

export interface CellContext {
  key: string;
  row: number;
  head: string;
  decimal: '.' | ',';
  answers: Answers;
  /** The last values of this column, the newest last, stored unit. */
  recent: readonly number[];
}

/** A parameter's cell in its unit; what is unlikely is asked about, what cannot be is refused. */
export function readParameter(
  cell: string,
  { parameter, unit }: Extract<Target, { kind: 'parameter' }>,
  context: CellContext,
): CellRead {
  const typed = numberOf(cell, context.decimal);
  if (typed.kind !== 'number') return typed;
  if (unit === null) return { kind: 'nothing' };
  const read = inUnit(parameterUnit(parameter, unit), typed);
  return checked(parameter, typed.value, unit, cell, read, context);
}

function checked(
  parameter: ParameterId,
  shown: number,
  unit: string,
  cell: string,
  read: CellRead,
  context: CellContext,
): CellRead {
  const slip = slipOf(parameter, shown, unit, {
    last: context.recent.at(-1) ?? null,
    recent: context.recent,
    band: null,
    others: {},
    thousands: false,
  });
  const { label, fromStored } = parameterUnit(parameter, unit);
  const show = (_: ParameterId, stored: number): string =>
    `${formatNumber(fromStored(stored), parameters[parameter].decimals)} ${label}`;
  const answer = context.answers[context.key];
  if (answer === 'skip') return { kind: 'not-tested' };
  if (slip && answer === 'meant' && slip.meant !== null && read.kind !== 'asked')
    return { kind: 'value', value: slip.meant, below: false, rough: false, repeats: [] };
  const { from, to } = parameters[parameter].possible;
  const impossible =
    read.kind === 'refused' || (read.kind === 'value' && (read.value < from || read.value > to));
  if (impossible && slip?.meant == null)
    return { kind: 'refused', why: `${parameters[parameter].name} cannot be ${cell} ${label}` };
  if (slip && (impossible || answer !== 'typed'))
    return {
      kind: 'asked',
      question: {
        key: context.key,
        row: context.row,
        head: context.head,
        sentence: slipWord(slip, {
          show,
          unitLabel: (id, other) => parameterUnit(id, other).label,
          typed: cell,
          columnUnit: label,
        }),
        choices: [
          ...(impossible ? [] : [{ answer: 'typed', label: `Keep ${cell}` }]),
          ...(slip.meant === null ? [] : [{ answer: 'meant', label: `Take ${show(parameter, slip.meant)}` }]),
          { answer: 'skip', label: 'Leave it out' },
        ],
      },
    };
  return read;
}

/** Gravity or density by its convention; a bare density needs the temperature it was read at. */
export function readDensity(
  cell: string,
  as: DensityReading,
  temperatureC: number | null,
  context: CellContext,
): CellRead {
  const typed = numberOf(cell, context.decimal);
  if (typed.kind !== 'number') return typed;
  if (as === 'kg/L' && temperatureC === null)
    return { kind: 'refused', why: 'a density without its temperature says nothing' };
  const toStored = (shown: number): number =>
    as === 'kg/L' ? salinityFromDensityPpt(shown, temperatureC ?? 0) : salinityFromGravityPpt(shown, as);
  return inUnit({ toStored }, typed);
}

/** Something read on a unit. */
export function readMeasure(
  cell: string,
  { measure, unit }: Pick<Extract<Target, { kind: 'measure' }>, 'measure' | 'unit'>,
  decimal: '.' | ',',
): CellRead {
  const typed = numberOf(cell, decimal);
  if (typed.kind !== 'number') return typed;
  const units: Readonly<Record<string, Unit>> = quantities[measures[measure].quantity].units;
  const found = lookUp(units, unit);
  return found
    ? inUnit(found, typed)
    : { kind: 'refused', why: `${measures[measure].name} is not read in ${unit}` };
}
