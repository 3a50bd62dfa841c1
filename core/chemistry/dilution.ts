/**
 * What is left after equal changes: m + (C − m)(1 − f)ⁿ.
 * @param now and newWater in one unit
 * @param share of the true water replaced each time, 0 to 1
 * @source mass balance
 */
export const afterChanges = (now: number, newWater: number, share: number, times = 1): number =>
  newWater + (now - newWater) * (1 - share) ** times;

/** The share each of so many equal changes takes to reach a target between now and the new water; null: it cannot. */
export function shareFor(now: number, newWater: number, target: number, times: number): number | null {
  const left = (target - newWater) / (now - newWater);
  return left > 0 && left <= 1 ? 1 - left ** (1 / times) : null;
}
