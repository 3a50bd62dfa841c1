/**
 * Where a nutrient comes to rest just before each water change, in the long run, when every change takes the same share
 * and the new water has none of it: B = rise × days ÷ share, from B = B (1 − share) + rise × days.
 * @param risePerDay in the parameter's unit a day, between changes
 * @param share of the water that a change replaces, above 0 and at most 1
 * @param everyDays days between changes
 * @source mass balance (arithmetic); tested against the recurrence itself
 */
export const restingLevel = (risePerDay: number, share: number, everyDays: number): number =>
  (risePerDay * everyDays) / share;

/** The rise a day between two tests, given what changes in between took away: what was tested, less what was left. */
export function riseBetween(first: number, second: number, days: number, shares: readonly number[]): number {
  const left = shares.reduce((value, share) => value * (1 - share), first);
  return (second - left) / days;
}
