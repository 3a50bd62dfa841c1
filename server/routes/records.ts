import { Router } from 'express';
import * as v from 'valibot';
import { recordKinds } from '../../contract/records.ts';
import { Work } from '../../contract/work.ts';
import type { Store } from '../../store/store.ts';

const Kind = v.picklist(recordKinds, 'The kind of record is not known.');

/** Records as they stand, their histories, and the one way to write. */
export function recordRoutes(store: Store): Router {
  const router = Router();
  router.post('/work', async (req, res) => {
    res.json(await store.apply(v.parse(Work, req.body)));
  });
  router.get('/snapshot', async (_req, res) => {
    const snapshot = await store.snapshot();
    res.json(recordKinds.filter((kind) => kind !== 'reading').flatMap((kind) => snapshot.all(kind)));
  });
  router.get('/readings', async (req, res) => {
    const systemId = v.parse(
      v.pipe(v.string('Say which system.'), v.uuid('Say which system.')),
      req.query.system,
    );
    const snapshot = await store.snapshot();
    const channels = new Set(
      snapshot
        .all('channel')
        .filter((channel) => channel.content.systemId === systemId)
        .map((channel) => channel.id),
    );
    res.json(snapshot.all('reading').filter((reading) => channels.has(reading.content.channelId)));
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
