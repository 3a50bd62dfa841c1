import { Router } from 'express';
import * as v from 'valibot';
import { sheetsFor } from '../../usecases/sitter/sheets.ts';
import { TickAsked } from '../../contract/sitter/schemas.ts';
import type { Work } from '../../contract/work.ts';
import { StoreProblem } from '../../store/problems.ts';
import type { Store } from '../../store/store.ts';
import { callerOf } from '../access/caller.ts';
import type { LiveEvidence } from '../liveEvidence.ts';

/** Sitter's sheets for whoever may know of their place; a helper ticks tasks off, and can write nothing else. */
export function sheetRoutes(store: Store, evidence: LiveEvidence, now: () => number): Router {
  return Router()
    .get('/sheets', async (req, res) => {
      res.json(sheetsFor(await evidence.now(), callerOf(req).scope, now(), null));
    })
    .post('/sheets/ticks', async (req, res) => {
      const asked = v.parse(TickAsked, req.body);
      const { account, scope } = callerOf(req);
      const known = await evidence.now();
      const [sheet] = sheetsFor(known, scope, now(), asked.sheetId);
      const seen = sheet?.tasks.find((task) => task.id === asked.taskId);
      // a sheet, or a task on it, that one may not see is one that is not there
      if (!sheet || !seen) throw StoreProblem.notFound('task');
      const due = seen.days.find((one) => one.day === asked.day);
      // somebody did it already: it is done, once
      if (due && due.doneBy !== null) return void res.json({ ticked: true });
      if (!due)
        throw StoreProblem.invalid([{ pointer: '/day', detail: 'This task is not due on that day.' }]);
      const task = known.snapshot
        .content('sitter-sheet', asked.sheetId)
        ?.tasks.find((one) => one.id === asked.taskId);
      const at = new Date(now()).toISOString();
      const whoId = account?.personId ?? null;
      const { id, revisionId, serviceId, serviceRevisionId, ...said } = asked;
      const writes: Work['writes'] = [
        { op: 'create', kind: 'sheet-tick', id, revisionId, content: { ...said, at, whoId } },
        ...(task?.jobId
          ? [
              {
                ...({ op: 'create', kind: 'service', id: serviceId, revisionId: serviceRevisionId } as const),
                content: {
                  ...{ jobId: task.jobId, when: { kind: 'instant', at }, whoId, found: null, shareDone: 1 },
                  ...{ minutes: null, supplies: [], note: said.note, pictureIds: [] },
                },
              },
            ]
          : []),
      ];
      await store.apply({ writes, who: account?.name ?? '', why: 'ticked off on a sitter’s sheet' });
      res.json({ ticked: true });
    });
}
