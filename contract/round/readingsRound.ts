import * as v from 'valibot';
import { flag, id, ids, instant, name, number, text } from '../fields.ts';

// An operator's route of meters, made once and walked at its rhythm.

/** Limits in the stored unit of the channel's quantity; null: none on that side. */
const Stop = v.pipe(
  v.strictObject({
    channelId: id('What is read'),
    lo: v.nullable(number('The low limit', -1e9, 1e9, '')),
    hi: v.nullable(number('The high limit', -1e9, 1e9, '')),
  }),
  v.check(({ lo, hi }) => lo === null || hi === null || lo <= hi, 'The low limit lies above the high one.'),
);

export const ReadingsRound = v.strictObject({
  siteId: id('The place'),
  name: name('The name of the round', 120),
  /** How often it is walked; null: when somebody wants to. */
  everyHours: v.nullable(number('Every how many hours', 1, 24 * 366, 'h')),
  stops: v.pipe(
    v.array(Stop),
    v.minLength(1, 'A round of readings needs at least one meter.'),
    v.maxLength(300, 'A round of readings has at most 300 meters.'),
  ),
  note: text('The note', 1000),
  /** Put away: what was walked keeps it, nobody is offered it. */
  retired: v.optional(flag('Put away')),
});

/** A readings round as it was walked; what was read are readings. */
export const ReadingsWalk = v.strictObject({
  readingsRoundId: id('The round of readings'),
  begunAt: instant('When it was begun'),
  endedAt: instant('When it was ended'),
  whoId: v.nullable(id('Who walked it')),
  readingIds: ids('The readings'),
  skipped: v.array(
    v.strictObject({
      channelId: id('What was not read'),
      reason: name('Why it was not read', 400),
    }),
  ),
});

/** What one shift leaves to the next. */
export const ShiftNote = v.strictObject({
  siteId: id('The place'),
  at: instant('When it was written'),
  whoId: v.nullable(id('Who wrote it')),
  /** Who takes over; null: whoever comes. */
  toId: v.nullable(id('Who takes over')),
  text: text('The note', 4000),
  /** What was off, held, late, out of its limits when it was written, in sentences. */
  stood: v.pipe(v.array(name('What stood', 400)), v.maxLength(60)),
  /** Who has read it. */
  seen: v.array(v.strictObject({ whoId: v.nullable(id('Who read it')), at: instant('When it was read') })),
});
