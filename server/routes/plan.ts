import { Router } from 'express';
import * as v from 'valibot';
import { isRealDay } from '../../core/time/day.ts';
import { WhatIf } from '../../usecases/whatIf/changes.ts';
import { HttpProblem } from '../httpProblem.ts';
import { WholeAnswer } from '../wholeAnswer.ts';
import type { Planner } from '../planning/planner.ts';
import { Asked, heldWord } from './asked.ts';

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

const CutAsked = v.object({
  site: v.pipe(v.string('Say which place.'), v.uuid('Say which place.')),
  hours: v.pipe(
    v.string('Say how many hours.'),
    v.toNumber('The hours must be a number.'),
    v.minValue(0.5, 'The power cut must last half an hour at least.'),
    v.maxValue(72, 'The power cut may last 72 hours at most.'),
  ),
});

/** The plan, by default at the end of the current local day of each site; and why one job's date lies where it does. */
export function planRoutes(planner: Planner): Router {
  const whole = new WholeAnswer();
  return Router()
    .get('/plan', async (req, res) => {
      const at = v.parse(At, req.query.at);
      res.json(await (at === undefined ? planner.plan() : planner.planAt(at)));
    })
    .get('/plan/changes', async (req, res) => {
      const { since, held } = v.parse(Asked, req.query);
      const changes = await planner.changesSince(since, held);
      // it says when it was made, to the minute
      if (changes.whole)
        await whole.send(
          ...([req, res] as const),
          `${changes.cursor} ${changes.at.slice(0, 16)} ${heldWord(held)}`,
          () => changes,
        );
      else res.json(changes);
    })
    .post('/plan/what-if', async (req, res) => {
      res.json(await planner.whatIf(v.parse(WhatIf, req.body)));
    })
    .get('/plan/power-cut', async (req, res) => {
      const { site, hours } = v.parse(CutAsked, req.query);
      res.json(await planner.powerCut(site, hours));
    })
    .get('/plan/jobs/:jobId', async (req, res) => {
      const explanation = await planner.explain(req.params.jobId);
      if (!explanation)
        throw new HttpProblem(404, 'Not found', 'There is no such job, or its equipment is retired.');
      res.json(explanation);
    });
}
