import type { Evaluate, RuleContext, RuleCurve } from './evaluation.ts';
import { afterEvent } from './evaluators/afterEvent.ts';
import { calendar } from './evaluators/calendar.ts';
import { condition } from './evaluators/condition.ts';
import { depletion } from './evaluators/depletion.ts';
import { everyNth } from './evaluators/everyNth.ts';
import { season } from './evaluators/season.ts';
import { usage } from './evaluators/usage.ts';
import { waterTest } from './evaluators/waterTest.ts';
import { wear } from './evaluators/wear.ts';
import type { IntervalRule, RuleKind } from '../catalogue/rule.ts';

const evaluators: { [K in RuleKind]: Evaluate<K> } = {
  wear,
  calendar,
  usage,
  'every-nth': everyNth,
  'after-event': afterEvent,
  'water-test': waterTest,
  condition,
  depletion,
  season,
};

/** Turns one rule and the evidence into its curve. */
export function evaluate<K extends RuleKind>(rule: IntervalRule<K>, context: RuleContext): RuleCurve | null {
  return evaluators[rule.kind](rule, context);
}
