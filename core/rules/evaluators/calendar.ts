import { addDays, dayOf, MS_PER_DAY, noonOf, type Instant } from '../../time/day.ts';
import { instantAfterRunning, type Rest } from '../../time/runningClock.ts';
import { byCalendar, byExposure, type Evaluate, type RuleCurve } from '../evaluation.ts';

/**
 * The chance of being due rises evenly from lo to hi; one figure is a step. Days are local calendar days of the place:
 * 30 days from 5 October, whatever the hour and whatever the clocks do, is 4 November. While the unit rests the count
 * stands, but for a limit that the law or the maker sets: that one runs on.
 */
export const calendar: Evaluate<'calendar'> = (rule, { age, at, facts }) => {
  const { lo, hi } = rule.range;
  const curve: Pick<RuleCurve, 'ofLife' | 'notDue'> =
    age.last?.kind === 'exact' && age.residualDays === 0
      ? byLocalDays(age.last.at, { lo, hi }, { at, zone: facts.zone, rests: rule.by ? [] : facts.rests })
      : byExposure(evenlyFrom(lo, hi));
  return {
    kind: 'calendar',
    ...curve,
    reason: { kind: 'calendar', range: rule.range, by: rule.by ?? null },
  };
};

function byLocalDays(
  last: Instant,
  { lo, hi }: { lo: number; hi: number },
  { at, zone, rests }: { at: Instant; zone: string; rests: readonly Rest[] },
): Pick<RuleCurve, 'ofLife' | 'notDue'> {
  const day = dayOf(last, zone);
  const dueIn = (count: number): number => {
    const whole = Math.floor(count);
    const noon = noonOf(addDays(day, whole), zone) + (count - whole) * MS_PER_DAY;
    // rests push it back by as long as they took
    const pushed = instantAfterRunning(last, (noon - last) / MS_PER_DAY, rests, at);
    return (pushed - at) / MS_PER_DAY;
  };
  return {
    ofLife: evenlyFrom(lo, hi),
    notDue: byCalendar(evenlyFrom(dueIn(lo), dueIn(hi))).notDue,
  };
}

/** A survival that is 1 up to lo and 0 from hi on, straight between. */
export function evenlyFrom(lo: number, hi: number): (x: number) => number {
  return (x) => (x < lo ? 1 : x >= hi ? 0 : (hi - x) / (hi - lo));
}
