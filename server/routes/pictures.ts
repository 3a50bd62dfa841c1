import { Router } from 'express';
import multer from 'multer';
import { keepPicture, LARGEST_PICTURE_BYTES, readPicture } from '../../store/pictures.ts';
import { withinScope } from '../../usecases/access/scope.ts';
import { callerOf } from '../access/caller.ts';
import { StoreProblem } from '../../store/problems.ts';
import { oneFile } from '../oneFile.ts';
import type { Store } from '../../store/store.ts';

const upload = multer({
  storage: multer.memoryStorage(),
  limits: { fileSize: LARGEST_PICTURE_BYTES, files: 1 },
  defParamCharset: 'utf8',
});

/** Takes a picture in (the file first; its record is then written as any other) and gives it out. */
export function pictureRoutes(store: Store, dataDir: string): Router {
  const router = Router();
  router.post('/pictures', oneFile(upload, 'picture'), async (req, res) => {
    if (!req.file) throw StoreProblem.invalid([{ pointer: '/picture', detail: 'No picture was sent.' }]);
    res.status(201).json(await keepPicture(dataDir, req.file.buffer, req.file.originalname));
  });
  router.get('/pictures/:id', async (req, res) => {
    const snapshot = await store.snapshot();
    const record = snapshot.get('picture', req.params.id);
    if (!record || !withinScope(snapshot, callerOf(req).scope)(record))
      throw StoreProblem.notFound('picture');
    const { content: picture } = record;
    const bytes = await readPicture(dataDir, picture.sha256);
    if (!bytes) throw StoreProblem.notFound('file of the picture');
    res.type(picture.mime).set('Cache-Control', 'private, max-age=31536000, immutable').send(bytes);
  });
  return router;
}
