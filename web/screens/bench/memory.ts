import { useSyncExternalStore } from 'react';

// Favourites and what was worked out lately belong to this device.

export interface Worked {
  id: string;
  /** What was entered, as in the address. */
  query: string;
  /** The result in words. */
  shown: string;
}
interface Memory {
  favourites: readonly string[];
  lately: readonly Worked[];
}

const KEY = 'jondrel.bench';
const MOST = 12;
const empty: Memory = { favourites: [], lately: [] };
const listeners = new Set<() => void>();
let cached: { text: string | null; memory: Memory } = { text: null, memory: empty };

function current(): Memory {
  const text = localStorage.getItem(KEY);
  if (text !== cached.text) cached = { text, memory: text === null ? empty : readMemory(text) };
  return cached.memory;
}
function readMemory(text: string): Memory {
  try {
    const known = JSON.parse(text) as Partial<Memory>;
    return { favourites: known.favourites ?? [], lately: known.lately ?? [] };
  } catch {
    // what another program left there is no memory of ours: begin anew
    return empty;
  }
}
function keep(memory: Memory): void {
  localStorage.setItem(KEY, JSON.stringify(memory));
  for (const listener of listeners) listener();
}

export function useMemory(): Memory {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, current);
}
export function toggleFavourite(id: string): void {
  const { favourites, lately } = current();
  keep({
    lately,
    favourites: favourites.includes(id) ? favourites.filter((one) => one !== id) : [...favourites, id],
  });
}
export function remember(worked: Worked): void {
  const { favourites, lately } = current();
  const others = lately.filter((one) => one.id !== worked.id || one.query !== worked.query);
  keep({ favourites, lately: [worked, ...others].slice(0, MOST) });
}
