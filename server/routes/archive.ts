import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import multer from 'multer';
import { archiveBytes, importFile } from '../../store/archiveFile.ts';
import { uploadFolder } from '../../store/leftovers.ts';
import { stampOf } from '../../store/backup.ts';
import type { Databases } from '../../store/database.ts';
import { StoreProblem } from '../../store/problems.ts';
import { oneFile } from '../oneFile.ts';
import type { Store } from '../../store/store.ts';
import type { Safekeeping } from '../safekeeping/safekeeping.ts';

const LARGEST_ARCHIVE_BYTES = 4 * 1024 ** 3;

/** Export, import and backup, and how the data are looked after. */
export function archiveRoutes(
  store: Store,
  databases: Databases,
  dataDir: string,
  safekeeping: Safekeeping,
  now: () => number,
): Router {
  const router = Router();
  // beside the data, for the same eyes: never in a folder that others of this computer read
  const uploads = uploadFolder(dataDir);
  const upload = multer({
    storage: multer.diskStorage({
      destination: uploads,
      filename: (_req, _file, done) => done(null, randomUUID()),
    }),
    limits: { fileSize: LARGEST_ARCHIVE_BYTES, files: 1 },
    defParamCharset: 'utf8',
  });
  router.get('/export', async (req, res) => {
    const pictures = req.query.pictures === 'true';
    const name = `jondrel-${stampOf(now()).slice(0, 10)}.${pictures ? 'zip' : 'ndjson'}`;
    res
      .type(pictures ? 'application/zip' : 'application/x-ndjson')
      .set('Content-Disposition', `attachment; filename="${name}"`);
    await pipeline(archiveBytes(databases, dataDir, pictures), res);
  });
  router.post('/import', oneFile(upload, 'archive'), async (req, res) => {
    if (!req.file) throw StoreProblem.invalid([{ pointer: '/archive', detail: 'No archive was sent.' }]);
    const file = join(uploads, basename(req.file.path));
    try {
      const report = await importFile(databases, dataDir, file, now());
      if (report.added > 0) store.forget();
      res.status(report.refused.length > 0 ? 409 : 200).json(report);
    } finally {
      await rm(file, { force: true });
    }
  });
  router.post('/backup', async (_req, res) => {
    res.status(201).json({ folder: await safekeeping.backUpNow() });
  });
  router.get('/safekeeping', async (_req, res) => {
    res.json(await safekeeping.report());
  });
  return router;
}
