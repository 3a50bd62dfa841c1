import { useSyncExternalStore } from 'react';

// A device may hold a few places of a large house: which ones is kept on it, and read once by each of its windows.

const KEPT_AS = 'jondrel-places';

const idsIn = (text: string | null): readonly string[] | null => (text ? text.split(',') : null);
const kept = 'localStorage' in globalThis ? localStorage.getItem(KEPT_AS) : null;
/** The places that were chosen; null: all, or nobody has chosen. */
let chosen = idsIn(kept);
let isAsked = kept !== null;
const listeners = new Set<() => void>();

/** Holds these places from now on; null: all of them. */
export function holdPlaces(siteIds: readonly string[] | null): void {
  chosen = siteIds === null ? null : [...siteIds].sort();
  isAsked = true;
  localStorage.setItem(KEPT_AS, chosen?.join() ?? '');
  for (const listener of listeners) listener();
}
/** A place that was just made here is held too. */
export function holdToo(siteIds: readonly string[]): void {
  if (chosen && siteIds.length > 0) holdPlaces([...chosen, ...siteIds]);
}

export const placesHeld = (): readonly string[] | null => chosen;
/** Whether somebody has said which places this device holds. */
export const arePlacesChosen = (): boolean => isAsked;
/** A path with the places that are held. @param path without a query */
export const ofPlacesHeld = (path: string): string => (chosen ? `${path}?sites=${chosen.join()}` : path);

export const usePlacesHeld = (): readonly string[] | null =>
  useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, placesHeld);
