import { lackWord } from '../../core/explain/handsWord.ts';
import type { DateStyle } from '../../core/explain/words.ts';
import type { Day, Instant } from '../../core/time/day.ts';
import { definitionsOf } from '../../model/facts/definition.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { wishesOf } from '../../usecases/levelling/wishes.ts';
import { waitsFor } from '../../usecases/plan/waitsFor.ts';
import type { PlanRow } from '../../usecases/plan/plan.ts';
import { lacksOfJobs } from '../../usecases/workers.ts';
import { evidenceHere } from '../api/evidence.ts';

// What stands under the reason of a job and needs the catalogue: it comes right behind the first picture, not with it.

/** Jobs that wait for something out of use, by their id, with what that is. */
export const blockedJobs = (snapshot: Snapshot, at: Instant): ReadonlyMap<string, string> =>
  waitsFor({ snapshot, definitionOf: definitionsOf(snapshot) }, at);

/** What jobs lack of hands, papers and training, in sentences, by their id. */
export const lackNotes = (
  snapshot: Snapshot,
  jobs: readonly PlanRow[],
  style: DateStyle,
): ReadonlyMap<string, string[]> =>
  new Map(
    [...lacksOfJobs(snapshot, jobs)].map(([jobId, { lacks, day, today }]) => [
      jobId,
      lacks.map((lack) => lackWord(lack, day, today, style)),
    ]),
  );

/** Jobs that a person moved in the plan, by their id: to the visit of which day. */
export function movedJobs(snapshot: Snapshot, jobs: readonly PlanRow[]): ReadonlyMap<string, Day> {
  // an index of all records is made for those who moved something
  if (snapshot.all('plan-pin').length === 0) return new Map();
  const wishes = wishesOf(evidenceHere(snapshot));
  return new Map(
    jobs.flatMap(({ jobId, today }): [string, Day][] => {
      const moved = wishes.get(jobId)?.find((wish) => wish.from !== null && wish.day >= today);
      return moved ? [[jobId, moved.day]] : [];
    }),
  );
}
