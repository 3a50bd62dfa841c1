import type { Verdict } from '../../core/water/parameters.ts';
import type { Day } from '../../core/time/day.ts';
import { actionIn, listIn, parameterIn, thingIn } from './languages/index.ts';
import type { ReportWords } from './languages/words.ts';
import type { ReportJob, RoundReport, Untested, Window } from './report.ts';

const isOutside: Readonly<Record<Verdict, boolean>> = {
  ...{ below: true, above: true, stripped: true },
  ...{ 'near-low': false, 'in-band': false, 'near-high': false, 'no-band': false },
};

type Judged = Pick<RoundReport, 'systems' | 'jobs' | 'leftOff' | 'proved'>;

const outcomes = ['done', 'in-part', 'looked', 'skipped', 'open'] as const;

/**
 * The visit in a few sentences, from what was judged alone: only what was measured is called tested, only what was looked
 * at or read is called running, half done is half.
 */
export function wholeWord(words: ReportWords, { systems, jobs, leftOff, proved }: Judged): string {
  const of = (state: RoundReport['jobs'][number]['state']): number =>
    jobs.filter((job) => job.state === state).length;
  const work = outcomes
    .filter((state) => of(state) > 0)
    .map((state, i) => `${i === 0 ? words.jobs(of(state)) : of(state)} ${words.outcome(state, of(state))}`);
  const water = systems.map(({ name, readings }) => {
    if (readings.length === 0) return words.systemNotTested(name);
    const outside = readings.filter(({ verdict }) => isOutside[verdict]);
    const judged = readings.filter(({ verdict }) => verdict !== 'no-band');
    if (outside.length > 0)
      return `${name}: ${listIn(
        words,
        outside.map(
          ({ parameter, verdict }) =>
            `${parameterIn(words, parameter, 'sentence')} ${words.outside[verdict]}`,
        ),
      )}.`;
    if (judged.length === 0) return `${name}: ${words.noBandTests(readings.length)}.`;
    return judged.length === readings.length
      ? `${name}: ${words.allInBand(readings.length)}.`
      : `${name}: ${words.someInBand(judged.length, readings.length)}.`;
  });
  const running = leftOff.length > 0 ? words.notBack(leftOff.length) : provedWord(words, proved);
  return [work.length > 0 ? `${listIn(words, work)}.` : words.nothingDone, ...water, running]
    .filter((one) => one !== '')
    .join(' ');
}

/** "Both things that were switched off were seen running again." Empty: nothing was switched off. */
export const provedWord = (words: ReportWords, { seen, read }: RoundReport['proved']): string =>
  seen + read === 0 ? '' : words.proved(seen, read);

/** "Skimmer, strip and soak", in the client's language where the catalogue has it. */
export const workWordIn = (
  words: ReportWords,
  { thing, action }: { thing: string; action: string },
): string => `${thingIn(words, thing)}, ${actionIn(words, action)}`;

const NEXT_TOLD = 3;
/** "Next: panes, clean, on Sat 5 Dec; …". What is due already is due now. Empty: nothing is known. */
export const nextWord = (
  words: ReportWords,
  next: RoundReport['next'],
  day: (of: Day) => string,
  today: Day,
): string =>
  next.length === 0
    ? ''
    : words.next(
        [
          ...next
            .slice(0, NEXT_TOLD)
            .map(
              (one) => `${workWordIn(words, one)}, ${one.day <= today ? words.now : words.on(day(one.day))}`,
            ),
          ...(next.length > NEXT_TOLD ? [words.andMore] : []),
        ].join('; '),
      );

/** "nitrate, last 12 Nov; nitrite, never". */
export const untestedWord = (
  words: ReportWords,
  untested: readonly Untested[],
  day: (of: Day) => string,
): string =>
  untested
    .map(
      ({ parameter, lastDay }) =>
        `${parameterIn(words, parameter, 'sentence')}, ${lastDay === null ? words.never : words.last(day(lastDay))}`,
    )
    .join('; ');

/** What is told of a job that was done, done in part, or looked at. */
export const jobWord = (
  words: ReportWords,
  { state, shareDone, found, grade, note, waited }: ReportJob,
): string =>
  [
    state === 'in-part' && words.inPart(Math.round(shareDone * 100)),
    state === 'looked' && words.lookedAt,
    found && grade && words.found(words.grades?.[grade] ?? found),
    note,
    waited && waited.min > waited.plannedMin && words.waited(waited.min, waited.plannedMin),
  ]
    .filter((one) => typeof one === 'string' && one !== '')
    .join('. ');

/** "Fri 11 Dec, window 7 Dec to 20 Dec": the same on the page and on paper. */
export function windowWord(
  words: ReportWords,
  { recommended, earliest, latest }: Window,
  day: (of: Day) => string,
): string {
  const span =
    earliest && latest
      ? words.window(earliest === latest ? day(earliest) : words.days(day(earliest), day(latest)))
      : '';
  return [recommended && day(recommended), span].filter(Boolean).join(', ');
}

/** "next 4 Jan, window 1 Jan to 20 Jan (was 26 Nov, …)". */
export function movedWord(
  words: ReportWords,
  before: Window | null,
  after: Window | null,
  day: (of: Day) => string,
): { next: string; was: string } {
  if (!after?.recommended) return { next: '', was: '' };
  const moved = before?.recommended && before.recommended !== after.recommended;
  return {
    next: words.nextOn(windowWord(words, after, day)),
    was: moved ? words.was(windowWord(words, before, day)) : '',
  };
}
