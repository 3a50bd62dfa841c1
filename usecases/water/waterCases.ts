import { nutrientSources } from '../../core/diagnosis/sources/index.ts';
import { MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import { latestCase, type Doing, type WaterCase } from '../../core/water/waterCase.ts';
import { instantOfWhen } from '../../model/facts/when.ts';
import { concerns } from '../../model/water/history.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import type { JobHere, WaterAsked, WaterHistories } from './waterHistories.ts';

/** A closed case is told for so long. House default. */
const TOLD_DAYS = 28;
/** An answer that is this likely under a cause, and this unlikely without it, confirms the cause. */
const CONFIRMS = { chance: 0.8, otherwise: 0.2 };

/** What left its band, what was done for it and whether that helped: open, or closed in the last four weeks. */
export function waterCases(
  evidence: Evidence,
  asked: WaterAsked,
  { histories, jobs }: WaterHistories,
): Map<ParameterId, WaterCase> {
  const found = new Map<ParameterId, WaterCase>();
  for (const [parameter, history] of histories) {
    const one = latestCase(history, doingsFor(evidence, asked, jobs, parameter));
    if (one && (one.closedDays === null || one.closedDays >= -TOLD_DAYS)) found.set(parameter, one);
  }
  return found;
}

/** Services that act on a parameter, changes of the water, and causes that a check confirmed. */
function doingsFor(
  { snapshot, index }: Evidence,
  { systemId, zone, at }: WaterAsked,
  jobs: readonly JobHere[],
  parameter: ParameterId,
): Doing[] {
  const daysOf = (when: Instant): number => (when - at) / MS_PER_DAY;
  const services = jobs
    .filter(
      ({ job, definition }) =>
        concerns(definition, parameter) ||
        (definition.work === 'change water' && job.content.systemId === systemId),
    )
    .flatMap(({ job, name }) =>
      index.on('servicesOfJob', job.id).flatMap(({ content }): Doing[] => {
        const when = instantOfWhen(content.when, zone);
        return when === null || when > at
          ? []
          : [{ what: name, days: daysOf(when), minutes: content.minutes }];
      }),
    );
  const causes = snapshot.all('check').flatMap(({ content }): Doing[] => {
    if (content.systemId !== systemId || content.finds !== parameter) return [];
    const when = instantOfWhen(content.when, zone);
    const cause = nutrientSources.find(({ id, check }) =>
      check.answers.some(
        (answer) =>
          check.id === content.checkId &&
          answer.id === content.answerId &&
          (answer.chance[id] ?? 0) >= CONFIRMS.chance &&
          answer.otherwise <= CONFIRMS.otherwise,
      ),
    );
    return when === null || when > at || !cause
      ? []
      : [{ what: `cause found: ${cause.name.toLowerCase()}`, days: daysOf(when), minutes: null }];
  });
  return [...services, ...causes];
}
