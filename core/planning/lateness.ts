import type { Consequence } from '../catalogue/types.ts';

/** What being late costs, in planned services. A person may change these for the installation. */
export type CostRatios = Readonly<Record<Consequence, number>>;
export const houseCostRatios: CostRatios = { A: 2, B: 5, C: 20, D: 100 };

/**
 * Gradual lateness: minimising [1 + k·E((T − θ)/θ)⁺]/T gives exactly F(T) = 1/k, so the accepted lateness
 * is the chance of being due already that a person accepts: 1 in 2, 5, 20, 100.
 */
export function acceptedLateness(costRatio: number): number {
  return 1 / costRatio;
}
