import { findKind } from '../../core/catalogue/index.ts';
import { recoveryVisits, type RecoveryStage } from '../../core/planning/round/recovery.ts';
import { visitDays } from '../../core/planning/visits.ts';
import { addDays, type Day } from '../../core/time/day.ts';
import { rhythmOf } from '../../model/facts/rhythm.ts';
import { ownKindsOf } from '../../model/facts/definition.ts';
import { nameOfJob } from '../../model/facts/recordIndex.ts';
import { minutesOf } from '../../model/facts/minutes.ts';
import { placeOfJob } from '../../model/facts/places.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { DAYS_APART } from './spacing.ts';

export interface RecoveryStep {
  stage: Pick<RecoveryStage, 'id' | 'title' | 'how'>;
  day: Day;
  jobs: { jobId: string; thing: string; action: string; minutes: number }[];
}

/**
 * How a neglected system is brought back: on the visits that are made there, within their minutes, so far apart that each
 * upheaval can settle. A place without usual days counts from `from` on.
 */
export function recoveryOf(
  { snapshot, index, definitionOf }: Evidence,
  systemId: string,
  from: Day,
): RecoveryStep[] {
  const ownKinds = ownKindsOf(snapshot);
  const here = snapshot.all('job').flatMap((job) => {
    const place = placeOfJob(job.content, snapshot);
    const status = place?.unit?.content.status ?? 'running';
    if (!place?.systemIds.includes(systemId) || status === 'removed') return [];
    const definition = definitionOf(job.content);
    // what comes with a stage is no job of its own
    if (definition.temporary) return [];
    const { thing } = place;
    return [{ job, definition, thing, place: findKind(job.content.kindId, ownKinds)?.place ?? 'vessel' }];
  });
  const known = new Map(here.map((one) => [one.job.id, one]));
  const visits = recoveryVisits(
    here.map(({ job, definition, place }) => ({
      ...{ jobId: job.id, kindId: job.content.kindId, catalogueJobId: nameOfJob(job.content), place },
      ...{ work: definition.work, tests: definition.tests !== undefined },
      biological: definition.biological ?? false,
      largeMechanical: definition.largeMechanical ?? false,
    })),
  );
  const siteId = snapshot.content('system', systemId)?.siteId ?? null;
  const rhythm = rhythmOf(snapshot, siteId);
  const minutesThere = rhythm?.minutes ?? Infinity;
  const dayFrom = (day: Day): Day => visitDays(rhythm, day, 1)[0] ?? day;
  const steps = visits.flatMap(({ stage, jobIds }): Omit<RecoveryStep, 'day'>[] => {
    const jobs = jobIds.flatMap((id) => {
      const one = known.get(id);
      return one
        ? [
            {
              ...{ jobId: id, thing: one.thing, action: one.definition.action },
              minutes: minutesOf(index, id, one.definition.minutes),
            },
          ]
        : [];
    });
    const title = { id: stage.id, title: stage.title, how: stage.how };
    return within(jobs, minutesThere).map((some) => ({ stage: title, jobs: some }));
  });
  // looking and testing are one visit where both fit it; everything after it waits until the last has settled
  let day = dayFrom(from);
  let used = 0;
  return steps.map((step, i): RecoveryStep => {
    const minutes = step.jobs.reduce((sum, one) => sum + one.minutes, 0);
    const before = steps[i - 1];
    const joins = before !== undefined && together.has(before.stage.id) && together.has(step.stage.id);
    if (i > 0 && !(joins && used + minutes <= minutesThere)) {
      day = dayFrom(addDays(day, joins ? 1 : DAYS_APART));
      used = 0;
    }
    used += minutes;
    return { ...step, day };
  });
}
/** Nothing is stirred up in them. */
const together: ReadonlySet<string> = new Set(['safe', 'test']);

/** Jobs in their order, in lists that each fit the minutes of a visit; what is longer than a visit has one to itself. */
function within<T extends { minutes: number }>(jobs: readonly T[], minutesThere: number): T[][] {
  const lists: T[][] = [];
  let used = 0;
  for (const job of jobs) {
    if (lists.length === 0 || used + job.minutes > minutesThere) {
      lists.push([]);
      used = 0;
    }
    lists.at(-1)?.push(job);
    used += job.minutes;
  }
  return lists;
}
