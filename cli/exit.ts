import { CommanderError } from 'commander';
import { StoreProblem, type ProblemFacts } from '../store/problems.ts';
import { systemFaultOf } from '../store/systemFaults.ts';

const OK = 0;
const BAD_INPUT = 1;
const USAGE = 2;
const DAMAGED = 3;

const codes: Record<keyof ProblemFacts, number> = {
  invalid: BAD_INPUT,
  'not-found': BAD_INPUT,
  conflict: BAD_INPUT,
  locked: BAD_INPUT,
  damaged: DAMAGED,
};

/** Bad input found by a command itself. */
export class BadInput extends Error {}

export function exitCodeOf(error: unknown): number {
  if (error instanceof CommanderError) return error.exitCode === 0 ? OK : USAGE;
  if (error instanceof StoreProblem) return codes[error.code];
  if (error instanceof BadInput) return BAD_INPUT;
  const { code } = error as { code?: string };
  return code === 'SQLITE_NOTADB' || code === 'SQLITE_CORRUPT' ? DAMAGED : BAD_INPUT;
}

export function printError(error: unknown): void {
  process.stderr.write(`jondrel: ${wordOf(error)}\n`);
}

function wordOf(error: unknown): string {
  const fault = systemFaultOf(error);
  if (fault) return `${fault.detail} ${fault.todo}`;
  if (error instanceof StoreProblem || error instanceof BadInput) return error.message;
  return error instanceof Error ? (error.stack ?? error.message) : String(error);
}
