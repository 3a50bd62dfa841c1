import { isTheJob, type Step } from '../../core/planning/round/step.ts';
import type { Instant } from '../../core/time/day.ts';
import type { RoundState } from '../../model/round/fold.ts';

const MINUTE_MS = 60_000;

/** Something that works by itself in a round: a bath, a drain, a pump put to soak. */
export interface Soak {
  step: Step;
  jobId: string | null;
  begun: Instant;
  /** When it is over. */
  ends: Instant;
}

/** All that works by itself and whose job is not done yet: each on its own clock, several side by side. */
export function soaksOf(
  steps: readonly Step[],
  { doneAt, soaks }: Pick<RoundState, 'doneAt' | 'soaks'>,
): Soak[] {
  const isDone = (jobId: string | null): boolean =>
    jobId !== null && steps.some((one) => one.jobId === jobId && isTheJob(one) && doneAt.has(one.id));
  return steps.flatMap((step): Soak[] => {
    if (isDone(step.jobId) || step.phase === 'fit') return [];
    const said = soaks.get(step.id);
    const begun = said?.at ?? (step.waitMin > 0 ? doneAt.get(step.id) : undefined);
    const minutes = said?.minutes ?? step.waitMin;
    return begun === undefined ? [] : [{ step, jobId: step.jobId, begun, ends: begun + minutes * MINUTE_MS }];
  });
}

/** How long a job has worked by itself until now, min; null: it did not. The longest of its soaks. */
export function waitedMinutes(soaks: readonly Soak[], jobId: string | null, now: Instant): number | null {
  const mine = soaks.filter((soak) => soak.jobId !== null && soak.jobId === jobId);
  return mine.length === 0
    ? null
    : Math.max(0, Math.round(Math.max(...mine.map(({ begun }) => now - begun)) / MINUTE_MS));
}
