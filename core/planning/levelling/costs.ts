import type { Chance } from '../dueCurve.ts';

/**
 * What it costs, in minutes of work, to do a job on each day instead of on its recommended one: nothing there, wasted
 * life before it, expected harm after it. A day later costs rate × (k · chance of being due − 1), which is nought where the
 * chance is the accepted one, 1 / k: the derivative of the cost that the recommended day makes least (design of dates:
 * cheapest safe date). Where a floor or a renewal by age has moved the recommended day, the cost is counted from there,
 * and a day in the wrong direction never pays.
 * @param chance of being due by a day
 * @param recommended the day without cost; before day 0 it counts as day 0, what is past is past
 * @param rate minutes of the job for each day of its interval, above 0
 * @param days how many entries after day 0
 * @returns the cost by day, 0 … days, each at least 0
 */
export function costByDay(
  chance: Chance,
  {
    recommended,
    rate,
    costRatio,
    days,
  }: { recommended: number; rate: number; costRatio: number; days: number },
): Float64Array {
  const costs = new Float64Array(days + 1);
  const zero = Math.max(0, Math.round(recommended));
  const slope = (x: number): number => rate * (costRatio * chance(x) - 1);
  for (let day = zero + 1; day <= days; day++)
    costs[day] = (costs[day - 1] ?? 0) + Math.max(0, slope(day - 0.5));
  if (zero > days) costs[days] = wasteBetween(slope, days, zero);
  for (let day = Math.min(zero, days) - 1; day >= 0; day--)
    costs[day] = (costs[day + 1] ?? 0) + Math.max(0, -slope(day + 0.5));
  return costs;
}

/** Steps over a stretch that lies beyond the table: nearly straight there. */
const FAR_STEPS = 12;
function wasteBetween(slope: (x: number) => number, from: number, to: number): number {
  const step = (to - from) / FAR_STEPS;
  let sum = 0;
  for (let i = 0; i < FAR_STEPS; i++) sum += step * Math.max(0, -slope(from + (i + 0.5) * step));
  return sum;
}

/** A life that ends after the horizon: early is no waste yet, late is late. */
export function tailByDay(again: Float64Array, recommended: number): Float64Array {
  return again.map((cost, day) => (day <= recommended ? 0 : cost));
}
