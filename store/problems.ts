import type { Stored } from '../contract/records.ts';

export interface FieldError {
  /** JSON pointer into what was sent. */
  pointer: string;
  detail: string;
}

/** A refusal on purpose, with all that a border needs to word it. */
export class StoreProblem extends Error {
  override readonly name = 'StoreProblem';
  readonly code: keyof ProblemFacts;
  readonly facts: ProblemFacts[keyof ProblemFacts];
  private constructor(code: keyof ProblemFacts, detail: string, facts: ProblemFacts[keyof ProblemFacts]) {
    super(detail);
    this.code = code;
    this.facts = facts;
  }
  static invalid(errors: FieldError[]): StoreProblem {
    return new StoreProblem('invalid', errors.map((one) => one.detail).join(' '), { errors });
  }
  static notFound(what: string): StoreProblem {
    return new StoreProblem('not-found', `This ${what} does not exist.`, {});
  }
  static conflict(detail: string, stored: Stored | null, sent: unknown): StoreProblem {
    return new StoreProblem('conflict', detail, { stored, sent });
  }
  static locked(detail: string): StoreProblem {
    return new StoreProblem('locked', detail, {});
  }
  static damaged(detail: string): StoreProblem {
    return new StoreProblem('damaged', detail, {});
  }
}
export interface ProblemFacts {
  invalid: { errors: FieldError[] };
  'not-found': Record<string, never>;
  conflict: { stored: Stored | null; sent: unknown };
  locked: Record<string, never>;
  damaged: Record<string, never>;
}
