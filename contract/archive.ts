import * as v from 'valibot';
import { day, flag, id, instant, number, text } from './fields.ts';
import { recordKinds } from './kinds.ts';

// Line-delimited JSON: a header, then one record a line with all its revisions, sorted by kind and id, then what devices
// sent, a line for each channel and day; keys sorted.

/** 1: readings of devices stood among the records. */
export const ARCHIVE_SCHEMA = 2;
export const ArchiveHeader = v.strictObject({
  archive: v.literal('jondrel'),
  schema: v.picklist([1, ARCHIVE_SCHEMA], 'This archive was written by another version.'),
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

const ofReadings = (label: string) =>
  v.pipe(number(label, 0, 1e6, ''), v.integer(`${label} is a whole number.`));
/** What one channel's devices sent on one day of UTC, in the stored unit; what came later for the same instant counts up. */
export const ArchiveDeviceDay = v.strictObject({
  kind: v.literal('device-readings'),
  channelId: id('The channel'),
  day: day('The day'),
  /** Who sent it, and in which piece of work; withdrawnAt: that was taken back. */
  sources: v.array(
    v.strictObject({
      who: text('Who', 120),
      why: text('Why', 400),
      withdrawnAt: v.nullable(instant('When it was taken back')),
    }),
  ),
  readings: v.pipe(
    v.array(
      v.strictObject({
        at: instant('When it was read'),
        heardAt: instant('When it came in'),
        revision: ofReadings('The revision'),
        value: number('The value', -1e9, 1e9, ''),
        below: flag('Below the lowest reading'),
        /** Nothing doubts it. */
        good: flag('Whether nothing doubts it'),
        /** Its place in `sources`. */
        source: ofReadings('The source'),
        /** What else was said with it. */
        more: v.nullable(v.record(v.string(), v.unknown())),
      }),
    ),
    v.minLength(1),
  ),
});
export type ArchiveDeviceDay = v.InferOutput<typeof ArchiveDeviceDay>;
