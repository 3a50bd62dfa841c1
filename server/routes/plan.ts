import { Router } from 'express';
import * as v from 'valibot';
import { dayOf, isRealDay } from '../../core/time/day.ts';
import { endOfToday, instantAtOf, makePlan, type Plan } from '../../contract/plan.ts';
import type { Store } from '../../store/store.ts';

const At = v.optional(
  v.pipe(
    v.string(),
    v.check(
      (text) =>
        isRealDay(text) ||
        (/^\d{4}-\d{2}-\d{2}T.+(Z|[+-]\d{2}:\d{2})$/.test(text) && !Number.isNaN(Date.parse(text))),
      '“at” must be a day (2026-11-25) or an instant with its offset.',
    ),
  ),
);

/** The plan, by default at the end of the current local day of each site; kept until a record or a day changes. */
export function planRoutes(store: Store, now: () => number): Router {
  let kept: { key: string; plan: Plan } | null = null;
  return Router().get('/plan', async (req, res) => {
    const at = v.parse(At, req.query.at);
    const snapshot = await store.snapshot();
    if (at !== undefined) return void res.json(makePlan(snapshot, instantAtOf(at), at));
    const zones = [...new Set(snapshot.all('site').map((site) => site.content.timeZone))];
    const key = `${store.version} ${zones.map((zone) => dayOf(now(), zone)).join()}`;
    if (kept?.key !== key)
      kept = { key, plan: makePlan(snapshot, endOfToday(now()), new Date(now()).toISOString()) };
    res.json(kept.plan);
  });
}
