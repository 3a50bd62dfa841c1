import { jobAge } from '../../core/rules/age.ts';
import { wearCounted } from '../../core/rules/wearEvidence.ts';
import type { Instant } from '../../core/time/day.ts';
import { counted } from '../../core/wear/driver.ts';
import { learnPriors, seasonsOf, yearlyPointsOf, type PreparedCase } from '../../core/wear/wearCases.ts';
import type { WearPriors } from '../../core/wear/wearGrid.ts';
import type { AssembledJob } from './jobFacts.ts';
import { nameOfJob } from './recordIndex.ts';

/** Like parts: the same job of the same kind of equipment, at one keeper's place. */
const groupOf = ({ job, place }: AssembledJob): string =>
  `${place.siteId} ${job.content.kindId}/${nameOfJob(job.content)}`;

/**
 * What all jobs teach one another, from cycles ended before a local day began: the same for the whole day, whatever is
 * logged on it. Only a correction of an older record changes it.
 */
export function dayPriors(jobs: readonly AssembledJob[], dayStart: Instant): Map<string, WearPriors> {
  const learning = jobs.flatMap((one) => {
    const { facts, place } = one;
    const rule = facts.definition.rules.find((any) => any.kind === 'wear');
    if (!rule) return [];
    // what was read today belongs to tomorrow's priors
    const counter = facts.counter && {
      ...facts.counter,
      readings: facts.counter.readings.filter((reading) => reading.at < dayStart),
    };
    const age = jobAge({ ...facts, counter });
    const ended = { ...age, cycles: age.cycles.filter((cycle) => cycle.until < dayStart), last: null };
    const { cycles, now } = wearCounted({
      age: ended,
      facts: { ...facts, counter },
      at: dayStart,
      ageDays: null,
    });
    return [
      {
        jobId: facts.jobId,
        place: place.siteId,
        points: yearlyPointsOf(cycles, now),
        group: groupOf(one),
        range: rule.range,
        ...{ cycles, now },
      },
    ];
  });
  const seasons = seasonsOf(learning);
  const prepared = learning.map(({ place, group, range, cycles, now }): PreparedCase => ({
    counted: counted(range, cycles, now, seasons.get(place) ?? null),
    now: { days: 0, driver: null, driverRate: null },
    costRatio: 2,
    late: 'gradual',
    group,
  }));
  const { sigma, like } = learnPriors(prepared);
  return new Map(
    learning.map(({ jobId, place }, k) => [
      jobId,
      { sigma, like: like[k] ?? null, season: seasons.get(place) ?? null },
    ]),
  );
}
