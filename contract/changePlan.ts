import * as v from 'valibot';
import { shortRules } from '../core/water/change/types.ts';
import { choice, day, flag, id, ids, name, number, text } from './fields.ts';

const litres = (label: string) => number(label, 0, 50_000_000, 'L');

/** Something that is off while the water is low, and how it is proved running again. A round takes it over. */
export const OffItem = v.strictObject({
  componentId: id('What is off'),
  what: name('What is off'),
  why: text('Why it is off', 200),
  provedBy: name('How it is proved running', 300),
});

const PlannedChange = v.pipe(
  v.strictObject({
    systemId: id('The system'),
    wantedL: litres('The litres wanted'),
    way: choice('How it is changed', ['at-once', 'continuous']),
    /** Drained and refilled at this visit. */
    litres: litres('The litres at this visit'),
    stages: v.strictObject({
      count: number('The stages', 1, 100, ''),
      daysApart: number('Days between the stages', 0, 365, 'days'),
    }),
    draws: v.array(
      v.strictObject({ componentId: id('The store'), litres: litres('The litres from a store') }),
    ),
    off: v.array(OffItem),
  }),
  v.check(
    ({ litres: all, draws }) => Math.abs(draws.reduce((sum, one) => sum + one.litres, 0) - all) < 0.01,
    'What is drawn from the stores and what is refilled differ.',
  ),
);

/** The changes of one visit: who gets how much of what, and what must be off meanwhile. */
export const ChangePlanContent = v.strictObject({
  siteId: id('The place'),
  day: day('The day of the visit'),
  ifShort: v.picklist(shortRules, 'Say who gets less if it is short.'),
  matched: flag('Matched before the visit'),
  systems: v.pipe(v.array(PlannedChange), v.minLength(1, 'Choose at least one system.')),
  /** The services that its own screen logged; those of a round are known by its actions. */
  serviceIds: ids('A service'),
  note: text('The note'),
});
