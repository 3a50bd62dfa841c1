import { Router } from 'express';
import * as v from 'valibot';
import type { Right } from '../../contract/access/rights.ts';
import { kindWords, recordKinds } from '../../contract/kinds.ts';
import type { RecordKind } from '../../contract/records.ts';
import { Work } from '../../contract/work.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { isPictureHere } from '../../store/pictures.ts';
import { StoreProblem } from '../../store/problems.ts';
import type { Store } from '../../store/store.ts';
import { callerOf, may } from '../access/caller.ts';
import { HttpProblem } from '../httpProblem.ts';
import { WholeAnswer } from '../wholeAnswer.ts';
import { Asked, heldWord } from './asked.ts';

/** Kinds of records that ask for more than to do the work. */
const rightToWrite: Partial<Record<RecordKind, Right>> = {
  setting: 'settings.write',
  person: 'people.manage',
};
const Kind = v.picklist(recordKinds, 'The kind of record is not known.');

const id = v.pipe(v.string(), v.uuid('Say which system or which component.'));
const ReadingsOf = v.union(
  [v.object({ system: id }), v.object({ component: id })],
  'Say which system or which component.',
);

/** What is read on one part of a unit is known at its others. */
const unitOf = (snapshot: Snapshot, componentId: string): string =>
  snapshot.content('component', componentId)?.parentId ?? componentId;

/** Records as they stand, their histories, and the one way to write. */
export function recordRoutes(store: Store, dataDir: string): Router {
  const router = Router();
  router.post('/work', async (req, res) => {
    const work = v.parse(Work, req.body);
    const caller = callerOf(req);
    const missing = work.writes.find(({ kind }) => !may(caller, rightToWrite[kind] ?? 'records.write'));
    if (missing)
      throw new HttpProblem(
        403,
        'Not for you',
        `Your account may not change this: ${kindWords[missing.kind]}.`,
        'Ask an owner.',
      );
    const unseen = work.writes.findIndex(
      (write) =>
        write.kind === 'picture' &&
        write.op === 'create' &&
        !isPictureHere(dataDir, String((write.content as { sha256?: unknown } | null)?.sha256)),
    );
    if (unseen >= 0)
      throw StoreProblem.invalid([
        {
          pointer: `/writes/${unseen}/content/sha256`,
          detail: 'The file of this picture was not sent: send it first.',
        },
      ]);
    // whoever signed in is who did it, whatever was sent
    res.json(await store.apply(caller.account ? { ...work, who: caller.account.name } : work));
  });
  router.get('/snapshot', async (_req, res) => {
    res.json((await store.changesSince(null)).records);
  });
  const whole = new WholeAnswer();
  router.get('/records', async (req, res) => {
    const { since, held } = v.parse(Asked, req.query);
    const changes = await store.changesSince(since, held);
    if (changes.whole) await whole.send(req, res, `${changes.cursor} ${heldWord(held)}`, () => changes);
    else res.json(changes);
  });
  router.get('/readings', async (req, res) => {
    const of = v.parse(ReadingsOf, req.query);
    const snapshot = await store.snapshot();
    const channels = new Set(
      snapshot
        .all('channel')
        .filter(({ content }) =>
          'system' in of
            ? content.systemId === of.system
            : content.componentId !== null &&
              unitOf(snapshot, content.componentId) === unitOf(snapshot, of.component),
        )
        .map((channel) => channel.id),
    );
    // what devices read every few minutes is drawn from /water/series, never sent whole
    res.json(
      snapshot
        .all('reading')
        .filter((reading) => channels.has(reading.content.channelId) && reading.content.source !== 'device'),
    );
  });
  router.get('/records/:kind', async (req, res) => {
    const kind = v.parse(Kind, req.params.kind);
    res.json(req.query.deleted === 'true' ? await store.deleted(kind) : (await store.snapshot()).all(kind));
  });
  router.get('/records/:kind/:id', async (req, res) => {
    res.json(await store.get(v.parse(Kind, req.params.kind), req.params.id));
  });
  router.get('/records/:kind/:id/revisions', async (req, res) => {
    res.json(await store.revisions(v.parse(Kind, req.params.kind), req.params.id));
  });
  return router;
}
