import { useCallback, useState } from 'react';

/**
 * What was typed into a long form, kept on this device until it is sent: leaving the page loses nothing.
 * @param key names the form and what it is about
 */
export function useKept<T>(key: string, initial: T): [T, (next: T) => void, () => void] {
  const at = `jondrel.kept.${key}`;
  const [value, setValue] = useState<T>(() => read(at) ?? initial);
  const keep = useCallback(
    (next: T) => {
      setValue(next);
      sessionStorage.setItem(at, JSON.stringify(next));
    },
    [at],
  );
  const forget = useCallback(() => {
    sessionStorage.removeItem(at);
    setValue(initial);
  }, [at, initial]);
  return [value, keep, forget];

  function read(from: string): T | null {
    try {
      const text = sessionStorage.getItem(from);
      return text === null ? null : (JSON.parse(text) as T);
    } catch {
      // what another version left there is no form of ours: begin anew
      return null;
    }
  }
}
