import { asRefusal } from '../errors.ts';
import { refusalWord } from '../explain/refusalWord.ts';
import { notYet } from './notYet.ts';
import { bareUnit, isOptional, runCalculator, type Calculator } from './define.ts';
import type { OutputValue } from '../formulas/define.ts';

/** A question in the form of a published case: a topic and named inputs, each with its unit. */
export interface CaseQuestion {
  topic: string;
  /** Where two calculators take the same inputs, the name of the case or of what is asked for decides. */
  id?: string;
  outputs?: Readonly<Record<string, { unit?: string }>>;
  inputs: Readonly<Record<string, { value: unknown; unit: string }>>;
}
export type CaseAnswer =
  { outputs: Record<string, { value: OutputValue; unit: string }> } | { notApplicable: string };

/**
 * How well a calculator's inputs fit the question's; null: something is missing or unknown.
 * A choice must offer what is asked, and units that are the same word for word count most.
 */
function fit(entry: Calculator, { id, inputs, outputs }: CaseQuestion): number | null {
  const names = Object.keys(inputs);
  if (names.some((name) => !(name in entry.inputs))) return null;
  let score = 0;
  for (const [name, input] of Object.entries(entry.inputs)) {
    const given = inputs[name];
    if (!given) {
      if (isOptional(input)) continue;
      return null;
    }
    if (input.kind === 'choice' && !input.options.includes(String(given.value))) return null;
    score += 4;
    if (given.unit === input.unit) score += 3;
    else if (bareUnit(given.unit) === bareUnit(input.unit)) score += 1;
  }
  for (const [name, { unit }] of Object.entries(outputs ?? {})) {
    if (!(name in entry.outputs)) continue;
    score += unit !== undefined && unit === entry.outputs[name]?.unit ? 2 : 1;
  }
  if (entry.hint !== undefined && id?.includes(entry.hint)) score += 1;
  return score;
}

/** Answers a question by the calculator of its topic whose inputs fit best, under the case's own names. */
export function answerQuestion(registry: readonly Calculator[], question: CaseQuestion): CaseAnswer {
  const ofTopic = registry.filter((entry) => entry.topic === question.topic);
  if (ofTopic.length === 0)
    return { notApplicable: notYet[question.topic] ?? `no calculator for “${question.topic}”` };
  const fitting = ofTopic
    .flatMap((entry) => {
      const score = fit(entry, question);
      return score === null ? [] : [{ entry, score }];
    })
    .sort((a, b) => b.score - a.score);
  const best = fitting[0]?.entry;
  if (!best)
    return {
      notApplicable: `no calculator of “${question.topic}” takes just ${Object.keys(question.inputs).join(', ') || 'nothing'}`,
    };
  const values = Object.fromEntries(
    Object.entries(question.inputs).map(([name, { value }]) => [name, value]),
  );
  let outputs: Readonly<Record<string, OutputValue>>;
  try {
    outputs = runCalculator(best, values);
  } catch (error) {
    // a value outside what holds is an answer too: nothing is extrapolated
    const refusal = asRefusal(error);
    if (refusal) return { notApplicable: refusalWord(refusal) };
    throw error;
  }
  return {
    outputs: Object.fromEntries(
      Object.entries(outputs).map(([name, value]) => [name, { value, unit: best.outputs[name]?.unit ?? '' }]),
    ),
  };
}
