import { useCallback, useState } from 'react';

/**
 * What was typed into a long form, kept on this device until it is sent: leaving the page loses nothing. Untouched, the
 * form follows what it starts from.
 * @param key names the form and what it is about
 * @param store for as long as the window is open, or, as local storage, until it is forgotten
 * @returns the value, how to change it, how to forget what was typed, and whether anything was
 */
export function useKept<T>(
  key: string,
  initial: T,
  store: Storage = sessionStorage,
): [T, (next: T) => void, () => void, boolean] {
  const at = `jondrel.kept.${key}`;
  const [typed, setTyped] = useState<{ value: T } | null>(() => read(at, store));
  const keep = useCallback(
    (value: T) => {
      setTyped({ value });
      store.setItem(at, JSON.stringify({ value }));
    },
    [at, store],
  );
  const forget = useCallback(() => {
    store.removeItem(at);
    setTyped(null);
  }, [at, store]);
  return [typed ? typed.value : initial, keep, forget, typed !== null];
}

function read<T>(at: string, store: Storage): { value: T } | null {
  try {
    const text = store.getItem(at);
    return text === null ? null : (JSON.parse(text) as { value: T });
  } catch {
    // what another version left there is no form of ours: begin anew
    return null;
  }
}
