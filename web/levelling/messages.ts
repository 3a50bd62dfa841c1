import type { LevelInstance, Placement } from '../../core/planning/levelling/instance.ts';

export interface LevelQuestion {
  instances: readonly LevelInstance[];
  /** Plans of before to start from; null: there is none. */
  from: readonly (Placement | null)[];
  /** Of all places of the plan, those that are not searched among them. */
  jobsOfAll: number;
}
export type LevelAnswer =
  | { share: number }
  /** A first plan, or what was before with the change in it: shown until the search has ended. */
  | { quick: Placement[] }
  | { placements: Placement[] };
