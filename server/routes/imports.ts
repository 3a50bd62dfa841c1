import multer from 'multer';
import { Router, type Request } from 'express';
import * as v from 'valibot';
import { ImportMapping } from '../../contract/imports/mapping.ts';
import { requireHarmlessName } from '../../contract/json.ts';
import type { Databases } from '../../store/database.ts';
import { previewImport, takeBackImport, writeImport, type ImportRequest } from '../../store/imports.ts';
import { callerOf } from '../access/caller.ts';
import { StoreProblem } from '../../store/problems.ts';
import { oneFile } from '../oneFile.ts';
import type { Store } from '../../store/store.ts';

const LARGEST_FILE_BYTES = 64 * 1024 ** 2;
const upload = multer({
  storage: multer.memoryStorage(),
  limits: { fileSize: LARGEST_FILE_BYTES, files: 1 },
  defParamCharset: 'utf8',
});
const Json = <T extends v.GenericSchema>(schema: T, what: string) =>
  v.pipe(v.string(), v.parseJson({ reviver: requireHarmlessName }, `${what} is not readable.`), schema);
const HeadSaid = v.strictObject({
  skipRows: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(100)),
  headRows: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(3)),
});
const Fields = v.object({
  systemId: v.pipe(
    v.string('Say which system the file belongs to.'),
    v.uuid('Say which system the file belongs to.'),
  ),
  mapping: v.optional(Json(v.nullable(ImportMapping), 'The mapping'), 'null'),
  head: v.optional(Json(v.nullable(HeadSaid), 'The head'), 'null'),
  answers: v.optional(Json(v.record(v.string(), v.string()), 'The answers'), '{}'),
  remember: v.optional(v.picklist(['true', 'false']), 'false'),
  who: v.optional(v.pipe(v.string(), v.maxLength(120)), ''),
});

function requestOf(req: Request): { request: ImportRequest; remember: boolean; who: string } {
  if (!req.file) throw StoreProblem.invalid([{ pointer: '/file', detail: 'No file was sent.' }]);
  const { systemId, mapping, head, answers, remember, who } = v.parse(Fields, req.body);
  return {
    request: { bytes: req.file.buffer, fileName: req.file.originalname, systemId, mapping, head, answers },
    remember: remember === 'true',
    who: callerOf(req).account?.name ?? who,
  };
}

/** Files people keep: looked at first, then read in as one step that can be taken back. */
export function importRoutes(store: Store, databases: Databases): Router {
  const router = Router();
  router.post('/import-csv/preview', oneFile(upload, 'file'), async (req, res) => {
    res.json(await previewImport(store, requestOf(req).request));
  });
  router.post('/import-csv', oneFile(upload, 'file'), async (req, res) => {
    const { request, remember, who } = requestOf(req);
    res.status(201).json(await writeImport(store, request, remember, who));
  });
  router.post('/imports/:id/take-back', async (req, res) => {
    const { who } = v.parse(v.object({ who: v.optional(v.string(), '') }), req.body ?? {});
    res.json(
      await takeBackImport(
        store,
        databases,
        v.parse(v.pipe(v.string(), v.uuid()), req.params.id),
        callerOf(req).account?.name ?? who,
      ),
    );
  });
  return router;
}
