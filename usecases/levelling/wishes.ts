import { dayOf, type Day } from '../../core/time/day.ts';
import { donesOf } from '../../model/facts/dones.ts';
import { placeOfJob } from '../../model/facts/places.ts';
import type { RecordContent } from '../../contract/records.ts';
import { groupBy } from '../../model/snapshot.ts';
import { openPlans } from '../water/changeDone.ts';
import { changeJobsOf } from '../../model/water/changeJobs.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

/** A wish of its own, or a change of water whose litres somebody planned for a visit. */
export interface Wish extends RecordContent<'plan-pin'> {
  /** The plan of changes that asks for it: its visit is the one on its day or the next after it. */
  changePlanId: string | null;
}
/** By job, at which visits people want it. */
export type Wishes = ReadonlyMap<string, readonly Wish[]>;

/**
 * What people wish of jobs' visits and is still to be met. A wish is met once its job was logged: on its day, on the day
 * it was moved from, or after. What was moved by hand stands over a plan of changes.
 */
export function wishesOf(evidence: Pick<Evidence, 'snapshot' | 'index'>): Wishes {
  const { snapshot } = evidence;
  const pins = snapshot.all('plan-pin').map(({ content }): Wish => ({ ...content, changePlanId: null }));
  const byHand = groupBy(
    pins.filter((wish) => isOpen(evidence, wish)),
    (wish) => wish.jobId,
  );
  const planned = plannedChanges(evidence).filter(
    (wish) => !byHand.has(wish.jobId) && isOpen(evidence, wish),
  );
  return new Map([...byHand, ...groupBy(planned, (wish) => wish.jobId)]);
}

function isOpen({ snapshot, index }: Pick<Evidence, 'snapshot' | 'index'>, wish: Wish): boolean {
  const job = snapshot.content('job', wish.jobId);
  const zone = job && placeOfJob(job, snapshot)?.zone;
  if (!zone) return false;
  const begun = wish.from !== null && wish.from < wish.day ? wish.from : wish.day;
  return !donesOf(index, wish.jobId, zone, Infinity).some((at) => dayOf(at, zone) >= begun);
}

/** The changes of water of the plans that nobody has carried out. */
function plannedChanges({ snapshot, index }: Pick<Evidence, 'snapshot' | 'index'>): Wish[] {
  return openPlans(snapshot).flatMap(({ id, content }) =>
    content.systems
      .filter(({ litres }) => litres > 0)
      .flatMap(({ systemId }) => changeJobsOf({ index }, systemId))
      .map((job) => ({
        ...{ jobId: job.id, day: content.day, from: null, whoId: null, note: '', changePlanId: id },
      })),
  );
}

/** The later visit to which a person moved what a visit before a day would take up; null: it was not moved away. */
export const movedBeyond = (wishes: Wishes, jobId: string, before: Day): Day | null =>
  wishes.get(jobId)?.find((wish) => wish.from !== null && wish.from < before && wish.day >= before)?.day ??
  null;

/** Whether a person wants a job at a visit before a day. */
export const wantedBefore = (wishes: Wishes, jobId: string, before: Day): boolean =>
  wishes.get(jobId)?.some((wish) => wish.day < before) ?? false;

/** Whether somebody moved it by hand: they want it there, whatever it waits for. */
export const isMovedByHand = (wishes: Wishes, jobId: string): boolean =>
  (wishes.get(jobId) ?? []).some((wish) => wish.changePlanId === null);
