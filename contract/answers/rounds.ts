import * as v from 'valibot';
import { Count, Day, Id, Moment, orNone, worked } from './fields.ts';

/** "This week at this place", as far as its reader may see. */
export const WeekAnswer = worked({
  ...{ siteId: Id, place: v.string(), zone: v.string(), today: Day, until: Day, visits: v.array(Day) },
  systems: v.array(worked({ id: Id, name: v.string(), testables: v.array(worked({})) })),
  places: v.array(v.strictObject({ id: Id, name: v.string() })),
  maySend: v.boolean(),
});
export const SheetsAnswer = v.array(
  v.strictObject({
    ...{ id: Id, siteId: Id, place: v.string(), zone: v.string(), today: Day, from: Day, to: Day },
    ...{ helper: orNone(v.string()), note: v.string(), doNotTouch: v.string() },
    phones: v.array(v.strictObject({ name: v.string(), phone: v.string() })),
    tasks: v.array(
      v.strictObject({
        ...{ id: v.string(), text: v.string(), system: v.string(), how: v.array(v.string()) },
        days: v.array(v.strictObject({ day: Day, doneBy: orNone(v.string()) })),
        pictureIds: v.array(Id),
      }),
    ),
  }),
);
export const TickedAnswer = v.strictObject({ ticked: v.literal(true) });

/** What rounds left off, and when it starts to matter. */
export const OffAnswer = v.array(worked({ siteId: Id, what: v.string(), matters: orNone(v.string()) }));
/** What a device says of a part that was put on again; null: none says anything. */
export const RunningAnswer = orNone(
  v.strictObject({
    ...{ label: v.string(), quantity: v.string(), value: v.number(), at: Moment, runs: v.boolean() },
  }),
);
/** A readings round with its meters. */
export const ReadingsRoundAnswer = v.strictObject({
  ...{ id: Id, siteId: Id, name: v.string(), place: v.string(), note: v.string() },
  everyHours: orNone(v.number()),
  lastWalk: orNone(v.strictObject({ endedAt: Moment, whoId: orNone(Id) })),
  dueAt: orNone(Moment),
  meters: v.array(
    worked({
      ...{ where: v.string(), name: v.string(), quantity: v.string() },
      ...{ lo: orNone(v.number()), hi: orNone(v.number()), driftPerWeek: orNone(v.number()) },
      points: v.array(v.strictObject({ at: Moment, value: v.number() })),
    }),
  ),
});
/** What a round did, found and left behind, and what comes next. */
export const ReportAnswer = v.strictObject({
  ...{ roundId: Id, siteId: Id, place: v.string(), zone: v.string(), day: Day, who: v.array(v.string()) },
  ...{ begunAt: orNone(Moment), endedAt: orNone(Moment) },
  state: v.picklist(['under-way', 'closed', 'given-up']),
  minutes: v.strictObject({ taken: v.number(), estimated: v.number(), measuredJobs: Count }),
  systems: v.array(
    v.strictObject({
      ...{ id: Id, name: v.string(), readings: v.array(worked({})), untested: v.array(worked({})) },
    }),
  ),
  jobs: v.array(worked({})),
  proved: v.strictObject({ seen: Count, read: Count }),
  overrides: v.array(v.strictObject({ text: v.string(), reason: v.string() })),
  letter: orNone(worked({})),
  client: orNone(worked({})),
  letterhead: orNone(worked({})),
  currency: v.string(),
  leftOff: v.array(worked({ what: v.string() })),
  next: v.array(
    v.strictObject({
      ...{ jobId: Id, thing: v.string(), system: v.string(), action: v.string(), day: Day },
    }),
  ),
});
