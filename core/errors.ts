/** Every reason for which we refuse on purpose, with the facts a border needs to word it. */
export interface Refusals {
  'out-of-range': { what: string; value: number; from: number; to: number; unit: string };
  'no-such-day': { what: string; text: string };
  'no-such-zone': { zone: string };
  'hour-does-not-exist': { text: string; zone: string };
  'no-such-unit': { quantity: string; unit: string };
  'not-in-catalogue': { what: string; id: string };
}
export type RefusalCode = keyof Refusals;

/** A refusal is data: a code and its facts. The border picks words and status. */
export class Refusal<C extends RefusalCode = RefusalCode> extends Error {
  override readonly name = 'Refusal';
  readonly code: C;
  readonly facts: Refusals[C];
  constructor(code: C, facts: Refusals[C]) {
    super(`${code} ${JSON.stringify(facts)}`);
    this.code = code;
    this.facts = facts;
  }
}

export interface Limits {
  from: number;
  to: number;
  unit: string;
}

/** @throws Refusal 'out-of-range' unless `value` is finite and inside `limits`, ends included. */
export function requireWithin(what: string, value: number, limits: Limits): void {
  if (!Number.isFinite(value) || value < limits.from || value > limits.to) {
    throw new Refusal('out-of-range', { what, value, ...limits });
  }
}

/** The refusal that an error is, or null. */
export const asRefusal = (error: unknown): Refusal | null =>
  error instanceof Refusal ? (error as Refusal) : null;

export function isRefusal<C extends RefusalCode>(error: unknown, code: C): error is Refusal<C> {
  return error instanceof Refusal && error.code === code;
}
