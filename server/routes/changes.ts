import { Router, type Response } from 'express';
import { withinScope } from '../../usecases/access/scope.ts';
import type { Stored } from '../../contract/records.ts';
import type { DeviceDay } from '../../model/water/deviceDays.ts';
import type { Sessions } from '../../store/access/sessions.ts';
import type { Store, StoreChange } from '../../store/store.ts';
import { callerOf } from '../access/caller.ts';
import type { Ownership } from '../access/identify.ts';
import type { Live } from '../access/live.ts';
import type { Planner } from '../planning/planner.ts';

const HEARTBEAT_MS = 20_000;

/**
 * Server-sent events: which kinds of records changed, so that a second window follows without a reload. Who sees only
 * something hears only of that, and by no id: that something of theirs has changed.
 */
export function changeRoutes(
  store: Store,
  planner: Planner,
  access: { sessions: Sessions; ownership: Ownership; live: Live },
): Router {
  const listeners = new Set<Response>();
  let heart: NodeJS.Timeout | null = null;
  /** One heart beats for all that listen. */
  const beat = (): void => {
    for (const one of listeners) one.write(': still here\n\n');
    void access.live.recheck();
  };
  const join = (res: Response): void => {
    listeners.add(res);
    heart ??= setInterval(beat, HEARTBEAT_MS);
  };
  const leave = (res: Response): void => {
    listeners.delete(res);
    if (listeners.size > 0 || heart === null) return;
    clearInterval(heart);
    heart = null;
  };
  return Router().get('/changes', (req, res) => {
    const { scope, session, kind } = callerOf(req);
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', Connection: 'keep-alive' });
    res.flushHeaders();
    res.write('event: hello\ndata: {}\n\n');
    const send = (records: readonly Stored[]) =>
      res.write(
        `event: change\ndata: ${JSON.stringify({ records: records.map(({ kind, id, version }) => ({ kind, id, version })) })}\n\n`,
      );
    const heard = async (change: StoreChange | null): Promise<void> => {
      if (scope === null) return void send(change?.records ?? []);
      const snapshot = await store.snapshot();
      const isTheirs = withinScope(snapshot, scope);
      const isTheirDay = ({ channelId }: DeviceDay): boolean => {
        const channel = snapshot.get('channel', channelId);
        return channel !== undefined && isTheirs(channel);
      };
      if (change === null || change.records.some(isTheirs) || change.days.some(isTheirDay)) send([]);
    };
    const stop = store.onChange((change) => void heard(change).catch(() => res.end()));
    const stopRenewals = planner.onRenewal(() => send([]));
    // the open door of an installation without owners shuts when it gets one
    const holds = async (): Promise<boolean> =>
      session ? access.sessions.holds(session.id) : kind === 'alone' && !(await access.ownership.known());
    join(res);
    access.live.add(res, holds, () => res.end());
    req.on('close', () => {
      stop();
      stopRenewals();
      leave(res);
      access.live.remove(res);
    });
  });
}
