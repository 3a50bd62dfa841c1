import { Router } from 'express';
import * as v from 'valibot';
import { mattersWord, type NextLook } from '../../core/explain/mattersWord.ts';
import { mattersOf } from '../../usecases/round/matters.ts';
import { runningProof } from '../../usecases/round/runningProof.ts';
import { visitDays } from '../../core/planning/visits.ts';
import { dayWord } from '../../core/explain/words.ts';
import { addDays, dayOf, MS_PER_DAY, startOfDay, type Instant } from '../../core/time/day.ts';
import { settingOf } from '../../model/settings.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { VISIT_HOUR } from '../../usecases/water/makeUpView.ts';
import { offOfRounds } from '../../usecases/round/offList.ts';
import { StoreProblem } from '../../store/problems.ts';
import { readingsRoundSheet } from '../../usecases/round/meters.ts';
import { HttpProblem } from '../httpProblem.ts';
import { rhythmOf } from '../../model/facts/rhythm.ts';
import type { LiveEvidence } from '../liveEvidence.ts';

const PartSince = v.object({
  component: v.pipe(v.string('Say which part.'), v.uuid('Say which part.')),
  since: v.pipe(v.string('Say since when.'), v.isoTimestamp('“since” must be an instant.')),
});

/** What rounds left off, with when it starts to matter; what a device says of a part that was put on again. */
export function roundRoutes(evidence: LiveEvidence, now: () => number): Router {
  return Router()
    .get('/rounds/off', async (_req, res) => {
      const known = await evidence.now();
      res.json(
        offOfRounds(known.snapshot, known.index).map((off) => {
          const matters = mattersOf(known, off, now());
          return {
            ...off,
            matters: matters && mattersWord(matters, nextLook(known.snapshot, off.siteId, now())),
          };
        }),
      );
    })
    .get('/rounds/readings/:id', async (req, res) => {
      const known = await evidence.now();
      const round = known.snapshot.get('readings-round', req.params.id);
      if (!round) throw StoreProblem.notFound('readings-round');
      res.json(readingsRoundSheet(known, round, now()));
    })
    .get('/rounds/running', async (req, res) => {
      const { component, since } = v.parse(PartSince, req.query);
      const known = await evidence.now();
      const part = known.snapshot.content('component', component);
      if (!part) throw new HttpProblem(404, 'Not found', 'There is no such part.');
      const zone = known.snapshot.content('site', part.siteId)?.timeZone ?? 'UTC';
      res.json(runningProof(known, component, zone, Date.parse(since)));
    });
}

const HOUR_MS = MS_PER_DAY / 24;
/** When somebody is due at a place again, today not counted: whoever is there now is about to leave. */
function nextLook(snapshot: Snapshot, siteId: string, at: Instant): NextLook | null {
  const site = snapshot.content('site', siteId);
  if (!site) return null;
  const today = dayOf(at, site.timeZone);
  const [day] = visitDays(rhythmOf(snapshot, siteId), addDays(today, 1), 1);
  if (!day) return null;
  const inHours = (startOfDay(day, site.timeZone) + VISIT_HOUR * HOUR_MS - at) / HOUR_MS;
  return { inHours, day: dayWord(day, today, settingOf(snapshot).dateFormat) };
}
