import type { ErrorRequestHandler, Response } from 'express';
import multer from 'multer';
import * as v from 'valibot';
import { asRefusal } from '../core/errors.ts';
import { refusalWord } from '../core/explain/refusalWord.ts';
import type { Problem } from '../contract/work.ts';
import { pointerOf, wordsOf } from '../store/checks.ts';
import { StoreProblem, type ProblemFacts } from '../store/problems.ts';

const statusOf: Record<keyof ProblemFacts, number> = {
  invalid: 422,
  'not-found': 404,
  conflict: 409,
  locked: 503,
  damaged: 422,
};
const titleOf: Record<keyof ProblemFacts, string> = {
  invalid: 'Something needs correcting',
  'not-found': 'Not found',
  conflict: 'Changed by somebody else',
  locked: 'In use',
  damaged: 'Damaged data',
};
const todoOf: Record<keyof ProblemFacts, string> = {
  invalid: 'Correct the fields named and send it again; nothing was stored.',
  'not-found': 'It may have been deleted: look in the log.',
  conflict: 'Look at both texts and choose.',
  locked: 'Stop the other program first.',
  damaged: 'Take an unharmed copy; nothing was stored.',
};

/** A refusal of the server itself, thrown by a route or a guard. */
export class HttpProblem extends Error {
  readonly problem: Problem;
  constructor(status: number, title: string, detail: string, todo?: string) {
    super(detail);
    this.problem = { type: 'about:blank', title, status, detail, ...(todo ? { todo } : {}) };
  }
}

function problemOf(error: unknown): Problem | null {
  if (error instanceof HttpProblem) return error.problem;
  if (error instanceof StoreProblem) {
    const base: Problem = {
      type: 'about:blank',
      title: titleOf[error.code],
      status: statusOf[error.code],
      detail: error.message,
      todo: todoOf[error.code],
    };
    return { ...base, ...error.facts } as Problem;
  }
  if (error instanceof v.ValiError) {
    const issues = error.issues as [v.BaseIssue<unknown>, ...v.BaseIssue<unknown>[]];
    const errors = issues.map((issue) => ({ pointer: pointerOf(issue), detail: wordsOf(issue) }));
    return {
      type: 'about:blank',
      title: titleOf.invalid,
      status: 400,
      detail: errors.map((one) => one.detail).join(' '),
      errors,
      todo: todoOf.invalid,
    };
  }
  const refusal = asRefusal(error);
  if (refusal)
    return {
      type: 'about:blank',
      title: titleOf.invalid,
      status: 422,
      detail: refusalWord(refusal),
      todo: todoOf.invalid,
    };
  if (error instanceof multer.MulterError) {
    const detail =
      error.code === 'LIMIT_FILE_SIZE'
        ? 'The file is larger than allowed.'
        : 'The file could not be taken: send exactly one, in the field named in the documentation.';
    return {
      type: 'about:blank',
      title: 'File not taken',
      status: error.code === 'LIMIT_FILE_SIZE' ? 413 : 400,
      detail,
    };
  }
  return bodyProblem(error) ?? diskProblem(error);
}

/** Express's own complaints about a body: bad JSON, too large, an encoding it does not know. */
function bodyProblem(error: unknown): Problem | null {
  const status = (error as { status?: unknown }).status;
  if (typeof status !== 'number' || status < 400 || status >= 500) return null;
  const detail =
    (error as { type?: string }).type === 'entity.parse.failed'
      ? 'The body is not valid JSON.'
      : (error as Error).message;
  return { type: 'about:blank', title: 'The request cannot be read', status, detail };
}

function diskProblem(error: unknown): Problem | null {
  const { code: own, driverError } = error as { code?: unknown; driverError?: { code?: unknown } };
  // some libraries number their errors
  const code = [own, driverError?.code].find((one) => typeof one === 'string') ?? '';
  if (code === 'ENOSPC' || code === 'SQLITE_FULL') {
    return {
      type: 'about:blank',
      title: 'The disk is full',
      status: 507,
      detail: 'The disk is full; nothing was stored.',
      todo: 'Make room on the disk and send it again.',
    };
  }
  if (code.startsWith('SQLITE_BUSY')) {
    return {
      type: 'about:blank',
      title: 'The disk is busy',
      status: 503,
      detail: 'Another program holds the database; nothing was stored.',
      todo: 'Send it again in a moment.',
    };
  }
  return null;
}

export function sendProblem(res: Response, problem: Problem): void {
  res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
}

/** The one place that turns refusals into answers. What is none of them is a bug: logged in full, shown to nobody. */
export function errorBorder(log: (error: unknown) => void): ErrorRequestHandler {
  return (error: unknown, _req, res, next) => {
    if (res.headersSent) return next(error);
    const problem = problemOf(error);
    if (problem) return sendProblem(res, problem);
    log(error);
    sendProblem(res, {
      type: 'about:blank',
      title: 'A fault of the program',
      status: 500,
      detail: 'Something went wrong inside the program; nothing was stored.',
      todo: 'The log of the server has the details.',
    });
  };
}
