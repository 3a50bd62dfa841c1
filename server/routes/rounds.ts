import { Router } from 'express';
import { mattersWord } from '../../core/explain/mattersWord.ts';
import { mattersOf } from '../../contract/round/matters.ts';
import { offOfRounds } from '../../contract/round/offList.ts';
import type { EvidenceDesk } from '../evidenceDesk.ts';

/** What rounds left off, with when it starts to matter. */
export function roundRoutes(evidence: EvidenceDesk, now: () => number): Router {
  return Router().get('/rounds/off', async (_req, res) => {
    const known = await evidence.now();
    res.json(
      offOfRounds(known.snapshot, known.index).map((off) => {
        const matters = mattersOf(known, off, now());
        return { ...off, matters: matters && mattersWord(matters) };
      }),
    );
  });
}
