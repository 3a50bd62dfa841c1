import * as v from 'valibot';
import { cautionIds } from '../../core/catalogue/cautions.ts';
import { phases } from '../../core/planning/round/step.ts';
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
  off: v.nullable(Off),
  tests: v.nullable(v.picklist(parameterIds)),
  biological: flag('Biological'),
  largeMechanical: flag('Large mechanical clean'),
  cautions: v.array(v.picklist(cautionIds)),
});

export const RoundContent = v.strictObject({
  siteId: id('The place'),
  day: day('The day of the visit'),
  personId: v.nullable(id('Who goes')),
  jobIds: ids('The jobs'),
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
