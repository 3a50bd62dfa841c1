import { readFileSync, rmSync, writeFileSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { StoreProblem } from './problems.ts';

interface Holder {
  pid: number;
  what: string;
}
const lockFile = (dataDir: string): string => join(dataDir, 'jondrel.lock');

/**
 * Takes a data directory for writing. One process at a time owns it; a lock left by a process that died is taken over.
 * @param what named to whoever is refused, for example the server and its address
 * @returns how to release it
 * @throws StoreProblem locked, naming the holder
 */
export function takeLock(dataDir: string, what: string): () => void {
  mkdirSync(dataDir, { recursive: true });
  const file = lockFile(dataDir);
  const mine = JSON.stringify({ pid: process.pid, what } satisfies Holder);
  for (let tries = 0; ; tries++) {
    try {
      writeFileSync(file, mine, { flag: 'wx' });
      return () => rmSync(file, { force: true });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST' || tries > 3) throw error;
      const holder = holderOf(file);
      if (holder && isAlive(holder.pid)) {
        throw StoreProblem.locked(
          `${dataDir} is in use by ${holder.what} (process ${holder.pid}). Stop it first.`,
        );
      }
      rmSync(file, { force: true });
    }
  }
}

function holderOf(file: string): Holder | null {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as Holder;
  } catch {
    // a lock that was being written when its process died says nothing
    return null;
  }
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return pid !== process.pid;
  } catch {
    return false;
  }
}
