import * as v from 'valibot';
import { recordKinds } from '../kinds.ts';
import { recordSchemas } from '../records.ts';
import { Count, Id, Instant, orNone } from './fields.ts';

/** A record as it stands: its content is of its kind. */
export const StoredAnswer = v.pipe(
  v.strictObject({
    kind: v.picklist(recordKinds),
    id: Id,
    version: v.pipe(Count, v.minValue(1)),
    deleted: v.boolean(),
    content: v.unknown(),
  }),
  v.check(({ kind, content }) => v.is(recordSchemas[kind], content), 'The content is not of its kind.'),
);
export const RevisionAnswer = v.strictObject({
  id: Id,
  version: v.pipe(Count, v.minValue(1)),
  who: v.string(),
  madeAt: Instant,
  why: v.string(),
  deleted: v.boolean(),
  content: v.unknown(),
  sha256: v.pipe(v.string(), v.hash(['sha256'])),
});
export const WorkAnswer = v.strictObject({
  results: v.array(
    v.strictObject({
      ...{ kind: v.picklist(recordKinds), id: Id, revisionId: Id },
      ...{ version: v.pipe(Count, v.minValue(1)), deleted: v.boolean() },
    }),
  ),
});
/** RFC 9457, with what the person can do and which fields are at fault. */
export const ProblemAnswer = v.strictObject({
  type: v.literal('about:blank'),
  title: v.pipe(v.string(), v.minLength(1)),
  status: v.pipe(v.number(), v.minValue(400), v.maxValue(599)),
  detail: v.pipe(v.string(), v.minLength(1)),
  todo: v.optional(v.string()),
  errors: v.optional(v.array(v.strictObject({ pointer: v.string(), detail: v.string() }))),
  stored: v.optional(orNone(StoredAnswer)),
  sent: v.optional(v.unknown()),
});

export const RecordsAnswer = v.array(StoredAnswer);
export const RecordChangesAnswer = v.strictObject({
  ...{ cursor: v.string(), whole: v.boolean(), records: RecordsAnswer },
});
export const RevisionsAnswer = v.array(RevisionAnswer);
/** What was kept of a picture that came in: its record is made of it. */
export const NewPictureAnswer = recordSchemas.picture;
