import type { LevelInstance, Placement } from '../../core/planning/levelling/instance.ts';

export interface LevelQuestion {
  instances: readonly LevelInstance[];
}
export type LevelAnswer = { share: number } | { placements: Placement[] };
