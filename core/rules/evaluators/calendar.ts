import type { Evaluate } from '../evaluation.ts';

/** The chance of being due rises evenly from lo to hi; one figure is a step. */
export const calendar: Evaluate<'calendar'> = (rule) => ({
  kind: 'calendar',
  clock: 'since-last-done',
  survives: evenlyFrom(rule.range.lo, rule.range.hi),
  reason: { kind: 'calendar', range: rule.range },
});

/** A survival that is 1 up to lo and 0 from hi on, straight between. */
export function evenlyFrom(lo: number, hi: number): (x: number) => number {
  return (x) => (x < lo ? 1 : x >= hi ? 0 : (hi - x) / (hi - lo));
}
