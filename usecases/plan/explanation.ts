import {
  evidenceWord,
  knowMoreWord,
  movedWord,
  taughtWord,
  workShownWord,
} from '../../core/explain/evidenceWord.ts';
import type { DateStyle } from '../../core/explain/words.ts';
import {
  dayTold,
  type ChanceOn,
  type JobExplanation,
  type LearnedLife,
} from '../../core/planning/explainJob.ts';
import type { JobFacts } from '../../core/rules/facts.ts';
import { measures } from '../../core/quantity/measures.ts';
import type { Day } from '../../core/time/day.ts';

/** Why a date lies where it lies, in sentences and figures, as a screen shows it. */
export interface Explanation {
  jobId: string;
  chances: readonly ChanceOn[];
  life: LearnedLife | null;
  /** Oldest first: what each past cycle taught, then what moved the date since. */
  story: readonly { day: Day; what: string; effect: string; part: 'cycle' | 'since' }[];
  knowMore: readonly string[];
}

export function explanationOf(
  explained: JobExplanation,
  facts: JobFacts,
  today: Day,
  style: DateStyle,
): Explanation {
  return {
    jobId: facts.jobId,
    chances: explained.chances,
    life: explained.life,
    story: [
      ...[
        ...explained.taught.map((one) => ({
          at: one.at,
          what: evidenceWord(one.evidence),
          effect: taughtWord(one.lifeBeforeDays, one.lifeAfterDays),
        })),
        ...explained.works.map((one) => ({
          at: one.doneAt,
          what: measures[one.measure].name,
          effect: workShownWord(one),
        })),
      ]
        .sort((a, b) => a.at - b.at)
        .map(({ at, ...said }) => ({ day: dayTold(at, facts), ...said, part: 'cycle' as const })),
      ...explained.moved.map((one) => ({
        day: dayTold(one.at, facts),
        what: evidenceWord(one.evidence),
        effect: movedWord(one.before, one.after, today, style),
        part: 'since' as const,
      })),
    ],
    knowMore: explained.knowMore.map((one) => knowMoreWord(one, today, style)),
  };
}
