import type { Problem, Work, WorkResult } from '../../contract/work.ts';
import { isKept, keepAnswer, keptAnswer } from '../offline/answers.ts';
import { keepStep, keepWhole, keptHouse, type Step } from '../offline/house.ts';
import { ofPlacesHeld } from './atHand.ts';
import { setConnection } from './connection.ts';

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

/** A network that swallows requests is none; an import or a picture takes its time. */
const LONGEST_MS = 30_000;
const LONGEST_SENDING_MS = 300_000;

async function ask<T>(path: string, init?: RequestInit, longestMs = LONGEST_MS): Promise<T> {
  const response = await orAway(() =>
    fetch(`/api${path}`, { ...init, signal: AbortSignal.timeout(longestMs) }),
  );
  // half an answer, or the sign-in page of somebody else's network, is none: what was sent is sent again
  const body = response.ok ? await orAway(() => response.json() as Promise<T>) : null;
  setConnection({ away: false, answeredAt: Date.now() });
  if (response.ok) return body as T;
  if (response.status === 401) for (const listener of signedOut) listener();
  throw new ApiProblem(await problemOf(response));
}

async function orAway<T>(act: () => Promise<T>): Promise<T> {
  try {
    return await act();
  } catch {
    setConnection({ away: true });
    throw new ApiProblem(unreachable);
  }
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

/** An answer, and since when it is kept on this device; null: it is the server's, now. */
export interface Answer<T> {
  body: T;
  keptAt: number | null;
  /** When it was asked for, by this window's clock. */
  begunAt: number;
}
/** What the server says; while it does not answer, what it said last on this device. */
async function getOrKept<T>(path: string): Promise<Answer<T>> {
  const begunAt = performance.now();
  try {
    const body = await ask<T>(path);
    if (isKept(path))
      // a browser that keeps nothing (a full disk, a private window) says so where it writes
      keepAnswer(path, body, begunAt).catch(() => undefined);
    return { body, keptAt: null, begunAt };
  } catch (error) {
    if (!(error instanceof ApiProblem) || error.problem.status !== 0 || !isKept(path)) throw error;
    const kept = await keptAnswer(path).catch(() => undefined);
    if (!kept) throw error;
    return { body: kept.body as T, keptAt: kept.keptAt, begunAt };
  }
}

/**
 * The rest of something of which an earlier state is held; while the server does not answer, what it said last on this
 * device.
 * @param keptAs where the whole of it is kept, with the places that are held
 * @param take the held state with what changed
 */
async function getChanges<T, C extends { cursor: string; whole: boolean }>(
  path: string,
  keptAs: '/snapshot' | '/plan',
  held: { cursor: string | null; body: T } | null,
  take: (known: T | null, changes: C) => T,
): Promise<Answer<T> & { cursor: string | null }> {
  const begunAt = performance.now();
  const known = held?.cursor ? held : null;
  const keptPath = ofPlacesHeld(keptAs);
  try {
    const asked = ofPlacesHeld(path);
    const since = known?.cursor
      ? `${asked === path ? '?' : '&'}since=${encodeURIComponent(known.cursor)}`
      : '';
    const changes = await ask<C>(`${asked}${since}`);
    const body = take(known?.body ?? null, changes);
    // a browser that keeps nothing says so where it writes
    if (known?.cursor && !changes.whole)
      keepStep(keptPath, { ...changes, since: known.cursor }, body).catch(() => undefined);
    else keepWhole(keptPath, body, changes.cursor).catch(() => undefined);
    return { body, cursor: changes.cursor, keptAt: null, begunAt };
  } catch (error) {
    if (!(error instanceof ApiProblem) || error.problem.status !== 0) throw error;
    const kept = await keptHouse<T, C & Step>(keptPath, take).catch(() => undefined);
    if (!kept) throw error;
    return { ...kept, cursor: null, begunAt };
  }
}

export const api = {
  getChanges,
  get: <T>(path: string): Promise<T> => getOrKept<T>(path).then(({ body }) => body),
  getOrKept,
  /** With headers of its own, a secret link's: nothing of it is kept. */
  getWith: <T>(path: string, headers: Record<string, string>): Promise<T> => ask<T>(path, { headers }),
  /** Anything but a unit of work. */
  send: <T>(
    method: 'POST' | 'PUT' | 'DELETE',
    path: string,
    body: unknown = {},
    headers: Record<string, string> = {},
  ): Promise<T> =>
    ask<T>(
      path,
      {
        method,
        headers: { 'Content-Type': 'application/json', ...headers },
        body: JSON.stringify(body),
      },
      LONGEST_SENDING_MS,
    ),
  work: (work: Work): Promise<WorkResult> =>
    ask('/work', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(work),
    }),
  post: <T>(path: string, form?: FormData): Promise<T> =>
    ask<T>(path, { method: 'POST', ...(form ? { body: form } : {}) }, LONGEST_SENDING_MS),
};
