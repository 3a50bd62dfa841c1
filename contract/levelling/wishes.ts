import { dayOf, type Day } from '../../core/time/day.ts';
import { donesOf } from '../facts/dones.ts';
import { placeOfJob } from '../facts/places.ts';
import type { RecordContent } from '../records.ts';
import { groupBy } from '../snapshot.ts';
import type { Evidence } from '../water/testedWater.ts';

/** By job, at which visits people want it. */
export type Wishes = ReadonlyMap<string, readonly RecordContent<'plan-pin'>[]>;

/**
 * What people wish of jobs' visits and is still to be met. A wish is met once its job was logged: on its day, on the day
 * it was moved from, or after.
 */
export function wishesOf({ snapshot, index }: Pick<Evidence, 'snapshot' | 'index'>): Wishes {
  const open = snapshot.all('plan-pin').flatMap(({ content }) => {
    const job = snapshot.content('job', content.jobId);
    const zone = job && placeOfJob(job, snapshot)?.zone;
    if (!zone) return [];
    const begun = content.from !== null && content.from < content.day ? content.from : content.day;
    const isMet = donesOf(index, content.jobId, zone, Infinity).some((at) => dayOf(at, zone) >= begun);
    return isMet ? [] : [content];
  });
  return groupBy(open, (wish) => wish.jobId);
}

/** The later visit to which a person moved what a visit before a day would take up; null: it was not moved away. */
export const movedBeyond = (wishes: Wishes, jobId: string, before: Day): Day | null =>
  wishes.get(jobId)?.find((wish) => wish.from !== null && wish.from < before && wish.day >= before)?.day ??
  null;

/** Whether a person wants a job at a visit before a day. */
export const wantedBefore = (wishes: Wishes, jobId: string, before: Day): boolean =>
  wishes.get(jobId)?.some((wish) => wish.day < before) ?? false;
