import { isThere, type Worker } from '../../core/planning/hands.ts';
import type { JobDefinition } from '../../core/catalogue/types.ts';
import type { Day } from '../../core/time/day.ts';
import type { RecordContent } from '../../contract/records.ts';

type Site = Pick<RecordContent<'site'>, 'visits'>;

/** People who come to a visit of a place; 1 where nobody said. */
export const peopleComing = (site: Site | undefined): number => site?.visits?.people ?? 1;

/** How many of those who come a job takes: one, or as many as it needs, but no more than come. */
export const handsTaken = ({ hands }: Pick<JobDefinition, 'hands'>, site: Site | undefined): number =>
  Math.min(hands?.people ?? 1, peopleComing(site));

/**
 * Minutes of hands at a visit. Its minutes are each person's: two who come have twice as many, each no more than their
 * own; where nobody said how many come, it is the place's minutes, or those of who is there where they are fewer.
 * @param minutes the visit is long; null: nobody said
 * @param workers all who work for the house
 */
export function minutesOfHands(
  minutes: number | null,
  people: number | undefined,
  workers: readonly Worker[],
  day: Day,
): number | null {
  const there = workers.filter((worker) => isThere(worker, day));
  const own = there.map((worker) => worker.minutesPerVisit);
  if (people === undefined || people < 2) {
    const sum = own.length > 0 && own.every((one) => one !== null) ? own.reduce((a, b) => a + b, 0) : null;
    return sum === null ? minutes : minutes === null ? sum : Math.min(minutes, sum);
  }
  const each = workers.length === 0 ? Array.from({ length: people }, () => null) : own;
  const known = each.flatMap((one) =>
    one === null ? (minutes ?? []) : minutes === null ? one : Math.min(one, minutes),
  );
  // the longest stand for those who come
  return known.length === 0
    ? null
    : known
        .sort((a, b) => b - a)
        .slice(0, people)
        .reduce((a, b) => a + b, 0);
}
