import type { Problem } from '../contract/work.ts';

/** A refusal of the server itself, thrown by a route or a guard. */
export class HttpProblem extends Error {
  readonly problem: Problem;
  /** @param pointer to the field at fault, where there is one */
  constructor(status: number, title: string, detail: string, todo?: string, pointer?: string) {
    super(detail);
    this.problem = {
      ...{ type: 'about:blank', title, status, detail },
      ...(todo ? { todo } : {}),
      ...(pointer === undefined ? {} : { errors: [{ pointer, detail }] }),
    };
  }
}
