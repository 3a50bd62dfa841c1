import type { PossibleAge } from './age.ts';
import { normalQuantileFast } from '../statistics/normal.ts';
import { conditionalOn, causeStates, type CauseState } from './commonCause.ts';
import type { RuleCurve } from './evaluation.ts';
import { FARTHEST_DAYS } from './farthest.ts';

/** The chance that a job is not yet due, at each number of calendar days from `at` (negative: in the past). */
export type Curve = (daysFromNow: number) => number;

type Curved = Pick<RuleCurve, 'notDue' | 'cause'>;

/**
 * Whichever comes first: the survivals multiply, over the ages the part may have; rules that one cause drives do so
 * given that cause.
 */
export function combine(curves: readonly Curved[], ages: readonly PossibleAge[]): Curve {
  const states = causeStates(curves);
  const shared = states.length > 1;
  return (daysFromNow) => {
    let sum = 0;
    for (const age of ages) {
      if (!shared) {
        let product = age.weight;
        for (const curve of curves) product *= curve.notDue(daysFromNow, age);
        sum += product;
        continue;
      }
      const values = curves.map((curve) => curve.notDue(daysFromNow, age));
      sum += age.weight * jointly(values, states);
    }
    return sum;
  };
}

/** The chance that none has fallen due, over the states of what drives them together. */
function jointly(values: readonly number[], states: readonly CauseState[]): number {
  const scores = values.map(normalQuantileFast);
  let sum = 0;
  for (const { weight, bends } of states) {
    let product = weight;
    for (let i = 0; i < values.length; i++)
      product *= conditionalOn(values[i] ?? 0, scores[i] ?? 0, bends[i] ?? null);
    sum += product;
  }
  return sum;
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
  const surelyDue = daysUntilDue(combine(curves, ages), 0.999, oldest);
  const chances = curves.map(() => 0);
  const from = Math.asinh(-oldest);
  const to = Math.asinh(Math.min(FARTHEST_DAYS, surelyDue + 1));
  const states = causeStates(curves);
  for (const age of ages) addGoverning(curves, age, states, { from, to, oldest }, chances);
  const total = chances.reduce((sum, chance) => sum + chance, 0);
  return total > 0 ? chances.map((chance) => chance / total) : chances.map((_, i) => (i === 0 ? 1 : 0));
}

/** Adds what one possible age says of who comes first. `from`, `to`: asinh of days. */
function addGoverning(
  curves: readonly Curved[],
  age: PossibleAge,
  states: readonly CauseState[],
  { from, to, oldest }: { from: number; to: number; oldest: number },
  chances: number[],
): void {
  const inStates = (days: number) => {
    const values = curves.map((curve) => curve.notDue(days, age));
    const scores = states.length > 1 ? values.map(normalQuantileFast) : values;
    return states.map(({ bends }) =>
      values.map((value, i) => conditionalOn(value, scores[i] ?? 0, bends[i] ?? null)),
    );
  };
  let before = inStates(-oldest);
  for (let k = 1; k <= GOVERN_POINTS; k++) {
    const now = inStates(Math.sinh(from + ((to - from) * k) / GOVERN_POINTS));
    states.forEach(({ weight }, s) => {
      const [was, is] = [before[s] ?? [], now[s] ?? []];
      curves.forEach((_, i) => {
        const falls = Math.max(0, (was[i] ?? 0) - (is[i] ?? 0));
        if (falls === 0) return;
        let others = weight * age.weight;
        for (let j = 0; j < curves.length; j++) if (j !== i) others *= ((was[j] ?? 0) + (is[j] ?? 0)) / 2;
        chances[i] = (chances[i] ?? 0) + falls * others;
      });
    });
    before = now;
  }
}
