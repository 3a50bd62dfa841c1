import * as v from 'valibot';
import { cautionIds } from '../../core/catalogue/cautions.ts';
import { bathKinds } from '../../core/catalogue/types.ts';
import { phases, standings } from '../../core/planning/round/step.ts';
import { foundGrades } from '../../core/wear/found.ts';
import { parameterIds } from '../../core/water/parameters.ts';
import { workKinds } from '../definitions.ts';
import { choice, day, flag, id, ids, instant, name, number, text } from '../fields.ts';
import { ACTIONS_VERSION } from './version.ts';

// A round as it was built, and what was done in it: a log of actions whose fold is its state.

const Off = v.strictObject({
  what: name('What goes off', 200),
  provedBy: name('How it is proved running', 300),
  componentId: v.nullable(id('What goes off')),
  kindId: v.nullable(name('Its kind', 80)),
  /** A temporary fitting: it stays on until it is taken out. */
  on: v.optional(flag('Whether it stays on')),
  /** One of several that do the same. */
  oneOf: v.optional(
    v.strictObject({
      set: name('The set it belongs to', 400),
      of: v.pipe(number('How many there are', 1, 10_000, ''), v.integer()),
      share: number('Its share of the flow', 0, 1, ''),
    }),
  ),
});
const StepSchema = v.strictObject({
  id: name('The step', 120),
  phase: choice('The phase', phases),
  jobId: v.nullable(id('The job')),
  forJobs: ids('The jobs it serves'),
  systemIds: ids('The systems'),
  unitId: v.nullable(id('The unit')),
  kindId: v.nullable(name('The kind', 80)),
  work: v.nullable(choice('The kind of work', workKinds)),
  title: name('The step', 300),
  handsMin: number('The minutes', 0, 10_000, 'min'),
  waitMin: number('The minutes it waits', 0, 10_000, 'min'),
  people: v.optional(v.pipe(number('The people', 1, 20, 'people'), v.integer())),
  off: v.nullable(Off),
  tests: v.array(v.picklist(parameterIds)),
  litres: v.nullable(number('The litres', 0, 50_000_000, 'L')),
  biological: flag('Biological'),
  largeMechanical: flag('Large mechanical clean'),
  dry: flag('Whether it is dry'),
  standing: v.nullable(choice('How its water stands', standings)),
  cautions: v.array(v.picklist(cautionIds)),
  baths: v.optional(v.array(v.picklist(bathKinds))),
});

export const RoundContent = v.strictObject({
  siteId: id('The place'),
  day: day('The day of the visit'),
  personId: v.nullable(id('Who goes')),
  jobIds: ids('The jobs'),
  /** Of the jobs, those that are looked at and not done. */
  looks: v.optional(ids('The jobs that are looked at')),
  /** Whether a person put its steps into another order than was proposed. */
  ownOrder: v.optional(flag('Whether the order is one’s own')),
  /** What is said to the client in its report. */
  letter: v.optional(
    v.strictObject({
      remark: text('The remark', 2000),
      /** Whether its hours are told. */
      hours: flag('Whether its hours are told'),
      price: v.nullable(number('The price', 0, 1e7, '')),
      /** Signed on the screen: a drawing of 600 × 200, as the path of an SVG. */
      signature: v.nullable(
        v.strictObject({
          name: name('Who signed', 120),
          at: instant('When it was signed'),
          path: v.pipe(
            v.string(),
            v.maxLength(60_000, 'The signature is too long.'),
            v.regex(/^[MLCQ0-9 .,-]*$/, 'The signature is no drawing.'),
          ),
        }),
      ),
    }),
  ),
  /** What it breaks and goes on with all the same. */
  overrides: v.optional(
    v.array(
      v.strictObject({
        rule: name('The rule', 60),
        text: name('What it breaks', 1000),
        jobIds: ids('The jobs'),
        reason: name('The reason', 400),
      }),
    ),
  ),
  /** The change of water that was planned for it. */
  changePlanId: v.optional(v.nullable(id('The plan of changes'))),
  /** How its jobs stood when it was built, to be told afterwards what it moved. */
  before: v.optional(
    v.array(
      v.strictObject({
        jobId: id('The job'),
        recommended: v.nullable(day('The recommended day')),
        earliest: v.nullable(day('The early end')),
        latest: v.nullable(day('The late end')),
      }),
    ),
  ),
  /** In the order in which they are done. */
  steps: v.pipe(v.array(StepSchema), v.minLength(1, 'A round needs at least one step.')),
});

/** What can happen in a round. An action names what it answers; no clock decides. */
const What = v.variant('do', [
  v.strictObject({ do: v.literal('begin') }),
  v.strictObject({
    do: v.literal('done'),
    stepId: name('The step', 120),
    found: v.nullable(v.picklist(foundGrades)),
    /** Cautions that somebody said they had heeded. */
    heeded: v.optional(v.array(v.picklist(cautionIds))),
    /** What logged it. */
    serviceId: v.optional(v.nullable(id('The service'))),
    minutes: v.nullable(number('The minutes', 0, 10_000, 'min')),
    note: text('The note'),
  }),
  v.strictObject({
    do: v.literal('skipped'),
    stepId: name('The step', 120),
    reason: name('The reason', 400),
  }),
  v.strictObject({
    do: v.literal('switched-off'),
    stepId: name('The step', 120),
    /** Whole, so that it stands even where the round is built anew. */
    off: Off,
    systemIds: ids('The systems'),
    heeded: v.optional(v.array(v.picklist(cautionIds))),
  }),
  v.strictObject({
    do: v.literal('litres'),
    /** The tests asked for another amount of water than was planned. */
    systemId: id('The system'),
    litres: number('The litres', 0, 50_000_000, 'L'),
    reason: name('The reason', 400),
  }),
  v.strictObject({
    /** Two people did one step: this is how it was found. */
    do: v.literal('settled'),
    stepId: name('The step', 120),
    found: v.nullable(v.picklist(foundGrades)),
  }),
  v.strictObject({
    do: v.literal('proved'),
    /** The action that switched it off: this one only. */
    offActionId: id('What is proved'),
    how: choice('How it was proved', ['seen', 'reading']),
    saw: name('What was seen', 300),
  }),
  v.strictObject({
    do: v.literal('left-off'),
    offActionId: id('What stays off'),
    reason: name('Why it stays off', 400),
    /** Who sees to it, and when. */
    whoId: v.optional(v.nullable(id('Who sees to it'))),
    until: v.optional(v.nullable(instant('When it is seen to'))),
  }),
  v.strictObject({
    /** Something was put to soak that its job does not ask for, or for longer. */
    do: v.literal('soaking'),
    stepId: name('The step', 120),
    minutes: number('The minutes it soaks', 1, 10_000, 'min'),
  }),
  v.strictObject({
    /** Two entries of one step are one: both stay, with what both said. */
    do: v.literal('merged'),
    stepId: name('The step', 120),
    found: v.nullable(v.picklist(foundGrades)),
    serviceId: id('The entry that holds both'),
  }),
  v.strictObject({ do: v.literal('paused') }),
  v.strictObject({ do: v.literal('taken-over') }),
  v.strictObject({ do: v.literal('abandoned'), reason: name('The reason', 400) }),
  v.strictObject({ do: v.literal('closed') }),
]);

export const RoundAction = v.strictObject({
  roundId: id('The round'),
  version: v.pipe(
    number('The version', 1, ACTIONS_VERSION, ''),
    v.minValue(Math.max(1, ACTIONS_VERSION - 2), 'This action was written by too old a program.'),
  ),
  device: name('The device', 80),
  /** Counts up on the device. */
  sequence: v.pipe(number('The number of the action', 1, 1e9, ''), v.integer()),
  at: instant('When it was done'),
  whoId: v.nullable(id('Who')),
  what: What,
});
export type RoundWhat = v.InferOutput<typeof What>;
