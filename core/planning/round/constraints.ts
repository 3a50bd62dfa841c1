import { hasRole, type Role } from '../../catalogue/roles.ts';
import type { BathKind, WorkKind } from '../../catalogue/types.ts';
import type { Phase, Standing, Step } from './step.ts';

// What must come before what. Data: a new rule of the trade is an entry. All are common practice, no published source,
// after the handbook's order of work.

/** Between which steps a constraint holds. */
export type Within = 'job' | 'system' | 'visit';

interface Side {
  phases?: readonly Phase[];
  roles?: readonly Role[];
  works?: readonly WorkKind[];
  butWorks?: readonly WorkKind[];
  baths?: BathKind;
  biological?: boolean;
  standings?: readonly Standing[];
  /** Steps of these phases are left out. */
  but?: readonly Phase[];
}
export interface Constraint {
  id: string;
  first: Side;
  then: Side;
  within: Within;
  /** Why, for whoever would have it otherwise. */
  why: string;
  /** Where it can hurt somebody or flood a room it is not left to choice. */
  harm: boolean;
  /** How a job goes about it is its own affair. */
  betweenJobs?: true;
  /** What only makes or stores water is meant too. */
  dryToo?: true;
  /** Of one and the same thing that is off. */
  ofOneThing?: true;
}

const HANDS: readonly Phase[] = ['clean', 'soak', 'drain', 'media', 'refill'];
const isHands = ({ phase }: Step): boolean => HANDS.includes(phase);

export const constraints = [
  {
    id: 'look-first',
    first: { phases: ['look'] },
    then: { but: ['look'] },
    within: 'system',
    why: 'What is seen before anything is touched is how it ran.',
    harm: false,
  },
  {
    id: 'tests-before-change',
    first: { phases: ['test'] },
    then: { phases: ['prepare', 'fit', 'shut', ...HANDS] },
    within: 'system',
    why: 'Seven days’ drift is only to be seen before the water is changed or stirred up.',
    harm: false,
  },
  {
    id: 'judge-after-tests',
    first: { phases: ['test'] },
    then: { phases: ['judge'] },
    within: 'system',
    why: 'There is nothing to judge before the tests.',
    harm: false,
  },
  {
    id: 'judge-before-change',
    first: { phases: ['judge'] },
    then: { phases: ['prepare', 'drain'] },
    within: 'system',
    why: 'The tests say how much to change.',
    harm: false,
  },
  {
    id: 'make-up-before-drain',
    first: { phases: ['prepare'] },
    then: { phases: ['drain'] },
    within: 'system',
    why: 'What is drained must be there to be refilled, at the right temperature and salinity.',
    harm: true,
  },
  {
    id: 'off-before-hands',
    first: { phases: ['shut'] },
    then: { phases: [...HANDS] },
    within: 'job',
    why: 'Hands go in when it is off.',
    harm: true,
  },
  {
    id: 'change-over-before-opening',
    first: { works: ['change over'] },
    then: { phases: ['shut'], roles: ['circulation'], butWorks: ['change over'] },
    within: 'system',
    why: 'The pump that stands by takes over before the other is opened.',
    harm: false,
    betweenJobs: true,
  },
  {
    id: 'bath-before-cleaning',
    first: { phases: ['soak'] },
    then: { phases: ['clean', 'media'] },
    within: 'job',
    why: 'The bath loosens what the brush takes off.',
    harm: false,
  },
  {
    id: 'sock-before-stirring',
    first: { phases: ['fit'] },
    then: { phases: ['clean', 'drain'] },
    within: 'system',
    why: 'The sock catches what is stirred up.',
    harm: false,
  },
  {
    id: 'mechanical-before-change',
    first: { phases: ['clean'] },
    then: { phases: ['drain'] },
    within: 'system',
    why: 'Dirt that was loosened leaves with the water that is changed.',
    harm: false,
  },
  {
    id: 'drain-before-biological',
    first: { phases: ['drain'] },
    then: { phases: ['shut', 'soak', 'media'], biological: true },
    within: 'system',
    why: 'Biological media are rinsed in a bucket of the water that was just drained.',
    harm: false,
  },
  {
    id: 'store-after-use',
    first: { phases: ['refill'] },
    then: { phases: ['shut', ...HANDS], roles: ['store'], works: ['clean', 'empty', 'wash'] },
    within: 'system',
    why: 'A store is emptied and cleaned after its water was used, not before.',
    harm: false,
    dryToo: true,
  },
  {
    id: 'acid-before-bleach',
    first: { phases: ['soak', ...HANDS], baths: 'acid' },
    then: { phases: ['soak', ...HANDS], baths: 'bleach' },
    within: 'visit',
    why: 'Acid and bleach give off chlorine: the acid bath is over, rinsed and put away before bleach comes out.',
    harm: true,
    betweenJobs: true,
  },
  {
    id: 'drain-before-refill',
    first: { phases: ['drain'] },
    then: { phases: ['refill'] },
    within: 'job',
    why: 'First out, then in.',
    harm: true,
  },
  {
    id: 'level-before-restart',
    first: { phases: ['refill'] },
    then: { phases: ['restart'] },
    within: 'job',
    why: 'Dry pumps and heaters fail; a skimmer overflows while the level comes back.',
    harm: true,
  },
  {
    id: 'done-before-restart',
    first: { phases: [...HANDS] },
    then: { phases: ['restart'] },
    within: 'job',
    why: 'It starts when hands are out and it is whole.',
    harm: true,
  },
  {
    id: 'restart-before-proof',
    first: { phases: ['restart'] },
    then: { phases: ['prove'] },
    within: 'job',
    why: 'It is seen running after it was started.',
    harm: true,
    ofOneThing: true,
  },
  {
    id: 'circulation-before-skimmer',
    first: { phases: ['restart'], roles: ['circulation'] },
    then: { phases: ['restart'], roles: ['gas'] },
    within: 'job',
    why: 'The skimmer starts when the level stands.',
    harm: false,
  },
  {
    id: 'flow-before-heat-and-lamp',
    first: { phases: ['restart'], roles: ['circulation'] },
    then: { phases: ['restart'], roles: ['heat', 'cool', 'sterilise', 'dosing'] },
    within: 'job',
    why: 'Without flow a lamp overheats, a heater cracks, gas goes into the room.',
    harm: true,
  },
  {
    id: 'checked-while-it-runs',
    // between which steps is told by the order alone (sequence.ts)
    first: { phases: [] },
    then: { phases: [] },
    within: 'system',
    why: 'A heater or a top-off is checked while it runs: off, it shows nothing.',
    harm: false,
  },
  {
    id: 'in-turn',
    // between which steps is told by the order alone (sequence.ts)
    first: { phases: [] },
    then: { phases: [] },
    within: 'system',
    why: 'What does the same runs while the other is open: of two, one; of more, as many as leave half of the flow.',
    harm: false,
  },
  {
    id: 'head-before-recalibration',
    first: { phases: ['clean', 'media'], roles: ['dosing'] },
    then: { phases: ['recalibrate'], roles: ['dosing'] },
    within: 'system',
    why: 'A head that was cleaned pumps another amount.',
    harm: false,
  },
  {
    id: 'clean-before-suspect',
    first: { phases: HANDS, standings: ['clean'] },
    then: { phases: HANDS, standings: ['suspect', 'quarantine'] },
    within: 'visit',
    why: 'Hoses, nets and hands carry pests: clean water before suspect water.',
    harm: false,
  },
  {
    id: 'quarantine-last',
    first: { phases: HANDS, standings: ['suspect'] },
    then: { phases: HANDS, standings: ['quarantine'] },
    within: 'visit',
    why: 'What is in quarantine stays there: its hoses and nets go to nothing after it.',
    harm: false,
  },
  {
    id: 'sock-out-last',
    first: { phases: ['restart'] },
    then: { phases: ['remove'] },
    within: 'system',
    why: 'It comes out when the water is clear.',
    harm: false,
  },
  {
    id: 'wipe-after-work',
    first: { but: ['wipe', 'record', 'remove', 'recalibrate'] },
    then: { phases: ['wipe'] },
    within: 'system',
    why: 'What is wiped before the work is wiped twice.',
    harm: false,
  },
  {
    id: 'record-last',
    first: { but: ['record'] },
    then: { phases: ['record'] },
    within: 'visit',
    why: 'The record is read when all of it is there.',
    harm: false,
  },
] as const satisfies readonly Constraint[];
export type ConstraintId = (typeof constraints)[number]['id'];

const fits = (
  step: Step,
  { phases, roles, works, butWorks, baths, biological, standings, but }: Side,
): boolean =>
  (phases === undefined || phases.includes(step.phase)) &&
  (but === undefined || !but.includes(step.phase)) &&
  (roles === undefined || hasRole(step.off?.kindId ?? step.kindId, ...roles)) &&
  (butWorks === undefined || step.work === null || !butWorks.includes(step.work)) &&
  (works === undefined || (step.work !== null && works.includes(step.work))) &&
  (baths === undefined || (step.baths ?? []).includes(baths)) &&
  (standings === undefined || (step.standing !== null && standings.includes(step.standing))) &&
  (biological === undefined || step.biological === biological);

const share = (a: Step, b: Step, within: Within): boolean =>
  within === 'visit' ||
  (within === 'job'
    ? a.forJobs.some((id) => b.forJobs.includes(id))
    : a.systemIds.some((id) => b.systemIds.includes(id)));

function joins({ within, betweenJobs, dryToo, ofOneThing }: Constraint, first: Step, then: Step): boolean {
  return (
    first.id !== then.id &&
    share(first, then, within) &&
    // what only makes or stores water is worked on apart from the water itself
    (dryToo === true ||
      !(within === 'system' && (first.dry || then.dry) && isHands(first) && isHands(then))) &&
    !(betweenJobs && share(first, then, 'job')) &&
    (!ofOneThing || first.off?.what === then.off?.what)
  );
}

/** All pairs of steps that the constraints want one before the other. */
export function wanted(steps: readonly Step[]): { constraint: Constraint; first: Step; then: Step }[] {
  return (constraints as readonly Constraint[]).flatMap((constraint) => {
    const firsts = steps.filter((step) => fits(step, constraint.first));
    const thens = steps.filter((step) => fits(step, constraint.then));
    return firsts.flatMap((first) =>
      thens.filter((then) => joins(constraint, first, then)).map((then) => ({ constraint, first, then })),
    );
  });
}
