import { findKind } from '../../core/catalogue/index.ts';
import { recoveryVisits, type RecoveryStage } from '../../core/planning/round/recovery.ts';
import { addDays, type Day } from '../../core/time/day.ts';
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
 * How a neglected system is brought back: visits with their days, from `from` on, so far apart that each upheaval can
 * settle.
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
  // looking and testing are one visit; everything after it waits until the last has settled
  return visits.map(({ stage, jobIds }, i) => ({
    stage: { id: stage.id, title: stage.title, how: stage.how },
    day: addDays(from, Math.max(0, i - 1) * DAYS_APART),
    jobs: jobIds.flatMap((id) => {
      const one = known.get(id);
      return one
        ? [
            {
              ...{ jobId: id, thing: one.thing, action: one.definition.action },
              minutes: minutesOf(index, id, one.definition.minutes),
            },
          ]
        : [];
    }),
  }));
}
