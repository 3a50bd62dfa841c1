import { useCallback, useState } from 'react';
import { keptAt } from './keptAt.ts';

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
  const [typed, setTyped] = useState(() => keptAt<{ value: T }>(key, store).read());
  const keep = useCallback(
    (value: T) => {
      setTyped({ value });
      keptAt<{ value: T }>(key, store).keep({ value });
    },
    [key, store],
  );
  const forget = useCallback(() => {
    keptAt(key, store).forget();
    setTyped(null);
  }, [key, store]);
  return [typed ? typed.value : initial, keep, forget, typed !== null];
}
