import type { RuleKind } from '../catalogue/rule.ts';

/** What a kind of rule is called beside its strip. */
export const ruleName: Record<RuleKind, string> = {
  wear: 'Learned wear',
  calendar: 'Calendar',
  usage: 'Hours used',
  condition: 'Readings',
  'water-test': 'Water tests',
  depletion: 'What is left',
  'every-nth': 'With another job',
  season: 'Season',
  'after-event': 'After an event',
};
