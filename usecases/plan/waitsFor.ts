import type { Instant } from '../../core/time/day.ts';
import { blockedJobs, outOfUseWord } from '../../model/facts/outOfUse.ts';
import { placeOfJob } from '../../model/facts/places.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { outBeside, takesOut } from '../round/redundancy.ts';

/**
 * Jobs that wait for something out of use, by their id, with what that is in words: a change whose every store leaks, a
 * basin beside one that is out. Plan, round and Today ask this.
 * @param at the instant for which it is asked: what cures until before it holds nothing up
 */
export function waitsFor(
  { snapshot, definitionOf }: Pick<Evidence, 'snapshot' | 'definitionOf'>,
  at: Instant,
): Map<string, string> {
  const waits = new Map(
    [...blockedJobs(snapshot, at)].map(([jobId, { name, kind }]) => [jobId, `${name} ${outOfUseWord[kind]}`]),
  );
  const beside = outBeside(snapshot);
  if (beside.size === 0) return waits;
  for (const job of snapshot.all('job')) {
    const unit = placeOfJob(job.content, snapshot)?.unit;
    const out = beside.get(unit?.id ?? '');
    if (!out) continue;
    if (takesOut(definitionOf(job.content)))
      waits.set(job.id, `${out.content.name} is out of service, and of these one at a time`);
  }
  return waits;
}
