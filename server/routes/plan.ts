import { Router } from 'express';
import * as v from 'valibot';
import { isRealDay } from '../../core/time/day.ts';
import type { PlanDesk } from '../planning/planDesk.ts';

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

/** The plan, by default at the end of the current local day of each site. */
export function planRoutes(desk: PlanDesk): Router {
  return Router().get('/plan', async (req, res) => {
    const at = v.parse(At, req.query.at);
    res.json(await (at === undefined ? desk.plan() : desk.planAt(at)));
  });
}
