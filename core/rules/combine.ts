import type { PossibleAge } from './age.ts';
import { givenCauses, type GivenState } from './commonCause.ts';
import type { RuleCurve } from './evaluation.ts';

/** Dates further than a century ahead are "never" in this trade. */
export const FARTHEST_DAYS = 36_500;

/** The chance that a job is not yet due, at each number of days from `at` (negative: in the past). */
export type Curve = (daysFromNow: number) => number;

type Curved = Pick<RuleCurve, 'survives' | 'clock' | 'cause'>;
const valueAt = (curve: Curved, ageDays: number, daysFromNow: number): number =>
  curve.survives(curve.clock === 'from-now' ? daysFromNow : ageDays + daysFromNow);

/**
 * Whichever comes first: the survivals multiply, over the ages the part may have; rules that one cause drives do so
 * given that cause.
 */
export function combine(curves: readonly Curved[], ages: readonly PossibleAge[]): Curve {
  const states = givenCauses(curves);
  return (daysFromNow) => {
    let sum = 0;
    for (const state of states)
      for (const age of ages) {
        let product = state.weight * age.weight;
        for (const curve of state.curves) product *= valueAt(curve, age.days, daysFromNow);
        sum += product;
      }
    return sum;
  };
}

/** What a look that found it not due adds: before it 1, after it the share of what was left. */
export function givenNotDueAt(curve: Curve, lookInDays: number): Curve {
  const left = curve(lookInDays);
  if (left < 1e-9) return curve;
  return (days) => (days <= lookInDays ? 1 : Math.min(1, curve(days) / left));
}

/** Days from now at which the chance of being due reaches a share, by bisection; FARTHEST_DAYS if never. */
export function daysUntilDue(curve: Curve, share: number, oldestAgeDays: number): number {
  const target = 1 - share;
  let low = -oldestAgeDays;
  let high = FARTHEST_DAYS;
  if (curve(high) > target) return FARTHEST_DAYS;
  if (curve(low) <= target) return low;
  for (let i = 0; i < 32; i++) {
    // asinh steps: near days finely, far ones coarsely
    const middle = Math.sinh((Math.asinh(low) + Math.asinh(high)) / 2);
    if (curve(middle) > target) low = middle;
    else high = middle;
  }
  return high;
}

/** What was seen may have made it due before anyone knows that it was ever done. */
const SEEN_BACK_DAYS = 3650;

/** How many days back a job may have fallen due: to its oldest possible last time, or as far as evidence goes. */
export function beginningOf(ages: readonly PossibleAge[]): number {
  const oldest = Math.max(...ages.map((age) => age.days));
  return oldest === 0 ? SEEN_BACK_DAYS : oldest;
}

const GOVERN_POINTS = 140;

/**
 * How likely each rule is to be the one that falls first: P(i governs) = ∫ fᵢ ∏ⱼ≠ᵢ Sⱼ.
 * @returns one chance per curve, summing to 1 (where nothing ever falls due: the first gets it)
 */
export function whoGoverns(curves: readonly Curved[], ages: readonly PossibleAge[]): number[] {
  if (curves.length <= 1) return curves.map(() => 1);
  const oldest = beginningOf(ages);
  const reach = daysUntilDue(combine(curves, ages), 0.999, oldest);
  const chances = curves.map(() => 0);
  const from = Math.asinh(-oldest);
  const to = Math.asinh(Math.min(FARTHEST_DAYS, reach + 1));
  for (const state of givenCauses(curves)) addGoverning(state, ages, { from, to, oldest }, chances);
  const total = chances.reduce((sum, chance) => sum + chance, 0);
  return total > 0 ? chances.map((chance) => chance / total) : chances.map((_, i) => (i === 0 ? 1 : 0));
}

/** Adds what one state of the causes says of who comes first. `from`, `to`: asinh of days. */
function addGoverning(
  { weight, curves }: GivenState<Curved>,
  ages: readonly PossibleAge[],
  { from, to, oldest }: { from: number; to: number; oldest: number },
  chances: number[],
): void {
  let before = curves.map((curve) => ages.map((age) => valueAt(curve, age.days, -oldest)));
  for (let k = 1; k <= GOVERN_POINTS; k++) {
    const days = Math.sinh(from + ((to - from) * k) / GOVERN_POINTS);
    const now = curves.map((curve) => ages.map((age) => valueAt(curve, age.days, days)));
    curves.forEach((_, i) => {
      ages.forEach((age, a) => {
        let others = weight * age.weight;
        curves.forEach((__, j) => {
          if (j !== i) others *= ((before[j]?.[a] ?? 0) + (now[j]?.[a] ?? 0)) / 2;
        });
        chances[i] = (chances[i] ?? 0) + Math.max(0, (before[i]?.[a] ?? 0) - (now[i]?.[a] ?? 0)) * others;
      });
    });
    before = now;
  }
}
