/** What the computer would not do for us, and what to do about it. */
export interface SystemFault {
  kind: 'full' | 'busy' | 'not-writable' | 'no-folder';
  /** One sentence. */
  detail: string;
  todo: string;
}

interface Coded {
  code?: unknown;
  path?: unknown;
  driverError?: { code?: unknown };
}

/** A refusal of the disk, or of its rights as one sentence; null: it is another kind of error. */
export function systemFaultOf(error: unknown): SystemFault | null {
  const { code: own, driverError, path } = (error ?? {}) as Coded;
  // some libraries number their errors
  const code = [own, driverError?.code].find((one) => typeof one === 'string') ?? '';
  const what = typeof path === 'string' ? path : 'The data';
  if (code === 'ENOSPC' || code === 'EDQUOT' || code === 'SQLITE_FULL')
    return {
      kind: 'full',
      detail: 'The disk is full; nothing was stored.',
      todo: 'Make room on the disk and send it again.',
    };
  if (code.startsWith('SQLITE_BUSY') || code.startsWith('SQLITE_LOCKED'))
    return {
      kind: 'busy',
      detail: 'Another program holds the database; nothing was stored.',
      todo: 'Send it again in a moment.',
    };
  if (
    ['EACCES', 'EPERM', 'EROFS'].includes(code) ||
    code.startsWith('SQLITE_READONLY') ||
    code.startsWith('SQLITE_CANTOPEN')
  )
    return {
      kind: 'not-writable',
      detail: `${what} cannot be written: it is read-only, or belongs to another user of this computer.`,
      todo: 'Start as the user whom the data folder belongs to, make it writable, or name another with --data.',
    };
  if (['ENOTDIR', 'EEXIST'].includes(code))
    return {
      kind: 'no-folder',
      detail: `${what} is no folder.`,
      todo: 'Name a folder with --data.',
    };
  return null;
}
