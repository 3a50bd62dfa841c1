import { Working } from '../../core/planning/levelling/working.ts';
import type { Placement } from '../../core/planning/levelling/instance.ts';
import type { Day } from '../../core/time/day.ts';
import { chanceAt } from './levelledPlace.ts';
import type { PlaceInstance } from './placeInstance.ts';

/** What it would mean to do a turn of a job at another visit. */
export interface Move {
  visit: number;
  day: Day;
  /** Minutes the visit then holds. */
  loadMin: number;
  minutesThere: number | null;
  /** The chance that the job is due already by then. */
  chanceDue: number;
  /** The most a person accepted: one over what lateness costs. */
  accepted: number;
  /** What it would break: too full, nobody can, too near to another job (its name). */
  breaks: { kind: 'full' | 'not-possible' | 'held' | 'apart'; name: string } | null;
  isHere: boolean;
}

/** The visits a turn may go to: after the turn before it, before the one after it. */
export function movesOf(place: PlaceInstance, placement: Placement, j: number, turn: number): Move[] {
  const { instance, visits, jobs } = place;
  const path = placement[j] ?? [];
  const heldUntil = jobs[j]?.row.heldUntil ?? '';
  const plan = new Working(instance);
  for (const [other, on] of placement.entries()) if (other !== j) plan.put(other, on);
  const after = path[turn - 1] ?? -1;
  const before = path[turn + 1] ?? visits.length;
  return visits.flatMap((visit, v): Move[] => {
    if (v <= after || v >= before) return [];
    const moved = path.map((on, i) => (i === turn ? v : on));
    const stop = plan.obstacle(j, v);
    const other = stop?.kind === 'apart' ? jobs[stop.other]?.row : undefined;
    return [
      {
        ...{ visit: v, day: visit.day, minutesThere: visit.minutes, isHere: path[turn] === v },
        loadMin: plan.load(v) + plan.adding(j, v),
        chanceDue: chanceAt(place, j, moved, turn),
        accepted: 1 / (jobs[j]?.row.costRatio ?? 2),
        breaks: stop && {
          kind: stop.kind === 'not-possible' && visit.day <= heldUntil ? 'held' : stop.kind,
          name: other ? `${other.thing}, ${other.action}` : '',
        },
      },
    ];
  });
}
