import { useSyncExternalStore } from 'react';

// Who holds this device: whoever signed in; where nobody does, a name chosen here, no rights hang on it.

const KEY = 'jondrel.person';
const listeners = new Set<() => void>();

export interface Here {
  id: string | null;
  name: string;
}
const nobody: Here = { id: null, name: '' };
let chosen = read();
let signedIn: Here | null = null;

function read(): Here {
  try {
    return { ...nobody, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Here>) };
  } catch {
    // a damaged entry says nobody
    return nobody;
  }
}
const current = (): Here => signedIn ?? chosen;
export const whoIsHere = (): string => current().name;
/** Whoever signed in stands before any name chosen on the device. */
export function setSignedIn(here: Here | null): void {
  if (here?.id === signedIn?.id && here?.name === signedIn?.name) return;
  signedIn = here;
  for (const listener of listeners) listener();
}
export function setPersonHere(here: Here): void {
  chosen = here;
  localStorage.setItem(KEY, JSON.stringify(here));
  for (const listener of listeners) listener();
}
export function usePersonHere(): Here {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, current);
}
