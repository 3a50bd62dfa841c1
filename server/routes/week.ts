import { Router } from 'express';
import * as v from 'valibot';
import { DeviceReadings } from '../../contract/access/account.ts';
import { sitesWithin, withinScope } from '../../usecases/access/scope.ts';
import { testables } from '../../usecases/water/sentTests.ts';
import { weekAtPlace } from '../../usecases/week.ts';
import { StoreProblem } from '../../store/problems.ts';
import type { Store } from '../../store/store.ts';
import { callerOf, may } from '../access/caller.ts';
import type { LiveEvidence } from '../liveEvidence.ts';
import type { Planner } from '../planning/planner.ts';

const Asked = v.object({ site: v.optional(v.pipe(v.string(), v.uuid('Say which place.'))) });

/** "This week at this place", as far as the caller may see; and what devices send. */
export function weekRoutes(
  store: Store,
  evidence: LiveEvidence,
  planner: Planner,
  now: () => number,
): Router {
  return Router()
    .get('/week', async (req, res) => {
      const caller = callerOf(req);
      const { scope } = caller;
      const known = await evidence.now();
      const sites = sitesWithin(known.snapshot, scope);
      const site = v.parse(Asked, req.query).site ?? sites[0];
      const week = site === undefined ? null : weekAtPlace(known, await planner.plan(), site, scope, now());
      // a place one may not see is a place that is not there
      if (!week) throw StoreProblem.notFound('place');
      const places = sites.map((id) => ({ id, name: known.snapshot.content('site', id)?.name ?? '' }));
      const maySend = may(caller, 'tests.send');
      // what may be tested is worked out for those alone who may send it
      const systems = week.systems.map((system) => ({
        ...system,
        testables: maySend ? testables(known, system.id, now()) : [],
      }));
      res.json({ ...week, systems, places, maySend });
    })
    .post('/device/readings', async (req, res) => {
      const { account, scope } = callerOf(req);
      const { readings } = v.parse(DeviceReadings, req.body);
      const snapshot = await store.snapshot();
      const isMine = withinScope(snapshot, scope);
      const missing = readings.findIndex(({ channelId }) => {
        const channel = snapshot.get('channel', channelId);
        return !channel || !isMine(channel);
      });
      if (missing >= 0)
        throw StoreProblem.invalid([
          { pointer: `/readings/${missing}/channelId`, detail: 'There is no such channel for this device.' },
        ]);
      const sent = readings.map(({ channelId, at, value }) => ({ channelId, at: Date.parse(at), value }));
      await store.takeReadings(sent, account?.name ?? '');
      res.status(201).json({ taken: readings.length });
    });
}
