import { useSyncExternalStore } from 'react';

// The program itself, kept on the device. A newer one waits until somebody takes it up: never in the middle of a round.

let waiting: ServiceWorker | null = null;
const listeners = new Set<() => void>();
function setWaiting(worker: ServiceWorker | null): void {
  waiting = worker;
  for (const listener of listeners) listener();
}

/** Keeps the program on this device, where the browser can (https, or this computer itself). */
export async function keepProgram(): Promise<void> {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  const registration = await navigator.serviceWorker.register('/sw.js');
  const look = () => {
    // without one that controls this page it is the first, not a newer one
    if (registration.waiting && navigator.serviceWorker.controller) setWaiting(registration.waiting);
  };
  look();
  registration.addEventListener('updatefound', () =>
    registration.installing?.addEventListener('statechange', look),
  );
}
export const useNewerProgram = (): boolean =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => waiting !== null,
  );
export function takeUpNewerProgram(): void {
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload());
  waiting?.postMessage('take over');
}
