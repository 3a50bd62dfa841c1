import { MS_PER_DAY } from '../../time/day.ts';
import { robustTrend } from '../../statistics/robustSlope.ts';
import { normalCdf } from '../../statistics/normal.ts';
import { lifeSurvival } from '../../wear/thisLife.ts';
import { byCalendar, type Evaluate, type RuleContext, type RuleCurve } from '../evaluation.ts';
import { instantOf } from '../facts.ts';
import { storeRate } from '../storeRate.ts';

/** How far one stretch of use differs from the rate it goes by (sd of its logarithm): house defaults. */
const USE_SPREAD = 0.2;
const USUAL_SPREAD = 0.4;

/**
 * Due when what can be used of a store is used up. What a day takes is measured: over several fills, or from what was read
 * since it was filled; without readings it is what a person declared, else what is usual. None known: silent.
 */
export const depletion: Evaluate<'depletion'> = (rule, context) => {
  const { facts, age, at } = context;
  const filledAt = age.last ? instantOf(age.last) : null;
  const { capacity, unusable, leftNow } = facts.store;
  const read = facts.unitReadings
    .filter((reading) => reading.measure === rule.store && (filledAt === null || reading.at > filledAt))
    .map((reading) => ({ days: (reading.at - at) / MS_PER_DAY, value: reading.value }));
  const full =
    capacity !== null && filledAt !== null ? [{ days: (filledAt - at) / MS_PER_DAY, value: capacity }] : [];
  const points = [...full, ...read];
  const balanced = leftNow !== undefined && leftNow !== null && read.length === 0;
  const last = balanced ? { days: 0, value: leftNow } : points.at(-1);
  const rate = storeRate(
    facts.store,
    read.length > 0 ? -(robustTrend(points)?.slopePerDay ?? 0) : 0,
    balanced,
  );
  if (!last || !rate || rate.perDay <= 0) return null;
  const { perDay, by } = rate;
  const daysLeft = (last.value - (unusable ?? 0)) / perDay;
  const spread = by === 'usual' ? USUAL_SPREAD : USE_SPREAD;
  const survives = (days: number, lasts: number): number =>
    days <= 0 ? (lasts > 0 ? 1 : 0) : lasts <= 0 ? 0 : normalCdf(Math.log(lasts / days) / spread);
  const whole = capacity === null ? null : (capacity - (unusable ?? 0)) / perDay;
  return {
    kind: 'depletion',
    ...byCalendar((fromNow) => survives(fromNow - last.days, daysLeft)),
    ...wholeFill(context, whole === null ? null : (days) => survives(days, whole)),
    reason: {
      kind: 'depletion',
      store: rule.store,
      left: last.value + last.days * perDay,
      unusable: unusable ?? 0,
      perDay,
      by,
      declaredPerDay: by === 'declared' || by === 'usual' ? null : facts.store.usePerDay,
    },
  };
};

/**
 * Where what is found is a level, the store alone says when: how often somebody fills it tells of their habit, not of what
 * it holds. Its next fill lasts as its litres and its rate say, or where nobody said what it holds, as its records do.
 */
function wholeFill(
  { facts, wear }: RuleContext,
  lasts: ((days: number) => number) | null,
): Partial<Pick<RuleCurve, 'ofLife' | 'holds'>> {
  if (facts.definition.foundScale !== 'level') return {};
  const byRecords = wear && lifeSurvival(wear.expected);
  const ofLife =
    lasts ?? (wear && byRecords ? (days: number) => byRecords(wear.history.fromDays(days)) : null);
  return ofLife ? { ofLife, holds: ['wear'] } : {};
}
