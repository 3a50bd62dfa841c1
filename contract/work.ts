import * as v from 'valibot';
import { id, text } from './fields.ts';
import { recordKinds } from './kinds.ts';
import type { RecordKind, Stored } from './records.ts';

// A unit of work: writes that happen together or not at all. Ids and revision ids are made by whoever sends it,
// so that sending it again changes nothing.

const common = {
  kind: v.picklist(recordKinds, 'The kind of record is not known.'),
  id: id('The record’s id'),
  revisionId: id('The revision’s id'),
};
const baseVersion = v.pipe(
  v.number('The version this change is based on is missing.'),
  v.integer(),
  v.minValue(1),
);

export const Write = v.variant('op', [
  v.strictObject({ op: v.literal('create'), ...common, content: v.unknown() }),
  v.strictObject({ op: v.literal('revise'), ...common, baseVersion, content: v.unknown() }),
  v.strictObject({ op: v.literal('delete'), ...common, baseVersion }),
  v.strictObject({ op: v.literal('restore'), ...common, baseVersion }),
]);
export type Write = v.InferOutput<typeof Write>;

export const Work = v.strictObject({
  writes: v.pipe(
    v.array(Write),
    v.minLength(1, 'There is nothing to write.'),
    v.maxLength(5000, 'Too much at once: send up to 5,000 writes.'),
  ),
  why: v.optional(text('Why', 400), ''),
  /** The person's name as chosen on the device; no rights hang on it. */
  who: v.optional(text('Who', 120), ''),
});
export type Work = v.InferOutput<typeof Work>;

export interface WriteResult {
  kind: RecordKind;
  id: string;
  revisionId: string;
  version: number;
  deleted: boolean;
}
export interface WorkResult {
  results: WriteResult[];
}

/** One entry of a record's history. */
export interface Revision {
  id: string;
  version: number;
  who: string;
  madeAt: string;
  why: string;
  deleted: boolean;
  content: unknown;
  sha256: string;
}

/** Problem details (RFC 9457). */
export interface Problem {
  type: string;
  title: string;
  status: number;
  detail: string;
  /** What the person can do. */
  todo?: string;
  /** JSON pointers to the fields at fault, each with its sentence. */
  errors?: { pointer: string; detail: string }[];
  /** For a conflict: what is stored (null: nothing that is a record), and what was sent. */
  stored?: Stored | null;
  sent?: unknown;
}
