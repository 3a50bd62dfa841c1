import { NINETEEN_IN_TWENTY } from '../statistics/confidence.ts';
import { MS_PER_DAY, type Instant } from '../time/day.ts';
import type { UnitReading } from './facts.ts';
import { measures, type MeasureId } from '../quantity/measures.ts';

/** What a service did to what is read on its unit: the last reading before it against the first one after. */
export interface WorkShown {
  measure: MeasureId;
  doneAt: Instant;
  before: number;
  after: number;
  /** Standard error of the difference, stored unit. */
  error: number;
  outcome: 'better' | 'no-clear-change' | 'worse';
}

/** An older reading before, or a later one after, is of another state. House defaults. */
const BEFORE_WITHIN_DAYS = 60;
const AFTER_WITHIN_DAYS = 14;

/**
 * Whether each service changed what is read, oldest first; those that were not read before and after are left out.
 * @param readings of any measure, oldest first
 * @param services when it was done, oldest first
 * @source the difference of two readings against its own error, 19 times in 20
 */
export function worksShown(
  readings: readonly UnitReading[],
  services: readonly Instant[],
  measure: MeasureId,
): WorkShown[] {
  const { worse, repeatability } = measures[measure];
  const own = readings.filter((one) => one.measure === measure);
  const error = repeatability * Math.SQRT2;
  return services.flatMap((doneAt, i): WorkShown[] => {
    const from = Math.max(
      services[i - 1] ?? Number.NEGATIVE_INFINITY,
      doneAt - BEFORE_WITHIN_DAYS * MS_PER_DAY,
    );
    const to = Math.min(services[i + 1] ?? Number.POSITIVE_INFINITY, doneAt + AFTER_WITHIN_DAYS * MS_PER_DAY);
    // read with the job, its own word says on which side it stands
    const isBefore = ({ at, timing }: UnitReading): boolean =>
      timing === 'before' ? at <= doneAt : timing === null && at < doneAt;
    const before = own.findLast((one) => one.at > from && isBefore(one));
    const after = own.find(
      (one) => one.at >= doneAt && one.at <= to && one.timing !== 'before' && !isBefore(one),
    );
    if (!before || !after) return [];
    const better = worse === 'rises' ? before.value - after.value : after.value - before.value;
    const outcome =
      Math.abs(better) < NINETEEN_IN_TWENTY * error ? 'no-clear-change' : better > 0 ? 'better' : 'worse';
    return [{ measure, doneAt, before: before.value, after: after.value, error, outcome }];
  });
}
