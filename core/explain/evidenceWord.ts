import { formatNumber, quantities } from '../quantity/quantities.ts';
import { measures, measureWord } from '../quantity/measures.ts';
import { parameterWord, parameters } from '../water/parameters.ts';
import type { Evidence, KnowMore } from '../planning/explainJob.ts';
import { daysBetween, type Day } from '../time/day.ts';
import type { WorkShown } from '../rules/workShown.ts';
import { showMeasure, showReading } from './measureWord.ts';
import { count, dayWord, daysWord, foundInWords, type DateStyle } from './words.ts';

type Say<T extends { kind: string }> = { [K in T['kind']]: (one: Extract<T, { kind: K }>) => string };

const sayEvidence: Say<Evidence> = {
  look: ({ found }) => `Looked at, found ${foundInWords(found)}`,
  reading: ({ measure, value }) => `${measures[measure].name} ${showMeasure(measure, value)}`,
  test: ({ parameter, value, below }) => {
    const { name, decimals, quantity } = parameters[parameter];
    return `${name} ${below ? 'below ' : ''}${formatNumber(value, decimals)} ${quantities[quantity].stored}`;
  },
  event: ({ what }) => what,
  done: ({ found, days }) =>
    `${found ? `Found ${foundInWords(found)}` : 'Done, condition not noted'} after ${daysWord(days)}`,
};

/** What was seen, in a few words. */
export function evidenceWord(evidence: Evidence): string {
  return (sayEvidence[evidence.kind] as (one: Evidence) => string)(evidence);
}

/** "2 Dec → 6 Dec, 4 days later". */
export function movedWord(before: Day | null, after: Day | null, today: Day, style: DateStyle): string {
  if (before === null) return after === null ? 'no date' : `gave ${dayWord(after, today, style)}`;
  if (after === null) return `took away ${dayWord(before, today, style)}`;
  const days = daysBetween(before, after);
  return `${dayWord(before, today, style)} → ${dayWord(after, today, style)}, ${count(Math.abs(days), 'day')} ${days > 0 ? 'later' : 'sooner'}`;
}

/** Below this share a life has not moved in words. */
const STEADY = 0.02;

/** "usual life 44 → 47 days". */
export function taughtWord(beforeDays: number, afterDays: number): string {
  if (Math.abs(afterDays / beforeDays - 1) < STEADY) return `lasts about ${daysWord(afterDays)}, as before`;
  const shown = (days: number) => formatNumber(days, days < 10 ? 1 : 0);
  return `lasts ${shown(beforeDays)} → ${daysWord(afterDays)}`;
}

/** "1,900 L/h before, 2,650 L/h after". */
export const workWord = ({ measure, before, after }: WorkShown): string =>
  `${showReading(measure, before)} before, ${showReading(measure, after)} after`;

const workOutcome: Record<WorkShown['outcome'], (error: string) => string> = {
  better: () => 'it helped',
  'no-clear-change': (error) => `no clear change (± ${error})`,
  worse: () => 'it got worse',
};
/** Whether a job showed in what is read on its unit. */
export const workShownWord = (work: WorkShown): string =>
  `${workWord(work)}: ${workOutcome[work.outcome](showMeasure(work.measure, work.error))}`;

const sayKnowMore: {
  [K in KnowMore['kind']]: (one: Extract<KnowMore, { kind: K }>, when: (day: Day | null) => string) => string;
} = {
  'when-done': () => 'Enter when it was last done, even roughly: all dates count from it.',
  grade: ({ graded, cycles }) =>
    `Note its condition each time: ${graded} of ${count(cycles, 'entry', 'entries')} so far. Three make the date its own.`,
  count: ({ measure }) =>
    `Enter ${measureWord(measure)}: its life is then counted in ${quantities[measures[measure].quantity].stored.replace(' a day', '')}, so that a heavy month brings the date forward.`,
  read: ({ measure }) =>
    `Read ${measureWord(measure)} now and then: a line towards the limit tells of this very part.`,
  test: ({ parameter }) => `Test ${parameterWord(parameter)}: none since it was last done.`,
  look: ({ ifLight, ifRight }, when) =>
    `Look today: if half-way, ${when(ifLight)}; if just due, ${when(ifRight)}.`,
};

/** What to do to know more, as one sentence. */
export function knowMoreWord(one: KnowMore, today: Day, style: DateStyle): string {
  const when = (day: Day | null) =>
    day === null ? 'no date yet' : day <= today ? 'do it today' : `do by ${dayWord(day, today, style)}`;
  return (sayKnowMore[one.kind] as (one: KnowMore, when: (day: Day | null) => string) => string)(one, when);
}
