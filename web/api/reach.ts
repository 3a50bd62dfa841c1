import { useSyncExternalStore } from 'react';

/** Whether the server answers, and since when it does not. */
export interface Reach {
  away: boolean;
  /** Its last answer in this window, by the device's clock, ms. */
  answeredAt: number | null;
}
let reach: Reach = { away: false, answeredAt: null };
const listeners = new Set<() => void>();

export function setReach(some: Partial<Reach>): void {
  const next = { ...reach, ...some };
  const same = next.away === reach.away;
  reach = next;
  if (!same) for (const listener of listeners) listener();
}
export const useReach = (): Reach =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => reach,
  );
