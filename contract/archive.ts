import * as v from 'valibot';
import { id, instant, text } from './fields.ts';
import { recordKinds } from './records.ts';

// Line-delimited JSON: a header, then one record a line with all its revisions, sorted by kind and id, keys sorted.

export const ARCHIVE_SCHEMA = 1;
export const ArchiveHeader = v.strictObject({
  archive: v.literal('jondrel'),
  schema: v.literal(ARCHIVE_SCHEMA, 'This archive was written by another version.'),
});

export const ArchiveRevision = v.strictObject({
  content: v.unknown(),
  deleted: v.boolean(),
  id: id('The revision’s id'),
  madeAt: instant('When it was written'),
  sha256: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/)),
  version: v.pipe(v.number(), v.integer(), v.minValue(1)),
  who: text('Who', 120),
  why: text('Why', 400),
});
export const ArchiveRecord = v.strictObject({
  id: id('The record’s id'),
  kind: v.picklist(recordKinds),
  revisions: v.pipe(v.array(ArchiveRevision), v.minLength(1)),
});
export type ArchiveRecord = v.InferOutput<typeof ArchiveRecord>;
