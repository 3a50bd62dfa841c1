import { Router } from 'express';
import * as v from 'valibot';
import { changeFacts } from '../../usecases/water/changeFacts.ts';
import { leadSteps } from '../../usecases/water/leads.ts';
import { makeUpView } from '../../usecases/water/makeUpView.ts';
import { sourceAnswer } from '../../usecases/water/sourceFacts.ts';
import type { Store } from '../../store/store.ts';
import { HttpProblem } from '../httpProblem.ts';
import type { LiveEvidence } from '../liveEvidence.ts';
import type { Planner } from '../planning/planner.ts';
import { Held } from './asked.ts';

const OfSite = v.object({ site: v.pipe(v.string('Say which place.'), v.uuid('Say which place.')) });
const OfSource = v.object({
  system: v.pipe(v.string('Say which system.'), v.uuid('Say which system.')),
  nutrient: v.picklist(['nitrate', 'phosphate'], 'Say which: nitrate or phosphate.'),
});

/** Water to work with: what a change can draw on, make-up and top-off, where a nutrient comes from, what to begin ahead. */
export function waterWorkRoutes(
  store: Store,
  evidence: LiveEvidence,
  planner: Planner,
  now: () => number,
): Router {
  const siteOf = async (query: unknown): Promise<string> => {
    const { site } = v.parse(OfSite, query);
    if (!(await store.snapshot()).get('site', site))
      throw new HttpProblem(404, 'Not found', 'There is no such place.');
    return site;
  };
  return Router()
    .get('/water/change', async (req, res) => {
      const site = await siteOf(req.query);
      res.json(changeFacts(await evidence.now(), site, now()));
    })
    .get('/water/make-up', async (req, res) => {
      const site = await siteOf(req.query);
      const { jobs } = await planner.plan();
      const recommended = new Map(jobs.map((row) => [row.jobId, row.recommended]));
      res.json(
        makeUpView(
          await evidence.now(),
          site,
          now(),
          (jobId, day) => (recommended.get(jobId) ?? '9999') <= day,
        ),
      );
    })
    .get('/water/source', async (req, res) => {
      const { system, nutrient } = v.parse(OfSource, req.query);
      const known = await evidence.now();
      if (!known.snapshot.get('system', system))
        throw new HttpProblem(404, 'Not found', 'There is no such system.');
      const { jobs } = await planner.plan();
      const chance = new Map(jobs.map((row) => [row.jobId, row.chanceDueNow]));
      res.json(sourceAnswer(known, system, nutrient, now(), (jobId) => chance.get(jobId) ?? null));
    })
    .get('/leads', async (req, res) => {
      const held = v.parse(Held, req.query);
      const { jobs } = await planner.plan();
      res.json(leadSteps(await evidence.now(), jobs, now(), held));
    });
}
