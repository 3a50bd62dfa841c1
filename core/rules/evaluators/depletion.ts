import { MS_PER_DAY } from '../../time/day.ts';
import { robustTrend } from '../../statistics/robustSlope.ts';
import { normalCdf } from '../../statistics/normal.ts';
import { byCalendar, type Evaluate } from '../evaluation.ts';
import { instantOf } from '../facts.ts';

/** How far one stretch of use differs from the usual rate (sd of its logarithm): a house default. */
const USE_SPREAD = 0.2;

/**
 * Due when what can be used of a store is used up. The daily use is measured from what was read since it was filled;
 * without two readings it is what a person declared. Neither known: silent.
 */
export const depletion: Evaluate<'depletion'> = (rule, { facts, age, at }) => {
  const filledAt = age.last ? instantOf(age.last) : null;
  const { capacity, unusable, usePerDay, leftNow } = facts.store;
  const read = facts.unitReadings
    .filter((reading) => reading.measure === rule.store && (filledAt === null || reading.at > filledAt))
    .map((reading) => ({ days: (reading.at - at) / MS_PER_DAY, value: reading.value }));
  const full =
    capacity !== null && filledAt !== null ? [{ days: (filledAt - at) / MS_PER_DAY, value: capacity }] : [];
  const points = [...full, ...read];
  const balanced = leftNow !== undefined && leftNow !== null && read.length === 0;
  const last = balanced ? { days: 0, value: leftNow } : points.at(-1);
  if (!last) return null;
  const measured = read.length > 0 ? -(robustTrend(points)?.slopePerDay ?? 0) : 0;
  const perDay = measured > 0 ? measured : usePerDay;
  if (perDay === null || perDay <= 0) return null;
  const daysLeft = (last.value - (unusable ?? 0)) / perDay;
  return {
    kind: 'depletion',
    ...byCalendar((fromNow) => {
      const days = fromNow - last.days;
      if (days <= 0) return daysLeft > 0 ? 1 : 0;
      return daysLeft <= 0 ? 0 : normalCdf(Math.log(daysLeft / days) / USE_SPREAD);
    }),
    reason: {
      kind: 'depletion',
      store: rule.store,
      left: last.value + last.days * perDay,
      unusable: unusable ?? 0,
      perDay,
      by: balanced ? 'balance' : measured > 0 ? 'readings' : 'declared',
    },
  };
};
