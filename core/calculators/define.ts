import {
  completed,
  type Formula,
  type Input,
  type Inputs,
  type Outputs,
  type OutputValue,
} from '../formulas/define.ts';

// A calculator is a thin entry over a formula: where it is found and what is said beside it. The bench, the command line,
// the API and the docs page are made from it.

/** How a formula is found and shown. */
export interface Shown<O extends Outputs> {
  /** The subject under which it is found. */
  subject: Subject;
  title: string;
  /** What kind of published case it answers. */
  topic: string;
  cautions?: readonly string[];
  /** The result a person asks for, shown large; absent: the first. */
  main?: keyof O & string;
  /** Takes a noticeable moment: worked out once, not again for a picture. */
  slow?: true;
  /** Where several entries of a topic take the same inputs: what the name of a case says if it means this one. */
  hint?: string;
  /** Everyday words people search by. */
  words?: readonly string[];
}
export type Calculator = Formula<Inputs, Outputs> & Shown<Outputs>;

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

/** A formula with how it is shown; its own types are forgotten, for the registry. */
export function calculator<
  I extends Inputs,
  O extends Outputs,
  R extends { readonly [K in keyof O]?: OutputValue | undefined },
>(of: Formula<I, O, R>, shown: Shown<O>): Calculator {
  return { ...of, ...shown } as unknown as Calculator;
}

/**
 * Runs a calculator on values that have its inputs' kinds.
 * @throws Refusal 'out-of-range' naming the field and its range: nothing is extrapolated
 */
export function runCalculator(
  entry: Calculator,
  values: Readonly<Record<string, unknown>>,
): Readonly<Record<string, OutputValue>> {
  const outputs = entry.run(completed(entry.inputs, values));
  return Object.fromEntries(
    Object.entries(outputs).flatMap(([name, value]) => (value === undefined ? [] : [[name, value]])),
  );
}
