import { useState } from 'react';
import type { Write } from '../../contract/work.ts';
import { useWriting } from '../api/writing.tsx';

/** What every form does: send, keep what was typed and show the problem if it was refused, go on if not. */
export function useSend(onDone: () => void = () => undefined): {
  send: (writes: Write[], said: string) => Promise<void>;
  pending: boolean;
  error: unknown;
} {
  const [error, setError] = useState<unknown>(null);
  const { write, pending } = useWriting();
  const send = async (writes: Write[], said: string): Promise<void> => {
    setError(null);
    try {
      await write(writes, said);
      onDone();
    } catch (problem) {
      setError(problem);
    }
  };
  return { send, pending, error };
}
