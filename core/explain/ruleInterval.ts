import { findKind } from '../catalogue/index.ts';
import { eventWords } from '../catalogue/eventKinds.ts';
import { measures, measureWord } from '../quantity/measures.ts';
import type { IntervalRule } from '../catalogue/rule.ts';
import { parameterWord } from '../water/parameters.ts';
import { recurrenceWord } from './recurrenceWord.ts';
import { showMeasure } from './measureWord.ts';
import { count, rangeWord } from './words.ts';

const number = (value: number): string => value.toLocaleString('en-GB');

/** When a rule makes a job due, for reading: "every 3 to 7 days, learned from how it is found". */
export function ruleInterval(rule: IntervalRule): string {
  switch (rule.kind) {
    case 'wear':
      return `every ${rangeWord(rule.range.lo, rule.range.hi)}, learned from how it is found`;
    case 'calendar':
      return `every ${rangeWord(rule.range.lo, rule.range.hi)} by the calendar`;
    case 'usage':
      return `at ${number(rule.ratedHours.lo)} to ${number(rule.ratedHours.hi)} h`;
    case 'every-nth':
      return rule.n === 1 ? 'with another job of the unit' : `each ${count(rule.n, 'time')} of another job`;
    case 'after-event': {
      const when = rule.days === 0 ? 'at once' : count(rule.days, 'day');
      return `${when} after: ${eventWords[rule.event].toLowerCase()}`;
    }
    case 'water-test': {
      const way = { above: 'rises over', below: 'falls under', either: 'leaves' }[rule.side ?? 'above'];
      return `when ${parameterWord(rule.parameter)} ${way} its band`;
    }
    case 'condition': {
      const { worse } = measures[rule.measure];
      const limit = {
        'as-read': showMeasure(rule.measure, rule.limit),
        'rise-over-clean': `the clean value by ${showMeasure(rule.measure, rule.limit)}`,
        'share-of-clean': `${number(rule.limit)} % of the clean value`,
      }[rule.against];
      return `when its ${measureWord(rule.measure)} ${worse} ${worse === 'rises' ? 'over' : 'under'} ${limit}`;
    }
    case 'depletion':
      return `when what is left is used up (${measureWord(rule.store)})`;
    case 'season':
      return recurrenceWord(rule.recurrence).replace(/^./, (letter) => letter.toLowerCase());
  }
}

/** What shortens a job elsewhere: "the pumps' usual range is 0.7 times as long beside it". */
export function effectWord(on: string, factor: number): string {
  const [kindId, jobId] = on.split('/');
  const kind = findKind(kindId ?? '');
  const job = kind?.jobs.find((one) => one.id === jobId);
  return `${kind?.name ?? on}, ${job?.action ?? ''}: sooner beside it, ${Math.round(factor * 100)} % of the usual range`;
}
