import type { BathKind } from '../../catalogue/types.ts';
import type { Step } from './step.ts';

/** Acid and bleach in one visit: named wherever it is built, though the order keeps them apart. */
export interface BathsMet {
  acid: readonly string[];
  bleach: readonly string[];
}

/** @returns the ids of the steps with acid and of those with bleach; null where not both are there */
export function bathsMet(steps: readonly Step[]): BathsMet | null {
  const of = (kind: BathKind): string[] =>
    steps.filter((step) => step.baths?.includes(kind)).map((step) => step.id);
  const [acid, bleach] = [of('acid'), of('bleach')];
  return acid.length > 0 && bleach.length > 0 ? { acid, bleach } : null;
}

export const BATHS_MET_WORD =
  'Acid and bleach in one visit: together they give off chlorine. Bleach comes out when the acid is poured away and rinsed; another bucket, another bench two metres off, windows open. Better on another day.';
