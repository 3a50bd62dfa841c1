import { useState } from 'react';
import type { Write } from '../../../contract/work.ts';
import { useWriting } from '../../api/writing.tsx';
import type { WaitingPicture } from '../../offline/device.ts';

export interface Kept {
  kept: boolean;
}

/** Writes what happens in a round on the device and goes on: no step waits for a network. */
export function useKeep(): {
  keep: (writes: Write[], pictures?: WaitingPicture[]) => Promise<Kept>;
  pending: boolean;
  error: unknown;
} {
  const { keep } = useWriting();
  const [pending, setPending] = useState(false);
  const [error, setError] = useState<unknown>(null);
  return {
    pending,
    error,
    keep: async (writes, pictures = []) => {
      setError(null);
      setPending(true);
      try {
        await keep(writes, '', 'in a round', pictures);
        return { kept: true };
      } catch (problem) {
        setError(problem);
        return { kept: false };
      } finally {
        setPending(false);
      }
    },
  };
}
