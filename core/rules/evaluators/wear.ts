import { wearPosterior } from '../../wear/wearPosterior.ts';
import { tabulateWearSurvival } from '../../wear/wearSurvival.ts';
import type { Evaluate } from '../evaluation.ts';

/** Due when the learned wear life is reached: found conditions, rhythm and the catalogue's range. */
export const wear: Evaluate<'wear'> = (rule, { age, facts }) => {
  const grid = wearPosterior(rule.range, age.cycles);
  const lastBreak = age.cycles.findLastIndex((cycle) => cycle.newLifeAfter);
  const current = age.cycles.slice(lastBreak + 1);
  const end = lastBreak >= 0 ? facts.lifeEnds.at(-1) : undefined;
  return {
    kind: 'wear',
    clock: 'since-last-done',
    survives: tabulateWearSurvival(grid),
    grid,
    reason: {
      kind: 'wear',
      range: rule.range,
      cycles: current.map(({ exposure, found }) => ({ exposure, found })),
      graded: current.filter((cycle) => cycle.found !== null).length,
      soonerWith: facts.definition.soonerWith ?? null,
      setAside: end ? { what: end.what, at: end.at } : null,
    },
  };
};
