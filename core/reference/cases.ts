import cases from './cases.json' with { type: 'json' };

/** A value worked out outside the project, with its source; see docs/science.md. */
export interface ReferenceCase {
  id: string;
  /** What a check of it is called: where nothing but memory stands behind its value, that is said. */
  name: string;
  topic: string;
  source: string;
  provenance: string;
  inputs: Record<string, { value: unknown; unit: string }>;
  outputs: Record<string, { value: unknown; unit: string }>;
  tolerance: Record<string, unknown>;
  /** Second sources it was checked against: another package, a worked example, an identity. */
  checkedAgainst?: readonly string[];
}

const all = (cases as unknown as Omit<ReferenceCase, 'name'>[]).map((one): ReferenceCase => ({
  ...one,
  name: isMemoryAlone(one) ? `${one.id} (value from memory)` : one.id,
}));

function isMemoryAlone({ provenance, checkedAgainst }: Omit<ReferenceCase, 'name'>): boolean {
  return provenance.includes('memory') && !checkedAgainst?.length;
}

/** @throws Error where no case has the topic: a check that checks nothing is a defect */
export function casesOf(topic: string): ReferenceCase[] {
  const found = all.filter((one) => one.topic === topic);
  if (found.length === 0) throw new Error(`no reference case on "${topic}"`);
  return found;
}

export function numberIn(one: ReferenceCase, name: string): number {
  const value = one.inputs[name]?.value;
  if (typeof value !== 'number') throw new Error(`${one.id}: no input ${name}`);
  return value;
}

export function numberOut(one: ReferenceCase, name: string): number {
  const value = one.outputs[name]?.value;
  if (typeof value !== 'number') throw new Error(`${one.id}: no output ${name}`);
  return value;
}

/** The absolute difference the case allows at its expected value. */
export function allowed(one: ReferenceCase, name: string): number {
  const own = one.tolerance[name];
  const tolerance = (typeof own === 'object' && own ? own : one.tolerance) as { abs?: number; rel?: number };
  const expected = Math.abs(numberOut(one, name));
  return (tolerance.abs ?? 0) + (tolerance.rel ?? 0) * expected;
}

/** All cases, for tests that go through every one. */
export const allCases: readonly ReferenceCase[] = all;
