import { Router } from 'express';
import * as v from 'valibot';
import { calendarVisits, sitesAsked, type CalendarAsked } from '../../usecases/calendar.ts';
import { settingOf } from '../../model/settings.ts';
import type { PageLinks } from '../../store/access/pageLinks.ts';
import { StoreProblem } from '../../store/problems.ts';
import type { Store } from '../../store/store.ts';
import { icsOf } from '../calendar/ics.ts';
import type { Planner } from '../planning/planner.ts';

const oneId = (what: string) => v.optional(v.pipe(v.string(), v.uuid(`Say which ${what}.`)));
const Asked = v.object({ site: oneId('place'), system: oneId('system'), person: oneId('person') });
const PersonAsked = v.object({ person: oneId('person') });

/** Visits for calendars: as a file for whoever plans, as a feed by a secret link that can be revoked. */
export function calendarRoutes(store: Store, planner: Planner, links: PageLinks, now: () => number): Router {
  const answer = async (name: string | null, asked: CalendarAsked): Promise<string> => {
    const snapshot = await store.snapshot();
    const { jobs } = await planner.plan();
    const place =
      snapshot.content('system', asked.systemId)?.name ?? snapshot.content('site', asked.siteId)?.name;
    const places = sitesAsked(snapshot, asked);
    const visits = calendarVisits(snapshot, jobs, await planner.level(places), asked);
    return icsOf(name ?? place ?? 'Visits', visits, settingOf(snapshot).dateFormat, now());
  };
  return Router()
    .get('/plan.ics', async (req, res) => {
      const { site = null, system = null, person = null } = v.parse(Asked, req.query);
      const ics = await answer(null, { scope: null, siteId: site, systemId: system, personId: person });
      res.type('text/calendar').attachment('visits.ics').send(ics);
    })
    .get('/feeds/:token', async (req, res) => {
      const { person = null } = v.parse(PersonAsked, req.query);
      // calendars cannot send headers: the secret stands in the address, and opens no more than the visits
      const link = await links.open(req.params.token);
      if (!link) throw StoreProblem.notFound('calendar');
      const scope =
        link.systemIds.length > 0
          ? { siteIds: [], systemIds: link.systemIds }
          : { siteIds: [link.siteId], systemIds: [] };
      const asked = { scope, siteId: link.siteId, systemId: null, personId: person };
      res.type('text/calendar').send(await answer(null, asked));
    });
}
