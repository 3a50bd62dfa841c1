import * as v from 'valibot';
import { day, id, instant, name, number, text } from '../fields.ts';

// What somebody who helps out does while the keeper is away: simple jobs in plain words, and nothing else.

const SheetTask = v.strictObject({
  id: id('The task'),
  /** Ticked off, it is logged as done; null: a task of the sheet alone. */
  jobId: v.nullable(id('The job')),
  text: name('The task', 400),
  everyDays: v.pipe(number('Every how many days', 1, 366, 'days'), v.integer()),
  /** When it comes first; absent: on the first day of the sheet. */
  firstDay: v.optional(day('The first day of the task')),
});
export const SitterSheet = v.pipe(
  v.strictObject({
    siteId: id('The place'),
    from: day('The first day'),
    to: day('The last day'),
    helperId: v.nullable(id('Who helps')),
    tasks: v.pipe(v.array(SheetTask), v.minLength(1, 'A sheet needs at least one task.')),
    note: text('The note', 2000),
  }),
  v.check(({ from, to }) => from <= to, 'The first day lies after the last one.'),
);
export type SheetTask = v.InferOutput<typeof SheetTask>;

/** A task done on a day of the sheet. */
export const SheetTick = v.strictObject({
  sheetId: id('The sheet'),
  taskId: id('The task'),
  day: day('The day of the task'),
  at: instant('When it was done'),
  whoId: v.nullable(id('Who')),
  note: text('The note', 1000),
});
/** What a helper sends: ids made on their device, so that sending it again changes nothing. */
export const TickAsked = v.strictObject({
  ...v.omit(SheetTick, ['whoId', 'at']).entries,
  id: id('The tick'),
  revisionId: id('The tick'),
  serviceId: id('The service'),
  serviceRevisionId: id('The service'),
});
