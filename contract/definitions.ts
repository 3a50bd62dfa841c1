import * as v from 'valibot';
import { cautionIds } from '../core/catalogue/cautions.ts';
import { eventKinds } from '../core/catalogue/eventKinds.ts';
import { permitIds, skillIds } from '../core/catalogue/hands.ts';
import { bathKinds, guardedSources, pathPlaces } from '../core/catalogue/types.ts';
import { parameterIds } from '../core/water/parameters.ts';
import { counterIds, measureIds, storeMeasureIds } from '../core/quantity/measures.ts';
import { bandSides, conditionBases, limitSetters } from '../core/catalogue/rule.ts';
import { recurrenceForm } from '../core/time/recurrenceForm.ts';
import { choice, day, flag, name, number, text } from './fields.ts';

// The schema of catalogue entries: what ships with the product and what a person adds obey the same one.

const slug = (label: string) =>
  v.pipe(
    name(label, 60),
    v.regex(/^[a-z0-9][a-z0-9-]*$/, `${label} may hold small letters, digits and hyphens.`),
  );
const range = (label: string, unit: string, max: number) =>
  v.pipe(
    v.strictObject({
      lo: number(`${label}, low end`, 0.1, max, unit),
      hi: number(`${label}, high end`, 0.1, max, unit),
    }),
    v.check(({ lo, hi }) => lo <= hi, `${label}: the low end lies above the high end.`),
  );

export const Rule = v.variant('kind', [
  v.strictObject({ kind: v.literal('wear'), range: range('The usual life', 'days', 20_000) }),
  v.strictObject({
    kind: v.literal('calendar'),
    range: range('The calendar interval', 'days', 20_000),
    by: v.optional(v.picklist(limitSetters)),
  }),
  v.strictObject({ kind: v.literal('usage'), ratedHours: range('The rated hours', 'h', 1_000_000) }),
  v.strictObject({
    kind: v.literal('water-test'),
    parameter: v.picklist(parameterIds),
    side: v.optional(v.picklist(bandSides)),
  }),
  v.strictObject({
    kind: v.literal('condition'),
    measure: v.picklist(measureIds),
    limit: number('The limit', -1e6, 1e6, ''),
    against: v.picklist(conditionBases),
    after: v.optional(slug('The easier job')),
  }),
  v.strictObject({ kind: v.literal('depletion'), store: v.picklist(storeMeasureIds) }),
  v.strictObject({
    kind: v.literal('season'),
    recurrence: v.pipe(
      name('The recurrence rule', 200),
      v.regex(
        // that it can be read as a rule is checked by the store, which has the library for it
        recurrenceForm,
        'The recurrence rule must be one of RFC 5545, like FREQ=YEARLY;BYMONTH=10;BYMONTHDAY=1.',
      ),
    ),
    from: day('The day it counts from'),
  }),
  v.strictObject({
    kind: v.literal('after-event'),
    event: v.picklist(eventKinds),
    days: number('The days after it', 0, 3650, 'days'),
  }),
  v.strictObject({
    kind: v.literal('every-nth'),
    ofJob: slug('The counted job'),
    n: v.pipe(number('The count', 1, 100, 'times'), v.integer('The count must be a whole number.')),
  }),
]);

export const Consequence = choice('What lateness harms', ['A', 'B', 'C', 'D']);
export const Lateness = choice('The shape of lateness', ['gradual', 'sudden']);
const foundScales = ['wear', 'level', 'error', 'finding', 'none'] as const;
export const workKinds = [
  'clean',
  'replace',
  'empty',
  'wash',
  'change water',
  'inspect',
  'calibrate',
  'refill',
  'change over',
  'flush',
  'test',
] as const;

/** How long before the visit something is begun: chilling a drum takes a day. */
const LeadSteps = v.array(
  v.strictObject({
    what: name('The lead step', 200),
    hoursBefore: number('The hours before', 0, 2000, 'h'),
  }),
);
const Needs = v.array(name('A need', 200));
const Hands = v.strictObject({
  people: v.optional(v.pipe(number('The people it needs', 1, 10, ''), v.integer())),
  permits: v.optional(v.array(choice('A permit', permitIds))),
  skills: v.optional(v.array(choice('A skill', skillIds))),
});

export const JobDefinition = v.pipe(
  v.strictObject({
    id: slug('The job’s id'),
    action: name('The job', 80),
    work: choice('The kind of work', workKinds),
    rules: v.pipe(v.array(Rule), v.minLength(1, 'A job needs at least one rule for when it is due.')),
    driver: text('What wears it', 200),
    countedBy: v.optional(v.picklist(counterIds)),
    costRatio: v.optional(number('The accepted lateness', 1.1, 10_000, '')),
    foundScale: choice('The found scale', foundScales),
    foundWords: v.array(name('A found word', 80)),
    dueSigns: text('Signs that it is due', 400),
    procedure: v.array(name('A step', 400)),
    minutes: number('The minutes', 0, 10_000, 'min'),
    supplies: v.array(v.strictObject({ name: name('The supply'), amount: text('The amount', 120) })),
    leadSteps: LeadSteps,
    needs: Needs,
    waits: v.optional(
      v.strictObject({
        what: name('What works by itself', 200),
        minutes: number('The minutes it works by itself', 1, 10_000, 'min'),
      }),
    ),
    bath: v.optional(
      v.strictObject({
        product: name('What the bath is made of', 80),
        share: v.pipe(
          number('The share of the bath', 0, 1, ''),
          v.minValue(0.001, 'The share of the bath must be above 0.'),
        ),
      }),
    ),
    temporary: v.optional(
      v.strictObject({ clearMin: number('The minutes until the water is clear', 1, 10_000, 'min') }),
    ),
    hands: v.optional(Hands),
    shuts: v.array(
      v.strictObject({ what: name('What is shut', 200), provedBy: name('How it is proved running', 300) }),
    ),
    tests: v.optional(v.picklist(parameterIds)),
    takesOut: v.optional(v.array(v.picklist(parameterIds))),
    guards: v.optional(v.picklist(guardedSources)),
    announces: v.optional(v.array(v.picklist(eventKinds))),
    biological: v.optional(flag('Biological')),
    largeMechanical: v.optional(flag('Large mechanical clean')),
    handles: v.optional(v.array(v.picklist(bathKinds))),
    consequence: Consequence,
    lateness: Lateness,
    cautions: v.array(v.picklist(cautionIds)),
    basis: name('Where the figures come from', 300),
  }),
  v.check(
    (one) => one.foundWords.length === (one.foundScale === 'none' ? 0 : 5),
    'A graded job needs five found words, from as new to failed; one that is not graded has none.',
  ),
);

export const EquipmentKind = v.strictObject({
  id: slug('The kind’s id'),
  name: name('The kind of equipment'),
  alsoCalled: v.array(name('Another name')),
  place: v.picklist(pathPlaces),
  sideLoop: v.optional(flag('Side loop')),
  delivers: v.optional(v.array(v.picklist(parameterIds))),
  target: choice('What it is', ['component', 'system']),
  about: text('What it is', 1000),
  parts: v.optional(v.array(slug('A part'))),
  effects: v.optional(
    v.array(v.strictObject({ on: name('The other job', 120), factor: number('The factor', 0.1, 1, '') })),
  ),
  source: v.optional(flag('Water comes in here')),
  /** Of a kind of one’s own: the kind of the catalogue whose roles and hazards it has. */
  worksLike: v.optional(slug('The kind it works like')),
  jobs: v.pipe(v.array(JobDefinition), v.minLength(1, 'A kind of equipment needs at least one job.')),
});

/** A person's own figures, laid over the catalogue's; leaving one out goes back to the catalogue. */
export const JobOverrides = v.strictObject({
  rules: v.optional(
    v.pipe(v.array(Rule), v.minLength(1, 'A job needs at least one rule for when it is due.')),
  ),
  minutes: v.optional(number('The minutes', 0, 10_000, 'min')),
  consequence: v.optional(Consequence),
  /** What being late costs, in times the job: one over the accepted chance. */
  costRatio: v.optional(number('The accepted lateness', 1.1, 10_000, '')),
  lateness: v.optional(Lateness),
  action: v.optional(name('The job', 80)),
  procedure: v.optional(v.array(name('A step', 400))),
  /** Whose hands it needs here, instead of the catalogue’s. */
  hands: v.optional(Hands),
  leadSteps: v.optional(LeadSteps),
  needs: v.optional(Needs),
  /** Of a temporary fitting: until the water is clear here. */
  clearMin: v.optional(number('The minutes until the water is clear', 1, 10_000, 'min')),
});
