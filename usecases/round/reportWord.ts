import { count, listWord } from '../../core/explain/words.ts';
import { parameters, type Verdict } from '../../core/water/parameters.ts';
import type { Day } from '../../core/time/day.ts';
import type { ReportJob, RoundReport, Untested } from './report.ts';

const isOutside: Readonly<Record<Verdict, boolean>> = {
  ...{ below: true, above: true, stripped: true },
  ...{ 'near-low': false, 'in-band': false, 'near-high': false, 'no-band': false },
};

type Judged = Pick<RoundReport, 'systems' | 'jobs' | 'leftOff' | 'proved'>;

const outcomes = [
  { state: 'done', said: 'done' },
  { state: 'in-part', said: 'done in part' },
  { state: 'looked', said: 'looked at' },
  { state: 'skipped', said: 'skipped' },
  { state: 'open', said: 'not come to' },
] as const;

/**
 * The visit in a few sentences, from what was judged alone: only what was measured is called tested, only what was looked
 * at or read is called running, half done is half.
 */
export function wholeWord({ systems, jobs, leftOff, proved }: Judged): string {
  const of = (state: RoundReport['jobs'][number]['state']): number =>
    jobs.filter((job) => job.state === state).length;
  const work = outcomes
    .filter(({ state }) => of(state) > 0)
    .map(({ state, said }, i) => `${i === 0 ? count(of(state), 'job') : of(state)} ${said}`);
  const water = systems.map(({ name, readings }) => {
    if (readings.length === 0) return `${name} was not tested.`;
    const outside = readings.filter(({ verdict }) => isOutside[verdict]);
    const judged = readings.filter(({ verdict }) => verdict !== 'no-band');
    if (outside.length > 0)
      return `${name}: ${listWord(outside.map(({ parameter, verdict }) => `${parameters[parameter].name.toLowerCase()} ${verdict === 'stripped' ? 'stripped' : `${verdict} its band`}`))}.`;
    if (judged.length === 0) return `${name}: ${count(readings.length, 'test')}, no band to judge by.`;
    return judged.length === readings.length
      ? `${name}: all ${count(readings.length, 'test')} in their bands.`
      : `${name}: ${judged.length} of ${count(readings.length, 'test')} in their bands, the rest has none.`;
  });
  const running =
    leftOff.length > 0
      ? `${count(leftOff.length, 'thing')} ${leftOff.length === 1 ? 'is not back as it was' : 'are not back as they were'}.`
      : provedWord(proved);
  return [work.length > 0 ? `${listWord(work)}.` : 'Nothing was done.', ...water, running]
    .filter((one) => one !== '')
    .join(' ');
}

/** "Both things that were switched off were seen running again." Empty: nothing was switched off. */
export function provedWord({ seen, read }: RoundReport['proved']): string {
  const all = seen + read;
  if (all === 0) return '';
  const subject =
    all === 1
      ? 'The one thing that was switched off'
      : all === 2
        ? 'Both things that were switched off'
        : `All ${all} things that were switched off`;
  const how =
    read === 0
      ? 'seen running again'
      : seen === 0
        ? 'proved running by a reading'
        : `proved running again, ${seen} by looking and ${read} by a reading`;
  return `${subject} ${all === 1 ? 'was' : 'were'} ${how}.`;
}

const NEXT_TOLD = 3;
/** "Next: panes, clean, on Sat 5 Dec; …". What is due already is due now. Empty: nothing is known. */
export const nextWord = (next: RoundReport['next'], day: (of: Day) => string, today: Day): string =>
  next.length === 0
    ? ''
    : `Next: ${next
        .slice(0, NEXT_TOLD)
        .map((one) => `${one.thing}, ${one.action}, ${one.day <= today ? 'now' : `on ${day(one.day)}`}`)
        .join('; ')}${next.length > NEXT_TOLD ? '; and more' : ''}.`;

/** "nitrate, last 12 Nov; nitrite, never". */
export const untestedWord = (untested: readonly Untested[], day: (of: Day) => string): string =>
  untested
    .map(
      ({ parameter, lastDay }) =>
        `${parameters[parameter].name.toLowerCase()}, ${lastDay === null ? 'never' : `last ${day(lastDay)}`}`,
    )
    .join('; ');

/** What is told of a job that was done, done in part, or looked at. */
export const jobWord = ({ state, shareDone, found, note, waited }: ReportJob): string =>
  [
    state === 'in-part' && `done in part, ${Math.round(shareDone * 100)} %`,
    state === 'looked' && 'looked at',
    found && `found: ${found}`,
    note,
    waited &&
      waited.min > waited.plannedMin &&
      `worked by itself for ${waited.min} min, ${waited.plannedMin} planned`,
  ]
    .filter((one) => typeof one === 'string' && one !== '')
    .join('. ');

/** "Price: 1,245.00 EUR". */
export const priceWord = (price: number, currency: string): string =>
  `Price: ${price.toLocaleString('en-GB', { minimumFractionDigits: 2, maximumFractionDigits: 2 })} ${currency}`.trim();
