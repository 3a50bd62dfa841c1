import { Refusal } from '../errors.ts';
import { runCalculator, type OutputValue } from './define.ts';
import { calculatorOf } from './registry.ts';

/** A figure together with the calculator and the inputs it came from: a person can open it on the bench. */
export interface Worked {
  calculatorId: string;
  inputs: Readonly<Record<string, number>>;
  outputs: Readonly<Record<string, OutputValue>>;
}

/**
 * Works one calculator out and keeps how.
 * @param inputs by the calculator's names, in its units; what has a usual value may be left out
 * @throws Refusal 'out-of-range' naming the field; 'not-in-catalogue' for an id that is none
 */
export function worked(calculatorId: string, inputs: Readonly<Record<string, number>>): Worked {
  const entry = calculatorOf(calculatorId);
  if (!entry) throw new Refusal('not-in-catalogue', { what: 'calculator', id: calculatorId });
  return { calculatorId, inputs, outputs: runCalculator(entry, inputs) };
}

/** One of its results. @throws Refusal 'not-in-catalogue' where it has none of that name, or not for these inputs */
export function figure({ calculatorId, outputs }: Worked, name: string): number {
  const value = outputs[name];
  if (typeof value !== 'number')
    throw new Refusal('not-in-catalogue', { what: `result of ${calculatorId}`, id: name });
  return value;
}
