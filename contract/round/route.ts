import * as v from 'valibot';
import { day, id, instant, number, text } from '../fields.ts';

/** A day on the way: places one after the other, each with its round, and the minutes between them. */
export const Route = v.strictObject({
  day: day('The day of the route'),
  personId: v.nullable(id('Who goes')),
  /** When they set out; null: not said. */
  setOut: v.nullable(instant('When they set out')),
  stops: v.pipe(
    v.array(
      v.strictObject({
        siteId: id('The place'),
        /** Its round as it was made ahead; null: made on the day. */
        roundId: v.nullable(id('The round')),
        /** From the stop before it, or from where the day begins. */
        travelMin: v.nullable(number('The minutes of the way', 0, 1440, 'min')),
      }),
    ),
    v.minLength(1, 'A route needs at least one place.'),
    v.maxLength(40, 'A route has at most 40 places.'),
  ),
  note: text('The note', 1000),
});
