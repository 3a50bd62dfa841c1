import { mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';

const OWNER_ONLY = 0o700;

/** Where an archive lies until it is read; emptied where a server begins, since one that was killed left what it had. */
export function uploadFolder(dataDir: string): string {
  const folder = join(dataDir, 'uploads');
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true, mode: OWNER_ONLY });
  return folder;
}

/** A backup beside a running server may be writing one: younger ones stay. Pictures are the server’s alone. */
const STALE_MS = 10 * 60_000;

/**
 * Removes what a killed process left half written.
 * @param now the clock of the file system
 * @returns what was removed
 */
export function removeDrafts(dataDir: string, now: number = Date.now()): string[] {
  const draftsIn = (folder: string): string[] =>
    readdirSync(join(dataDir, folder))
      .filter((name) => name.endsWith('.part'))
      .map((name) => join(dataDir, folder, name));
  const isStale = (draft: string): boolean => now - statSync(draft).mtimeMs > STALE_MS;
  const drafts = [...draftsIn('pictures'), ...[...draftsIn('backups'), ...draftsIn('.')].filter(isStale)];
  for (const draft of drafts) rmSync(draft, { recursive: true, force: true });
  return drafts;
}
