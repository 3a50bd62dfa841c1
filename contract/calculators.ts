import * as v from 'valibot';
import { answerQuestion, type CaseAnswer } from '../core/calculators/answerCase.ts';
import { isOptional, mainOutput, runCalculator, type Calculator } from '../core/calculators/define.ts';
import { asRefusal } from '../core/errors.ts';
import { refusalWord } from '../core/explain/refusalWord.ts';
import { completed, type Input, type OutputValue } from '../core/formulas/define.ts';
import { lookUp } from '../core/lookUp.ts';
import { uncertaintyOf } from '../core/calculators/uncertainty.ts';
import { calculators } from '../core/calculators/registry.ts';

/** A calculator as the list shows it. */
export interface ListedCalculator {
  id: string;
  title: string;
  subject: string;
  inputs: Record<
    string,
    { label: string; unit: string; kind: Input['kind']; optional: boolean; options?: readonly string[] }
  >;
  outputs: Record<string, { label: string; unit: string; digits: number | null }>;
  /** The result a person asks for. */
  main: string;
  limits: Record<string, { from: number; to: number; unit: string }>;
  formula: string;
  source: string;
  cautions: readonly string[];
  example: { inputs: Record<string, unknown>; outputs: Record<string, OutputValue> };
}

/** The example of a calculator: its inputs, and what it answers to them. */
export function exampleOf(entry: Calculator): ListedCalculator['example'] {
  const inputs = Object.fromEntries(
    Object.entries(entry.inputs).flatMap(([name, input]) =>
      input.example === null ? [] : [[name, input.example]],
    ),
  );
  return { inputs, outputs: { ...runCalculator(entry, inputs) } };
}

export function listCalculators(): ListedCalculator[] {
  return calculators.map((entry) => ({
    id: entry.id,
    title: entry.title,
    subject: entry.subject,
    inputs: Object.fromEntries(
      Object.entries(entry.inputs).map(([name, input]) => [
        name,
        {
          label: input.label,
          unit: input.unit,
          kind: input.kind,
          optional: isOptional(input),
          ...(input.kind === 'choice' ? { options: input.options } : {}),
        },
      ]),
    ),
    outputs: Object.fromEntries(
      Object.entries(entry.outputs).map(([name, { label, unit, digits }]) => [
        name,
        { label, unit, digits: digits ?? null },
      ]),
    ),
    main: mainOutput(entry),
    limits: Object.fromEntries(
      Object.entries(entry.inputs).flatMap(([name, input]) =>
        'from' in input ? [[name, { from: input.from, to: input.to, unit: input.unit }]] : [],
      ),
    ),
    formula: entry.formula,
    source: entry.source,
    cautions: entry.cautions ?? [],
    example: exampleOf(entry),
  }));
}

/** Inputs as `{name: value}` or as `{name: {value, unit}}`; the unit, where given, must be the calculator's. */
const inputsSchema = v.record(
  v.string(),
  v.union([
    v.number(),
    v.string(),
    v.null(),
    v.array(v.unknown()),
    v.object({
      value: v.unknown(),
      unit: v.optional(v.string()),
      /** One standard deviation, where the figure carries one. */
      error: v.optional(v.pipe(v.number(), v.minValue(0))),
    }),
  ]),
);
/** What was given is not what a calculator takes. */
export class CalculatorInputError extends Error {
  /** The input at fault; null: the whole of it. */
  readonly input: string | null;
  constructor(message: string, input: string | null = null) {
    super(message);
    this.input = input;
  }
}

/**
 * Runs a calculator on named inputs.
 * @throws CalculatorInputError for a name it does not have, a unit that is not its own, a value outside its limits; Refusal
 *   where values do not go together
 */
export function calculate(
  entry: Calculator,
  given: unknown,
): Record<string, { value: OutputValue; unit: string; error?: number }> {
  const parsed = v.safeParse(inputsSchema, Array.isArray(given) ? null : given);
  if (!parsed.success) throw new CalculatorInputError('An object of inputs by name is needed.');
  const values: Record<string, unknown> = {};
  const errors: Record<string, number> = {};
  for (const [name, value] of Object.entries(parsed.output)) {
    const input = lookUp(entry.inputs, name);
    if (!input)
      throw new CalculatorInputError(
        `“${name}” is no input of ${entry.id}; it takes ${Object.keys(entry.inputs).join(', ')}.`,
        name,
      );
    const withUnit = typeof value === 'object' && value !== null && !Array.isArray(value) ? value : null;
    if (withUnit?.unit !== undefined && withUnit.unit !== input.unit)
      throw new CalculatorInputError(
        `${input.label}: “${withUnit.unit}” is not its unit, ${input.unit} is.`,
        name,
      );
    values[name] = withUnit ? withUnit.value : value;
    if (withUnit?.error !== undefined) errors[name] = withUnit.error;
  }
  requireEach(entry, values);
  const outputs = runCalculator(entry, values);
  const uncertain = uncertaintyOf(entry, values, errors);
  return Object.fromEntries(
    Object.entries(outputs).map(([name, value]) => [
      name,
      {
        value,
        unit: entry.outputs[name]?.unit ?? '',
        ...(uncertain[name] === undefined ? {} : { error: uncertain[name] }),
      },
    ]),
  );
}

/** Each input by itself, so that the one at fault is named. */
function requireEach(entry: Calculator, values: Readonly<Record<string, unknown>>): void {
  for (const [name, input] of Object.entries(entry.inputs))
    try {
      completed({ [name]: input }, values);
    } catch (error) {
      const refusal = asRefusal(error);
      throw refusal ? new CalculatorInputError(refusalWord(refusal), name) : error;
    }
}

const caseSchema = v.object({
  id: v.union([v.string(), v.number()]),
  topic: v.string(),
  inputs: v.record(v.string(), v.object({ value: v.unknown(), unit: v.optional(v.string(), '') })),
  outputs: v.optional(v.record(v.string(), v.object({ unit: v.optional(v.string()) }))),
});

/** Answers cases in the form of published ones; one that cannot be read says why, the rest are answered. */
export function answerCaseList(cases: readonly unknown[]): ({ id: string | number | null } & CaseAnswer)[] {
  return cases.map((one) => {
    const parsed = v.safeParse(caseSchema, one);
    if (!parsed.success) {
      const id = (one as { id?: unknown } | null)?.id;
      return {
        id: typeof id === 'string' || typeof id === 'number' ? id : null,
        notApplicable: 'a case needs id, topic and inputs with value and unit',
      };
    }
    const { id, topic, inputs, outputs } = parsed.output;
    const asked: Record<string, { unit?: string }> = {};
    for (const [name, { unit }] of Object.entries(outputs ?? {}))
      asked[name] = unit === undefined ? {} : { unit };
    const answer = answerQuestion(calculators, {
      id: String(id),
      topic,
      inputs: inputs,
      outputs: asked,
    });
    return { id, ...answer };
  });
}
