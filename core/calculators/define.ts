import { requireWithin } from '../errors.ts';
import type { QuantityId } from '../quantity/quantities.ts';

// A calculator is one entry: what goes in, what comes out, each with its unit and its limits, the formula and its source.
// The bench, the command line, the API and the docs page are made from it.

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

export interface Entry<I extends Inputs, O extends Outputs> {
  id: string;
  /** The subject under which it is found. */
  subject: Subject;
  title: string;
  /** What kind of published case it answers. */
  topic: string;
  inputs: I;
  outputs: O;
  formula: string;
  source: string;
  cautions?: readonly string[];
  /** The result a person asks for, shown large; absent: the first. */
  main?: keyof O & string;
  /** Takes a noticeable moment: worked out once, not again for a picture. */
  slow?: true;
  /** Where several entries of a topic take the same inputs: what the name of a case says if it means this one. */
  hint?: string;
  /** Everyday words people search by. */
  words?: readonly string[];
  run: (values: Values<I>) => { readonly [K in keyof O]?: OutputValue };
}
export type Calculator = Entry<Inputs, Outputs>;

/** May it stay empty? */
export const isOptional = (input: Input): boolean =>
  input.kind === 'optional' || (input.kind === 'number' && input.usual !== undefined);

/** A unit without what is said beside it: "degC ITS-90" is degC. */
export const bareUnit = (unit: string): string => unit.split(/[ ,;(]/)[0] ?? unit;

/** The name of the result a person asks for. */
export const mainOutput = (entry: Calculator): string => entry.main ?? Object.keys(entry.outputs)[0] ?? '';

export const subjects = {
  mixing: 'Changes and mixing',
  dosing: 'Dosing',
  salinity: 'Salinity and density',
  vessels: 'Vessels and flow',
  reactors: 'Reactors and media',
  'make-up': 'Make-up water',
  uv: 'Ultraviolet',
  instruments: 'Probes and meters',
  heat: 'Heat, evaporation, outages',
  nitrogen: 'Nitrogen',
  carbonate: 'Alkalinity and carbonate',
  gases: 'Oxygen and carbon dioxide',
  filters: 'Sand and beds',
  hydraulics: 'Pipes and pumps',
  lifetimes: 'Lifetimes',
  series: 'Trends and drift',
  units: 'Units',
} as const;
export type Subject = keyof typeof subjects;

/** Types an entry by its own inputs and forgets the types again, for the registry. */
export function calculator<I extends Inputs, O extends Outputs>(entry: Entry<I, O>): Calculator {
  return entry as unknown as Calculator;
}

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
 * Runs a calculator on values that have its inputs' kinds.
 * @throws Refusal 'out-of-range' naming the field and its range: nothing is extrapolated
 */
export function runCalculator(
  entry: Calculator,
  values: Readonly<Record<string, unknown>>,
): Readonly<Record<string, OutputValue>> {
  const complete: Record<string, unknown> = {};
  for (const [name, input] of Object.entries(entry.inputs)) complete[name] = checked(input, values[name]);
  const outputs = entry.run(complete as Values<Inputs>);
  return Object.fromEntries(
    Object.entries(outputs).flatMap(([name, value]) => (value === undefined ? [] : [[name, value]])),
  );
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
