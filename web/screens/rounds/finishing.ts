import type { Step } from '../../../core/planning/round/step.ts';
import type { OffState, RoundState } from '../../../model/round/fold.ts';
import type { RoundHere } from './useRound.ts';

/** What every kind of step is given to be finished with. */
export interface Finishing {
  step: Step;
  here: RoundHere;
  finish: (...args: Parameters<RoundHere['act']>) => Promise<void>;
  blocked: boolean;
}

/** The switchings-off that a proof of this step's thing answers. */
export const answeredBy = ({ off, systemIds }: Step, { off: all }: RoundState): OffState[] =>
  all.filter(
    (one) =>
      one.state !== 'proved' && one.what === off?.what && one.systemIds.some((id) => systemIds.includes(id)),
  );
