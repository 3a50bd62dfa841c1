import { useState } from 'react';
import type { Write } from '../../contract/work.ts';
import { useWriting } from '../api/writing.tsx';

/** Whether it was taken, and the version that the first record has now. */
export interface Sent {
  sent: boolean;
  version: number | undefined;
}

/** What every form does: send, keep what was typed and show the problem if it was refused, go on if not. */
export function useSend(onDone: () => void = () => undefined): {
  send: (writes: Write[], said: string, why?: string) => Promise<Sent>;
  pending: boolean;
  error: unknown;
} {
  const [error, setError] = useState<unknown>(null);
  const [pending, setPending] = useState(false);
  const { write } = useWriting();
  const send = async (writes: Write[], said: string, why = ''): Promise<Sent> => {
    setError(null);
    setPending(true);
    try {
      const result = await write(writes, said, why);
      onDone();
      return { sent: true, version: result?.results[0]?.version };
    } catch (problem) {
      setError(problem);
      return { sent: false, version: undefined };
    } finally {
      setPending(false);
    }
  };
  return { send, pending, error };
}
