import { minutesLearned } from '../../core/planning/minutesLearned.ts';
import type { JobDefinition } from '../../core/catalogue/types.ts';
import { instantOfWhen } from './when.ts';
import type { RecordIndex } from './recordIndex.ts';

/** The minutes of a job as its visits have shown them; those of a part of it say nothing of the whole. */
export function minutesOf(index: RecordIndex, jobId: string, estimateMin: number): number {
  const taken = index
    .on('servicesOfJob', jobId)
    .filter(({ content }) => content.shareDone === 1 && content.minutes !== null)
    .map(({ content }) => ({ at: instantOfWhen(content.when, 'UTC') ?? 0, minutes: content.minutes ?? [] }))
    .sort((a, b) => a.at - b.at)
    .flatMap(({ minutes }) => minutes);
  return taken.length === 0 ? estimateMin : minutesLearned(estimateMin, taken);
}

/** The definition with the minutes that visits have shown. */
export function withMinutesLearned(
  index: RecordIndex,
  jobId: string,
  definition: JobDefinition,
): JobDefinition {
  const minutes = minutesOf(index, jobId, definition.minutes);
  return minutes === definition.minutes ? definition : { ...definition, minutes };
}

/** Of a job's minutes, those of hands: what works by itself takes none. */
export const handsMinutes = (minutes: number, { waits }: Pick<JobDefinition, 'waits'>): number =>
  Math.max(1, minutes - (waits?.minutes ?? 0));
