import { changeInStages } from '../../formulas/mixing.ts';
import { workOut, type Worked } from '../../formulas/workOut.ts';
import { DAYS_BETWEEN_CHANGES } from '../remedies/limits.ts';
import { largestShare } from '../remedies/nutrients.ts';
import type { ParameterId } from '../parameters.ts';
import type { Asking, Stages } from './types.ts';

/**
 * A change in as many stages as livestock asks for: none larger than a house limit, or than what shifts warmth, salt or
 * alkalinity by a day's step. What is left at the end is as after one change of what was wanted.
 * @source dilution; limits: common practice, no published source
 */
export function stagesOf(
  { litres, wantedL, way, tests }: Asking,
  newWater: Partial<Record<ParameterId, number>>,
): { stages: Stages; worked: Worked | null } {
  const one: Stages = {
    count: 1,
    litresEach: wantedL,
    shareEach: shareOf(wantedL, litres, way),
    daysApart: 0,
    limitedBy: null,
  };
  // slowly is what stages are for
  if (way === 'continuous' || wantedL <= 0) return { stages: one, worked: null };
  const { most, by } = largestShare({ tests: settled(tests), incoming: newWater });
  if (one.shareEach <= most) return { stages: one, worked: null };
  const stages = workOut(changeInStages, {
    volume: litres,
    wanted: Math.min(99, 100 * one.shareEach),
    most: 100 * most,
  });
  return {
    stages: {
      count: stages.outputs.stages,
      litresEach: stages.outputs.litres_each,
      shareEach: stages.outputs.share_each / 100,
      daysApart: DAYS_BETWEEN_CHANGES,
      limitedBy: by,
    },
    worked: stages,
  };
}

/** The part of the old water that is gone: by litres, or running through, well mixed. */
export const shareOf = (litresChanged: number, litres: number, way: Asking['way']): number =>
  way === 'continuous' ? 1 - Math.exp(-litresChanged / litres) : Math.min(1, litresChanged / litres);

/** Tests in the shape that sizing a change asks for. */
function settled(tests: Asking['tests']) {
  return Object.fromEntries(
    Object.entries(tests).map(([id, { value, below }]) => [
      id,
      { value, below: below ?? false, band: null, warnAtZero: false },
    ]),
  );
}
