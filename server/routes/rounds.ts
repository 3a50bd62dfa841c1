import { Router } from 'express';
import { mattersWord, type NextLook } from '../../core/explain/mattersWord.ts';
import { mattersOf } from '../../contract/round/matters.ts';
import { visitDays } from '../../core/planning/visits.ts';
import { dayWord } from '../../core/explain/words.ts';
import { addDays, dayOf, MS_PER_DAY, startOfDay, type Instant } from '../../core/time/day.ts';
import { settingOf } from '../../contract/settings.ts';
import type { Snapshot } from '../../contract/snapshot.ts';
import { VISIT_HOUR } from '../../contract/water/makeUpDesk.ts';
import { offOfRounds } from '../../contract/round/offList.ts';
import type { EvidenceDesk } from '../evidenceDesk.ts';

/** What rounds left off, with when it starts to matter. */
export function roundRoutes(evidence: EvidenceDesk, now: () => number): Router {
  return Router().get('/rounds/off', async (_req, res) => {
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
  });
}

const HOUR_MS = MS_PER_DAY / 24;
/** When somebody is due at a place again, today not counted: whoever is there now is about to leave. */
function nextLook(snapshot: Snapshot, siteId: string, at: Instant): NextLook | null {
  const site = snapshot.content('site', siteId);
  if (!site) return null;
  const today = dayOf(at, site.timeZone);
  const [day] = visitDays(site.visits, addDays(today, 1), 1);
  if (!day) return null;
  const inHours = (startOfDay(day, site.timeZone) + VISIT_HOUR * HOUR_MS - at) / HOUR_MS;
  return { inHours, day: dayWord(day, today, settingOf(snapshot).dateFormat) };
}
