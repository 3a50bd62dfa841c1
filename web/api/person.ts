import { useSyncExternalStore } from 'react';

// Who holds this device: a name chosen here, no rights hang on it.

const KEY = 'jondrel.person';
const listeners = new Set<() => void>();

export interface Here {
  id: string | null;
  name: string;
}
const nobody: Here = { id: null, name: '' };
let current = read();

function read(): Here {
  try {
    return { ...nobody, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Here>) };
  } catch {
    // a damaged entry says nobody
    return nobody;
  }
}
export const whoIsHere = (): string => current.name;
export function setPersonHere(here: Here): void {
  current = here;
  localStorage.setItem(KEY, JSON.stringify(here));
  for (const listener of listeners) listener();
}
export function usePersonHere(): Here {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => current,
  );
}
