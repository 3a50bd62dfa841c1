import { BadInput } from './exit.ts';

/**
 * The clock of a started program: the machine's, or one that is so many milliseconds ahead of it (behind it, if negative).
 * The second is for tests, and for looking at a demonstration of another day. Two programs given the same number agree.
 * @returns milliseconds, as Date.now
 */
export function clockFrom(aheadMs: string | undefined, machine: () => number = Date.now): () => number {
  if (aheadMs === undefined || aheadMs === '') return machine;
  if (!/^-?\d{1,15}$/.test(aheadMs))
    throw new BadInput(`JONDREL_CLOCK_AHEAD_MS: “${aheadMs}” is not a whole number of milliseconds.`);
  const ahead = Number(aheadMs);
  return () => machine() + ahead;
}

let started: (() => number) | null = null;
/** Now, by the clock this program was started with. */
export const now = (): number => (started ??= clockFrom(process.env.JONDREL_CLOCK_AHEAD_MS))();
