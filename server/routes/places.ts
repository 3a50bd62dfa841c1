import { Router } from 'express';
import { placesOverview } from '../../usecases/placesOverview.ts';
import type { Store } from '../../store/store.ts';
import type { Planner } from '../planning/planner.ts';

/** All places with what is to do at them, for whoever chooses which a device holds. */
export function placeRoutes(store: Store, planner: Planner): Router {
  return Router().get('/places', async (_req, res) => {
    res.json(placesOverview(await store.snapshot(), await planner.plan()));
  });
}
