import { median } from '../../core/statistics/median.ts';
import type { WearAnswer } from '../../core/wear/wearCases.ts';
import type { SimulatedCase } from './simulateLives.ts';

/** How well answers fare against what then happened. */
export interface Score {
  cases: number;
  /** Share of next lives inside the window. */
  held: number;
  /** Median of |ln(likely ÷ next life)|. */
  error: number;
  /** Median of latest ÷ earliest, of what was left. */
  width: number;
  /** Mean cost per day of following the recommended day, jobs in time per life of the true middle. */
  cost: number;
}
export interface Answered {
  one: SimulatedCase;
  answer: WearAnswer;
}

export function scoreOf(answered: readonly Answered[]): Score {
  const errors = answered.map(({ one, answer }) => Math.abs(Math.log(answer.likely / one.nextLifeDays)));
  const costs = answered.map(costOf);
  const typical = costs.reduce((sum, cost) => sum + cost.days, 0);
  return {
    cases: answered.length,
    held:
      answered.filter(
        ({ one, answer }) => answer.earliest <= one.nextLifeDays && one.nextLifeDays <= answer.latest,
      ).length / answered.length,
    error: median(errors),
    width: median(answered.map(({ answer }) => answer.latest / Math.max(answer.earliest, 1e-9))),
    cost: costs.reduce((sum, cost) => sum + cost.spent, 0) / typical,
  };
}

/** Done on the recommended day or, where it fell due before, at that cost: in time 1, late as its shape of lateness says. */
function costOf({ one, answer }: Answered): { spent: number; days: number } {
  const life = one.nextLifeDays;
  const day = Math.max(answer.recommended, 1e-6);
  const perLife = Math.exp(one.truth.mu);
  const { costRatio, late } = one.asked;
  if (late === 'sudden')
    return day < life ? { spent: 1, days: day / perLife } : { spent: costRatio, days: life / perLife };
  return { spent: 1 + costRatio * Math.max(0, (day - life) / life), days: day / perLife };
}
