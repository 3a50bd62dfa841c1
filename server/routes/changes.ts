import { Router } from 'express';
import type { PlanDesk } from '../planning/planDesk.ts';
import type { Store } from '../../store/store.ts';

const HEARTBEAT_MS = 20_000;

/** Server-sent events: which kinds of records changed, so that a second window follows without a reload. */
export function changeRoutes(store: Store, desk: PlanDesk): Router {
  return Router().get('/changes', (req, res) => {
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', Connection: 'keep-alive' });
    res.flushHeaders();
    res.write('event: hello\ndata: {}\n\n');
    const stop = store.onChange((records) => {
      res.write(
        `event: change\ndata: ${JSON.stringify({ records: records.map(({ kind, id, version }) => ({ kind, id, version })) })}\n\n`,
      );
    });
    const stopRenewals = desk.onRenewal(() => res.write('event: change\ndata: {"records":[]}\n\n'));
    const heartbeat = setInterval(() => res.write(': still here\n\n'), HEARTBEAT_MS);
    req.on('close', () => {
      stop();
      stopRenewals();
      clearInterval(heartbeat);
    });
  });
}
