import { CommanderError } from 'commander';
import { StoreProblem, type ProblemFacts } from '../store/problems.ts';

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
  const known = error instanceof StoreProblem || error instanceof BadInput;
  process.stderr.write(
    `jondrel: ${known ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
  );
}
