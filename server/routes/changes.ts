import { Router, type Response } from 'express';
import { withinScope, type Scope } from '../../usecases/access/scope.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { ToldChange } from '../../usecases/changes.ts';
import type { Sessions } from '../../store/access/sessions.ts';
import type { Store, StoreChange } from '../../store/store.ts';
import { callerOf } from '../access/caller.ts';
import type { Ownership } from '../access/identify.ts';
import type { Live } from '../access/live.ts';
import type { Planner } from '../planning/planner.ts';

const HEARTBEAT_MS = 20_000;

/** What is told by the line at once; of more, a window asks for it. */
const TOLD_RECORDS = 200;

/** A change as a window that sees everything hears it. */
function toldOf(change: StoreChange | null): ToldChange {
  if (change === null) return { kinds: null, told: null };
  const { since, cursor, days } = change;
  const records = change.records.filter(({ kind }) => kind !== 'reading');
  const kinds = new Set(change.records.map(({ kind }) => kind));
  if (days.length > 0) kinds.add('reading');
  return { kinds: [...kinds], told: records.length > TOLD_RECORDS ? null : { since, cursor, records } };
}
const ANYTHING = JSON.stringify({ kinds: null, told: null } satisfies ToldChange);
const wordOf = (event: 'change' | 'plan', data: string): string => `event: ${event}\ndata: ${data}\n\n`;

/**
 * Server-sent events: what changed of records and plan, so that a second window follows without a reload. Who sees only
 * something hears only that something of theirs has changed, and by no id.
 */
export function changeRoutes(
  store: Store,
  planner: Planner,
  access: { sessions: Sessions; ownership: Ownership; live: Live },
): Router {
  /** All that listen, with what they may see; null: everything. */
  const listeners = new Map<Response, Scope>();
  let heart: NodeJS.Timeout | null = null;
  /** One heart beats for all that listen. */
  const beat = (): void => {
    for (const one of listeners.keys()) one.write(': still here\n\n');
    void access.live.recheck();
  };
  const join = (res: Response, scope: Scope): void => {
    listeners.set(res, scope);
    heart ??= setInterval(beat, HEARTBEAT_MS);
  };
  const leave = (res: Response): void => {
    listeners.delete(res);
    if (listeners.size > 0 || heart === null) return;
    clearInterval(heart);
    heart = null;
  };
  const tell = async (change: StoreChange | null): Promise<void> => {
    if (listeners.size === 0) return;
    // written out once for all
    const word = wordOf('change', JSON.stringify(toldOf(change)));
    const snapshot = await store.snapshot();
    for (const [res, scope] of listeners)
      if (scope === null) res.write(word);
      else if (concerns(snapshot, scope, change)) res.write(wordOf('change', ANYTHING));
  };
  store.onChange((change) => {
    // one that cannot be told is asked for by whoever is cut off
    void tell(change).catch(() => [...listeners.keys()].forEach((res) => res.end()));
  });
  planner.onMove((moved, unasked) => {
    const anything = wordOf('change', ANYTHING);
    const word = moved ? wordOf('plan', JSON.stringify(moved)) : anything;
    // who sees only something has heard of what was written, if it was theirs
    for (const [res, scope] of listeners)
      if (scope === null) res.write(word);
      else if (unasked) res.write(anything);
  });
  return Router().get('/changes', (req, res) => {
    const { scope, session, kind } = callerOf(req);
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', Connection: 'keep-alive' });
    res.flushHeaders();
    res.write('event: hello\ndata: {}\n\n');
    // the open door of an installation without owners shuts when it gets one
    const holds = async (): Promise<boolean> =>
      session ? access.sessions.holds(session.id) : kind === 'alone' && !(await access.ownership.known());
    join(res, scope);
    access.live.add(res, holds, () => res.end());
    req.on('close', () => {
      leave(res);
      access.live.remove(res);
    });
  });
}

/** Whether something of what may be seen has changed. */
function concerns(snapshot: Snapshot, scope: Scope, change: StoreChange | null): boolean {
  if (change === null) return true;
  const isTheirs = withinScope(snapshot, scope);
  return (
    change.records.some(isTheirs) ||
    change.days.some(({ channelId }) => {
      const channel = snapshot.get('channel', channelId);
      return channel !== undefined && isTheirs(channel);
    })
  );
}
