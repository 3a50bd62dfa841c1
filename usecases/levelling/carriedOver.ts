import type { Placement } from '../../core/planning/levelling/instance.ts';
import type { PlaceInstance, PlacedJob } from './placeInstance.ts';

const keyOf = ({ row, look }: PlacedJob): string => `${row.jobId} ${look ? 'look' : 'job'}`;

/** A plan of before by today’s numbers: jobs by their ids, visits by their days. What is gone is left out. */
export function carriedOver(before: PlaceInstance, placement: Placement, now: PlaceInstance): Placement {
  const visitOn = new Map(now.visits.map((visit, v) => [visit.day, v]));
  const days = new Map(
    before.jobs.map((job, j) => [keyOf(job), (placement[j] ?? []).map((v) => before.visits[v]?.day ?? '')]),
  );
  return now.jobs.map((job) => (days.get(keyOf(job)) ?? []).flatMap((day) => visitOn.get(day) ?? []));
}
