import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import multer from 'multer';
import { archiveBytes, importFile } from '../../store/archiveFile.ts';
import { backUp, stampOf } from '../../store/backup.ts';
import type { Databases } from '../../store/database.ts';
import { StoreProblem } from '../../store/problems.ts';
import type { Store } from '../../store/store.ts';

const LARGEST_ARCHIVE_BYTES = 4 * 1024 ** 3;
const upload = multer({
  storage: multer.diskStorage({
    destination: tmpdir(),
    filename: (_req, _file, done) => done(null, `jondrel-${randomUUID()}`),
  }),
  limits: { fileSize: LARGEST_ARCHIVE_BYTES, files: 1 },
  defParamCharset: 'utf8',
});

/** Export, import and backup. */
export function archiveRoutes(
  store: Store,
  databases: Databases,
  dataDir: string,
  now: () => number,
): Router {
  const router = Router();
  router.get('/export', async (req, res) => {
    const pictures = req.query.pictures === 'true';
    const name = `jondrel-${stampOf(now()).slice(0, 10)}.${pictures ? 'zip' : 'ndjson'}`;
    res
      .type(pictures ? 'application/zip' : 'application/x-ndjson')
      .set('Content-Disposition', `attachment; filename="${name}"`);
    await pipeline(archiveBytes(databases, dataDir, pictures), res);
  });
  router.post('/import', upload.single('archive'), async (req, res) => {
    if (!req.file) throw StoreProblem.invalid([{ pointer: '/archive', detail: 'No archive was sent.' }]);
    const file = join(tmpdir(), basename(req.file.path));
    try {
      const report = await importFile(databases, dataDir, file, now());
      if (report.added > 0) store.forget();
      res.status(report.refused.length > 0 ? 409 : 200).json(report);
    } finally {
      await rm(file, { force: true });
    }
  });
  router.post('/backup', async (_req, res) => {
    const folder = await backUp(databases.reader, dataDir, stampOf(now()));
    res.status(201).json({ folder });
  });
  return router;
}
