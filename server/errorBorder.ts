import type { ErrorRequestHandler, Request, Response } from 'express';
import multer from 'multer';
import * as v from 'valibot';
import { asRefusal } from '../core/errors.ts';
import { refusalWord } from '../core/explain/refusalWord.ts';
import type { Problem } from '../contract/work.ts';
import { pointerOf, wordsOf } from '../store/checks.ts';
import { StoreProblem, type ProblemFacts } from '../store/problems.ts';
import { systemFaultOf } from '../store/systemFaults.ts';
import { callerOf, may } from './access/caller.ts';
import { HttpProblem } from './httpProblem.ts';

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
    return { ...base, ...error.facts };
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

/** The reader of bodies wraps what it met, and keeps its words. */
const isHarmfulName = (error: unknown): boolean =>
  (error as Error).message.startsWith('No field may be named');
const wordOfBody: Record<string, string> = {
  'entity.too.large': 'The body is larger than allowed.',
  'charset.unsupported': 'The body is in letters that are not known here: send UTF-8.',
  'encoding.unsupported': 'The body is packed in a way that is not known here.',
  'request.aborted': 'The request broke off.',
  'request.size.invalid': 'The body is not as long as was said.',
};
/** Express's own complaints about a body: bad JSON, too large, an encoding it does not know. */
function bodyProblem(error: unknown): Problem | null {
  const status = (error as { status?: unknown }).status;
  if (typeof status !== 'number' || status < 400 || status >= 500) return null;
  const detail =
    (error as { type?: string }).type === 'entity.parse.failed'
      ? isHarmfulName(error)
        ? (error as Error).message
        : 'The body is not valid JSON.'
      : (wordOfBody[(error as { type?: string }).type ?? ''] ?? 'The request cannot be read.');
  return { type: 'about:blank', title: 'The request cannot be read', status, detail };
}

const systemTitles = {
  full: ['The disk is full', 507],
  busy: ['The disk is busy', 503],
  'not-writable': ['The data cannot be written', 507],
  'no-folder': ['The data cannot be written', 507],
} as const;
function diskProblem(error: unknown): Problem | null {
  const fault = systemFaultOf(error);
  if (!fault) return null;
  const [title, status] = systemTitles[fault.kind];
  // where it lies on this computer is nobody's affair elsewhere
  const detail =
    fault.kind === 'full' || fault.kind === 'busy'
      ? fault.detail
      : 'The data cannot be written; nothing was stored.';
  return { type: 'about:blank', title, status, detail, todo: fault.todo };
}

export function sendProblem(res: Response, problem: Problem): void {
  res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
}

/** What is stored is for whoever may read records; of the others it is told that it is another. */
const seenBy = (req: Request, { stored, ...problem }: Problem): Problem =>
  stored === undefined || !may(callerOf(req), 'records.read') ? problem : { ...problem, stored };

/** Whatever is to be corrected points at something: at all of it, where no one field is at fault. */
const pointed = (problem: Problem): Problem =>
  problem.errors || (problem.status !== 400 && problem.status !== 422)
    ? problem
    : { ...problem, errors: [{ pointer: '', detail: problem.detail }] };

/** The one place that turns refusals into answers. What is none of them is a bug: logged in full, shown to nobody. */
export function errorBorder(log: (error: unknown) => void): ErrorRequestHandler {
  return (error: unknown, req, res, next) => {
    if (res.headersSent) return next(error);
    const problem = problemOf(error);
    if (problem) return sendProblem(res, pointed(seenBy(req, problem)));
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
