import { useSyncExternalStore } from 'react';

/** Whether the server answers, and since when it does not. */
export interface Connection {
  away: boolean;
  /** Its last answer in this window, by the device's clock, ms. */
  answeredAt: number | null;
}
let connection: Connection = { away: false, answeredAt: null };
const listeners = new Set<() => void>();

export function setConnection(some: Partial<Connection>): void {
  const next = { ...connection, ...some };
  const same = next.away === connection.away;
  connection = next;
  if (!same) for (const listener of listeners) listener();
}
export const useConnection = (): Connection =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => connection,
  );
