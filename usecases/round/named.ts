import { stillWord } from '../../core/explain/stillWord.ts';
import { BATHS_MET_WORD, bathsMet } from '../../core/planning/round/hazards.ts';
import { brokenBy } from '../../core/planning/round/order.ts';
import type { Still } from '../../core/planning/round/simulate.ts';
import type { Step } from '../../core/planning/round/step.ts';
import { visitDays } from '../../core/planning/visits.ts';
import { addDays, type Day } from '../../core/time/day.ts';
import { rhythmOf } from '../../model/facts/rhythm.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { byHours } from './houseHours.ts';
import { nameOfStill } from './plant.ts';
import { standInConflicts } from './redundancy.ts';
import { biologicalConflicts } from './spacing.ts';

/** Something that a round breaks, with its reason. */
export interface Named {
  rule: string;
  text: string;
  stepIds: readonly string[];
  /** The jobs it is about. */
  jobIds: readonly string[];
  /** It can hurt people or flood a room, or takes away all there is of something: the round does not begin with it. */
  harm: boolean;
  /** The job that would be right on another visit, and the nearest one; null: it is the order that is wrong. */
  leave: { jobId: string; until: Day } | null;
}

interface Round {
  steps: readonly Step[];
  /** Its jobs, the gravest first. */
  jobIds: readonly string[];
  looks: ReadonlySet<string>;
  breaches: readonly Still[];
  siteId: string;
  day: Day;
  leftOff: ReadonlySet<string>;
}

/** All that a round breaks: by its order, by what stands still, by what its jobs do to the life of a water or to a pair. */
export function namedOf(evidence: Evidence, round: Round): Named[] {
  const { steps, jobIds, looks, breaches, siteId, day, leftOff } = round;
  const { snapshot } = evidence;
  const worked = jobIds.filter((id) => !looks.has(id));
  const rhythm = rhythmOf(snapshot, siteId);
  const leave = (some: readonly string[], daysApart: number): Named['leave'] => {
    // the least grave waits
    const jobId = [...worked].reverse().find((id) => some.includes(id));
    const [until] = visitDays(rhythm, addDays(day, daysApart), 1);
    return jobId === undefined || until === undefined ? null : { jobId, until };
  };
  const jobsOf = (stepIds: readonly string[]): string[] => [
    ...new Set(steps.filter((step) => stepIds.includes(step.id)).flatMap((step) => step.forJobs)),
  ];
  const ofSteps = (stepIds: readonly string[]) => ({ stepIds, jobIds: jobsOf(stepIds) });
  const titleOf = (id: string): string => steps.find((step) => step.id === id)?.title ?? '';
  const met = bathsMet(steps);
  const site = snapshot.content('site', siteId);
  const outside = site ? byHours(steps, site).outside : null;
  return [
    // one sentence for each rule and step, however many steps it comes before
    ...new Map(
      brokenBy(steps).map(({ constraint, first, then, stillHolds }): [string, Named] => [
        `${constraint.id} ${first}`,
        {
          ...ofSteps([first, then]),
          ...{ rule: constraint.id, harm: constraint.harm, leave: null },
          text: stillHolds
            ? `“${titleOf(then)}” comes before “${titleOf(first)}” is undone. ${constraint.why}`
            : `“${titleOf(first)}” belongs before “${titleOf(then)}”. ${constraint.why}`,
        },
      ]),
    ).values(),
    ...breaches.map((one): Named => {
      const on = ofSteps(one.stepIds);
      return {
        ...on,
        ...{
          rule: `stands-still-${one.what}`,
          harm: false,
          leave: on.jobIds.length > 1 ? leave(on.jobIds, 1) : null,
        },
        text: stillWord(nameOfStill(snapshot, one), one),
      };
    }),
    ...(met
      ? [
          {
            ...ofSteps([...met.acid, ...met.bleach]),
            ...{ rule: 'acid-and-bleach', text: BATHS_MET_WORD, harm: met.atOnce },
            leave: leave(jobsOf([...met.acid, ...met.bleach]), 1),
          },
        ]
      : []),
    ...(outside
      ? [{ ...ofSteps(outside.stepIds), rule: 'outside-hours', text: outside.text, harm: false, leave: null }]
      : []),
    ...standInConflicts(evidence, worked, leftOff).map((one) => ({
      ...{ rule: 'standby', text: one.text, stepIds: [], jobIds: one.jobIds, harm: one.harm },
      leave: leave(one.jobIds, one.daysApart),
    })),
    ...biologicalConflicts(evidence, worked, day).map((one) => ({
      ...{ rule: 'life-taken-out', text: one.text, stepIds: [], jobIds: one.jobIds, harm: false },
      leave: leave(one.jobIds, one.daysApart),
    })),
  ];
}
