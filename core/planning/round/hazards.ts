import type { BathKind } from '../../catalogue/types.ts';
import type { Step } from './step.ts';
import { timingOf } from './timing.ts';

/** Acid and bleach in one visit: named wherever it is built, even where the order keeps them apart. */
export interface BathsMet {
  acid: readonly string[];
  bleach: readonly string[];
  /** One of them is still out when the other comes out. */
  atOnce: boolean;
}

/**
 * @param steps in the order in which they are done
 * @returns the ids of the steps with acid and of those with bleach; null where not both are there
 */
export function bathsMet(steps: readonly Step[]): BathsMet | null {
  const of = (kind: BathKind): Step[] => steps.filter((step) => step.baths?.includes(kind));
  const [acid, bleach] = [of('acid'), of('bleach')];
  if (acid.length === 0 || bleach.length === 0) return null;
  const { begins } = timingOf(steps);
  /** From the first step with it to the last of each job, waiting included. */
  const spans = (some: readonly Step[]): { from: number; to: number }[] =>
    [...new Set(some.map((step) => step.jobId ?? step.id))].map((key) => {
      const mine = some.filter((step) => (step.jobId ?? step.id) === key);
      return {
        from: Math.min(...mine.map((step) => begins.get(step.id) ?? 0)),
        to: Math.max(...mine.map((step) => (begins.get(step.id) ?? 0) + step.handsMin + step.waitMin)),
      };
    });
  const atOnce = spans(acid).some((a) => spans(bleach).some((b) => a.from < b.to && b.from < a.to));
  return { acid: acid.map((step) => step.id), bleach: bleach.map((step) => step.id), atOnce };
}

export const BATHS_MET_WORD =
  'Acid and bleach in one visit: together they give off chlorine. Bleach comes out when the acid is poured away and rinsed; another bucket, another bench two metres off, windows open. Better on another day.';
