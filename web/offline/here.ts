import { useSyncExternalStore } from 'react';
import type { AuthenticationView } from '../../contract/access/account.ts';
import type { RecordContent } from '../../contract/records.ts';
import type { WorkResult, Write } from '../../contract/work.ts';
import { api } from '../api/client.ts';
import type { Unit } from './device.ts';
import { keyOf, Sync, type SyncState } from './sync.ts';

// The one queue of this window, wired to the server and to the other windows.

let others: BroadcastChannel | null = null;
let account: AuthenticationView['me'] = null;
const takenListeners = new Set<() => void>();

/** Called when the server took what nobody waited for. @returns how to stop listening */
export function onTaken(listener: () => void): () => void {
  takenListeners.add(listener);
  return () => takenListeners.delete(listener);
}

export const sync = new Sync({
  send: sendUnit,
  mine: () => account?.accountId ?? null,
  onTaken: () => {
    for (const listener of takenListeners) listener();
  },
  alone: async (run) => {
    await navigator.locks.request('jondrel-outbox', run);
  },
  tellOthers: () => others?.postMessage('changed'),
  now: () => performance.now(),
});

/** Once for this window: follows what other windows of the device keep, and sends when a network is back. */
export function listenForWork(): void {
  others = new BroadcastChannel('jondrel-outbox');
  others.addEventListener('message', () => void sync.follow());
  window.addEventListener('online', () => void sync.run());
}

/** Who holds this device now: theirs is sent, what others left here waits for them. */
export function setHolder(me: AuthenticationView['me']): void {
  account = me;
  void sync.run();
}
export const holder = (): string | null => account?.accountId ?? null;

/** Pictures first: their records are made from what the server kept of them. Sent again, it comes to the same. */
async function sendUnit(unit: Unit): Promise<WorkResult> {
  const pictures: Write[] = [];
  for (const { id, revisionId, name, mime, bytes } of unit.pictures) {
    const form = new FormData();
    form.append('picture', new Blob([bytes], { type: mime }), name);
    const content = await api.post<RecordContent<'picture'>>('/pictures', form);
    pictures.push({ op: 'create', kind: 'picture', id, revisionId, content });
  }
  return api.work({ writes: [...pictures, ...unit.writes], why: unit.why, who: unit.who });
}

/** What somebody else left here is not laid over what this person sees. */
const isMine = ({ accountId }: Unit): boolean => accountId === null || accountId === holder();

export const useSync = (): SyncState => useSyncExternalStore(sync.subscribe, sync.get);
/** What stands on this device and is not yet among the server's records. */
export function unseenOf({ units, asked }: Pick<SyncState, 'units' | 'asked'>): readonly Unit[] {
  const unseen = units.filter(
    (unit) => unit.refused === null && isMine(unit) && (unit.taken || !asked.has(keyOf(unit))),
  );
  // the same for all components that ask: what they lay over the records is made once
  const same = unseen.length === last.length && unseen.every((unit, i) => unit === last[i]);
  if (!same) last = unseen;
  return last;
}
let last: readonly Unit[] = [];
export function useUnseen(): readonly Unit[] {
  const { units, asked } = useSync();
  return unseenOf({ units, asked });
}
