import * as v from 'valibot';
import { parameterIds } from '../../core/water/parameters.ts';
import { flag, id, ids, instant, name, number, text } from '../fields.ts';

// Tests that whoever lives beside the tank took between visits, and what they were told.

export const SentTests = v.strictObject({
  systemId: id('The system'),
  at: instant('When they were sent'),
  from: name('Who sent them', 120),
  readingIds: ids('The readings'),
  note: text('The note', 1000),
  /** What was answered, sentence by sentence. */
  said: v.pipe(v.array(text('What was said', 1000)), v.maxLength(80)),
  /** Who of the house has seen them. */
  seen: v.array(
    v.strictObject({ whoId: v.nullable(id('Who saw them')), at: instant('When they were seen') }),
  ),
});

/** As they are sent, each value in the unit it was typed in; the ids made there, so that sending again changes nothing. */
export const SendTests = v.strictObject({
  id: id('The tests'),
  revisionId: id('The tests'),
  systemId: id('The system'),
  from: name('Your name', 120),
  note: text('The note', 1000),
  values: v.pipe(
    v.array(
      v.strictObject({
        parameter: v.picklist(parameterIds, 'Say what was tested.'),
        shown: number('The value', -1e6, 1e6, ''),
        unit: name('The unit', 40),
        below: flag('Whether it is below that'),
      }),
    ),
    v.minLength(1, 'Enter at least one value.'),
    v.maxLength(40, 'At most 40 values at once.'),
    v.check(
      (values) => new Set(values.map((one) => one.parameter)).size === values.length,
      'Each test once.',
    ),
  ),
  /** What is unlikely was asked about, and is right. */
  sure: flag('Whether it is sure'),
});
export type SendTests = v.InferOutput<typeof SendTests>;

/** What is asked about before anything is kept, or what the tests say. */
export type SentAnswer =
  { asked: { parameter: SendTests['values'][number]['parameter']; text: string }[] } | { said: string[] };
