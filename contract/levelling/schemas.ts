import * as v from 'valibot';
import { day, id, number, text } from '../fields.ts';

// What people decide about the plan: it respects both, whatever they cost.

/** A job is wanted at the visit of a day: pinned there, or moved there from another one. */
export const PlanPin = v.strictObject({
  jobId: id('The job'),
  day: day('The visit'),
  /** The visit it was moved from; null: it stood there already. */
  from: v.nullable(day('The visit it was moved from')),
  whoId: v.nullable(id('Who')),
  note: text('The note', 400),
});

/** A visit is made on another day, not at all, with other minutes; or there is one more. */
export const VisitChange = v.strictObject({
  siteId: id('The place'),
  /** By the rhythm, or of the visit that is added. */
  day: day('The visit'),
  /** When it is made; null: not at all. */
  to: v.nullable(day('The new day')),
  /** Minutes there are then; null: as always. */
  minutes: v.nullable(number('Minutes of the visit', 1, 1440, 'min')),
  whoId: v.nullable(id('Who')),
  reason: text('The reason', 400),
});
