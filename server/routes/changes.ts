import { Router, type Response } from 'express';
import * as v from 'valibot';
import type { Stored } from '../../contract/records.ts';
import { planAtHand, recordsAtHand, type SitesAtHand } from '../../usecases/atHand.ts';
import { withinScope, type Scope } from '../../usecases/access/scope.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { ToldChange, ToldPlan } from '../../usecases/changes.ts';
import type { Sessions } from '../../store/access/sessions.ts';
import type { Store, StoreChange } from '../../store/store.ts';
import { callerOf } from '../access/caller.ts';
import type { Ownership } from '../access/identify.ts';
import type { Live } from '../access/live.ts';
import type { Planner } from '../planning/planner.ts';
import { Held, heldWord } from './asked.ts';

const HEARTBEAT_MS = 20_000;

/** What is told by the line at once; of more, a window asks for it. */
const TOLD_RECORDS = 200;

/** A change as a window hears it that sees everything and holds some places, or all. */
function toldOf(snapshot: Snapshot, change: StoreChange | null, held: SitesAtHand): ToldChange {
  if (change === null || (held !== null && change.moves)) return { kinds: null, told: null };
  const { since, cursor, days } = change;
  const isHeld = recordsAtHand(snapshot, held);
  const here = change.records.filter((record) => record.deleted || isHeld(record));
  const kinds = new Set(here.map(({ kind }) => kind));
  if (held === null ? days.length > 0 : days.some(({ channelId }) => isOfHeld(snapshot, channelId, isHeld)))
    kinds.add('reading');
  const records = here.filter(({ kind }) => kind !== 'reading');
  return { kinds: [...kinds], told: records.length > TOLD_RECORDS ? null : { since, cursor, records } };
}
function isOfHeld(snapshot: Snapshot, channelId: string, isHeld: (record: Stored) => boolean): boolean {
  const channel = snapshot.get('channel', channelId);
  return channel !== undefined && isHeld(channel);
}
interface Follower {
  scope: Scope;
  held: SitesAtHand;
}
/** Made once for all that hold the same. */
function onceFor(make: (held: SitesAtHand) => string): (held: SitesAtHand) => string {
  const made = new Map<string, string>();
  return (held) => {
    const key = heldWord(held);
    const known = made.get(key) ?? make(held);
    made.set(key, known);
    return known;
  };
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
  /** All that listen, with what they may see (null: everything) and which places they hold. */
  const listeners = new Map<Response, Follower>();
  let heart: NodeJS.Timeout | null = null;
  /** One heart beats for all that listen. */
  const beat = (): void => {
    for (const one of listeners.keys()) one.write(': still here\n\n');
    void access.live.recheck();
  };
  const join = (res: Response, follower: Follower): void => {
    listeners.set(res, follower);
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
    const snapshot = await store.snapshot();
    const word = onceFor((held) => wordOf('change', JSON.stringify(toldOf(snapshot, change, held))));
    for (const [res, { scope, held }] of listeners)
      if (scope === null) res.write(word(held));
      else if (concerns(snapshot, scope, change)) res.write(wordOf('change', ANYTHING));
  };
  const tellPlan = async (moved: ToldPlan | null, unasked: boolean): Promise<void> => {
    if (listeners.size === 0) return;
    const snapshot = await store.snapshot();
    const anything = wordOf('change', ANYTHING);
    const word = onceFor((held) =>
      moved ? wordOf('plan', JSON.stringify(planAtHand(snapshot, held)(moved))) : anything,
    );
    // who sees only something has heard of what was written, if it was theirs
    for (const [res, { scope, held }] of listeners)
      if (scope === null) res.write(word(held));
      else if (unasked) res.write(anything);
  };
  store.onChange((change) => {
    // one that cannot be told is asked for by whoever is cut off
    void tell(change).catch(() => [...listeners.keys()].forEach((res) => res.end()));
  });
  planner.onMove((moved, unasked) => {
    void tellPlan(moved, unasked).catch(() => [...listeners.keys()].forEach((res) => res.end()));
  });
  return Router().get('/changes', (req, res) => {
    const { scope, session, kind } = callerOf(req);
    const held = v.parse(Held, req.query);
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', Connection: 'keep-alive' });
    res.flushHeaders();
    res.write('event: hello\ndata: {}\n\n');
    // the open door of an installation without owners shuts when it gets one
    const holds = async (): Promise<boolean> =>
      session ? access.sessions.holds(session.id) : kind === 'alone' && !(await access.ownership.known());
    join(res, { scope, held });
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
