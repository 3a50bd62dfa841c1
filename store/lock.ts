import { readFileSync, rmSync, writeFileSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { StoreProblem } from './problems.ts';

interface Holder {
  pid: number;
  what: string;
  /** When that process began, as its system tells: another one may have its number by now. null: not told. */
  began?: string | null;
}
/** What people keep of their animals, customers and devices is theirs. */
const OWNER_ONLY = 0o700;
const lockFile = (dataDir: string): string => join(dataDir, 'jondrel.lock');

/**
 * Takes a data directory for writing. One process at a time owns it; a lock left by a process that died is taken over.
 * @param what named to whoever is refused, for example the server and its address
 * @returns how to release it
 * @throws StoreProblem locked, naming the holder
 */
export function takeLock(dataDir: string, what: string): () => void {
  mkdirSync(dataDir, { recursive: true, mode: OWNER_ONLY });
  const file = lockFile(dataDir);
  const mine = JSON.stringify({ pid: process.pid, what, began: beganOf(process.pid) } satisfies Holder);
  for (let tries = 0; ; tries++) {
    try {
      writeFileSync(file, mine, { flag: 'wx' });
      return () => rmSync(file, { force: true });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST' || tries > 3) throw error;
      const holder = holderOf(file);
      if (holder && isAlive(holder)) {
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

function isAlive({ pid, began }: Holder): boolean {
  try {
    process.kill(pid, 0);
  } catch (error) {
    // somebody else's process is one all the same
    if ((error as NodeJS.ErrnoException).code !== 'EPERM') return false;
  }
  if (pid === process.pid) return false;
  const now = beganOf(pid);
  return began == null || now === null || began === now;
}

/** The boot and the tick of it at which a process began; null where the system has no such files. */
function beganOf(pid: number): string | null {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    // the name before it may hold spaces and brackets; of what follows its last bracket the twentieth is the begin
    const ticks = stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
    return `${readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim()} ${ticks ?? ''}`;
  } catch {
    return null;
  }
}
