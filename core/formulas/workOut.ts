import {
  completed,
  type Formula,
  type Inputs,
  type Outputs,
  type OutputValue,
  type Values,
} from './define.ts';

type Results = Readonly<Record<string, OutputValue | undefined>>;

/** A formula's results together with what it was worked out from: a person can open it on the bench. */
export interface Worked<R = Results> {
  calculatorId: string;
  inputs: Readonly<Record<string, unknown>>;
  outputs: R;
}
/** What a formula gives. */
export type WorkedOf<F> = F extends { run: (values: never) => infer R } ? Worked<R> : never;

/**
 * Works a formula out and keeps how.
 * @param inputs by the formula's names, in its units; what has a usual value may be left out
 * @throws Refusal 'out-of-range' naming the field
 */
export function workOut<
  I extends Inputs,
  O extends Outputs,
  R extends { readonly [K in keyof O]?: OutputValue | undefined },
>(of: Formula<I, O, R>, inputs: Partial<Values<I>>): Worked<R> {
  return {
    calculatorId: of.id,
    inputs,
    outputs: of.run(completed(of.inputs, inputs) as unknown as Values<I>),
  };
}
