import type { LevelInstance } from '../../core/planning/levelling/instance.ts';

/** What a search of a place stands on, as text: the same text, the same plan. */
export const searchKey = (instance: LevelInstance): string => JSON.stringify(instance, asPlain);

const asPlain = (_key: string, value: unknown): unknown =>
  value instanceof Float64Array ? [...value] : value === Infinity ? 'unlimited' : value;
