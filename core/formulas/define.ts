import { requireWithin } from '../errors.ts';
import type { QuantityId } from '../quantity/quantities.ts';

// A formula of the field: what goes in, what comes out, each with its unit and its limits, how it goes and its source.
// Calculators show it, everything else that works a figure out calls it.

interface Described {
  label: string;
  unit: string;
  /** Where a person may choose the unit: its quantity; `unit` is then one of its units. */
  quantity?: QuantityId;
}
export interface NumberInput extends Described {
  kind: 'number';
  from: number;
  to: number;
  example: number;
  /** Taken where nothing is entered; absent: it must be entered. */
  usual?: number;
}
/** May be left out: another way to the answer, or an answer less. */
export interface OptionalInput extends Described {
  kind: 'optional';
  from: number;
  to: number;
  example: number | null;
}
export interface ListInput extends Described {
  kind: 'list';
  from: number;
  to: number;
  atLeast: number;
  example: readonly number[];
}
/** Rows of numbers; null where a row leaves something open. */
export interface TableInput extends Described {
  kind: 'table';
  columns: readonly string[];
  example: readonly (readonly (number | null)[])[];
}
export interface ChoiceInput extends Described {
  kind: 'choice';
  options: readonly string[];
  example: string;
}
export type Input = NumberInput | OptionalInput | ListInput | TableInput | ChoiceInput;
type ValueOf<I extends Input> = I extends NumberInput
  ? number
  : I extends OptionalInput
    ? number | null
    : I extends ListInput
      ? readonly number[]
      : I extends TableInput
        ? readonly (readonly (number | null)[])[]
        : string;
export type Inputs = Readonly<Record<string, Input>>;
export type Values<I extends Inputs> = { readonly [K in keyof I]: ValueOf<I[K]> };

export type OutputValue =
  number | boolean | string | readonly number[] | readonly (readonly number[])[] | null;
export interface Output extends Described {
  /** Digits that are shown; the value itself is not rounded. */
  digits?: number;
}
export type Outputs = Readonly<Record<string, Output>>;

/** @typeParam R what its run gives: some or all of its outputs, each by its type */
export interface Formula<
  I extends Inputs,
  O extends Outputs,
  R extends { readonly [K in keyof O]?: OutputValue | undefined } = {
    readonly [K in keyof O]?: OutputValue;
  },
> {
  /** The name under which it is opened on the bench. */
  id: string;
  inputs: I;
  outputs: O;
  formula: string;
  source: string;
  run: (values: Values<I>) => R;
}

/** Types a formula by its own inputs and results. */
export const formula = <
  I extends Inputs,
  O extends Outputs,
  R extends { readonly [K in keyof O]?: OutputValue | undefined },
>(
  entry: Formula<I, O, R>,
): Formula<I, O, R> => entry;

export const num = (
  label: string,
  unit: string,
  from: number,
  to: number,
  example: number,
  more: Partial<Pick<NumberInput, 'usual' | 'quantity'>> = {},
): NumberInput => ({ kind: 'number', label, unit, from, to, example, ...more });
export const optional = (
  label: string,
  unit: string,
  from: number,
  to: number,
  example: number | null = null,
): OptionalInput => ({ kind: 'optional', label, unit, from, to, example });
export const list = (
  label: string,
  unit: string,
  from: number,
  to: number,
  atLeast: number,
  example: readonly number[],
): ListInput => ({ kind: 'list', label, unit, from, to, atLeast, example });
export const table = (
  label: string,
  unit: string,
  columns: readonly string[],
  example: TableInput['example'],
): TableInput => ({ kind: 'table', label, unit, columns, example });
export const pick = (label: string, options: readonly string[], example: string): ChoiceInput => ({
  kind: 'choice',
  label,
  unit: 'text',
  options,
  example,
});
export const out = (label: string, unit: string, digits?: number): Output => ({
  label,
  unit,
  ...(digits === undefined ? {} : { digits }),
});

/** An exact ratio or fraction. */
export const fraction = (label: string, example: number, usual?: number): NumberInput =>
  num(label, '1', 0, 1, example, usual === undefined ? {} : { usual });

/**
 * Values that have the kinds and lie within the limits of some inputs; what may be left out at its usual value.
 * @throws Refusal 'out-of-range' naming the field and its range: nothing is extrapolated
 */
export function completed(inputs: Inputs, values: Readonly<Record<string, unknown>>): Values<Inputs> {
  const complete: Record<string, unknown> = {};
  for (const [name, input] of Object.entries(inputs)) complete[name] = checked(input, values[name]);
  return complete as Values<Inputs>;
}

/** A value that an input can take. @throws Refusal */
function checked(input: Input, value: unknown): unknown {
  const { label, unit } = input;
  switch (input.kind) {
    case 'number': {
      const given = value ?? input.usual;
      requireWithin(label, typeof given === 'number' ? given : Number.NaN, {
        from: input.from,
        to: input.to,
        unit,
      });
      return given;
    }
    case 'optional':
      if (value === undefined || value === null) return null;
      requireWithin(label, typeof value === 'number' ? value : Number.NaN, {
        from: input.from,
        to: input.to,
        unit,
      });
      return value;
    case 'list': {
      const items = Array.isArray(value) ? (value as unknown[]) : [];
      requireWithin(`${label}, how many`, items.length, { from: input.atLeast, to: 10_000, unit: 'values' });
      for (const item of items)
        requireWithin(label, typeof item === 'number' ? item : Number.NaN, {
          from: input.from,
          to: input.to,
          unit,
        });
      return items;
    }
    case 'table': {
      const rows = Array.isArray(value) ? (value as unknown[]) : [];
      for (const row of rows) {
        const cells = Array.isArray(row) ? (row as unknown[]) : [];
        requireWithin(`${label}, values in a row`, cells.length, {
          from: input.columns.length,
          to: input.columns.length,
          unit: 'values',
        });
        for (const cell of cells)
          if (cell !== null)
            requireWithin(label, typeof cell === 'number' ? cell : Number.NaN, {
              from: -1e12,
              to: 1e12,
              unit,
            });
      }
      return rows;
    }
    case 'choice':
      requireWithin(
        `${label}: one of ${input.options.join(', ')}`,
        input.options.includes(String(value)) ? 1 : 0,
        {
          from: 1,
          to: 1,
          unit: '',
        },
      );
      return value;
  }
}
