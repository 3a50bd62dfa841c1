import type { Problem, Work, WorkResult } from '../../contract/work.ts';

/** What the server refused, as it said it. */
export class ApiProblem extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }
}

const unreachable: Problem = {
  type: 'about:blank',
  title: 'No answer',
  status: 0,
  detail: 'The server does not answer. What you typed is still here.',
  todo: 'See that it runs, then try again.',
};

async function ask<T>(path: string, init?: RequestInit): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, init);
  } catch {
    throw new ApiProblem(unreachable);
  }
  if (response.ok) return (await response.json()) as T;
  if (response.status === 401) for (const listener of signedOut) listener();
  throw new ApiProblem(await problemOf(response));
}

async function problemOf(response: Response): Promise<Problem> {
  try {
    return (await response.json()) as Problem;
  } catch {
    return {
      ...unreachable,
      status: response.status,
      detail: `The server answered ${response.status} and nothing that can be read.`,
    };
  }
}

const signedOut = new Set<() => void>();
/** Called when the server no longer knows who this is. @returns how to stop listening */
export function onSignedOut(listener: () => void): () => void {
  signedOut.add(listener);
  return () => signedOut.delete(listener);
}

export const api = {
  get: <T>(path: string, headers: Record<string, string> = {}): Promise<T> => ask<T>(path, { headers }),
  /** Anything but a unit of work. */
  send: <T>(method: 'POST' | 'PUT' | 'DELETE', path: string, body: unknown = {}): Promise<T> =>
    ask<T>(path, {
      method,
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    }),
  work: (work: Work): Promise<WorkResult> =>
    ask('/work', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(work),
    }),
  post: <T>(path: string, form?: FormData): Promise<T> =>
    ask<T>(path, { method: 'POST', ...(form ? { body: form } : {}) }),
};
