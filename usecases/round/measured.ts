import type { Step } from '../../core/planning/round/step.ts';
import type { Instant } from '../../core/time/day.ts';
import type { RoundState } from '../../model/round/fold.ts';

/** Beyond these shares of the estimate nobody was at it all the time, or it was tapped afterwards. House defaults. */
const SHORTEST = 0.25;
const LONGEST = 4;
const MINUTE_MS = 60_000;

/**
 * The minutes that a job took in a round, from when hands were free for it until now; null where the times say nothing.
 * @param first the job's first step of hands: for a change the drain
 * @param estimateMin what the round was built with
 */
export function measuredMinutes(
  state: RoundState,
  first: Pick<Step, 'id'>,
  estimateMin: number,
  now: Instant,
): number | null {
  const begun = state.doneAt.get(first.id) ?? now;
  const before = [...state.doneAt].flatMap(([id, at]) => (id !== first.id && at < begun ? [at] : []));
  if (before.length === 0) return null;
  const minutes = (now - Math.max(...before)) / MINUTE_MS;
  return minutes >= estimateMin * SHORTEST && minutes <= estimateMin * LONGEST ? Math.round(minutes) : null;
}
