/** How many visits a catalogue's figure weighs against what was measured. House default. */
const PRIOR_COUNT = 2;
/** Older ones say little: hands learn, tanks change. */
const MOST_COUNTED = 8;
/** A visit that took many times as long was interrupted: it counts as this many estimates at most. */
const LONGEST_TIMES = 4;

/**
 * The minutes of a job as they come to be known: the catalogue's figure counts as two visits, each measured one as one,
 * the last eight at most. Common practice, no published source.
 * @param estimateMin minutes of the catalogue, or of the person's own for this job; above 0
 * @param takenMin minutes of the visits, oldest first
 * @returns minutes, whole
 */
export function minutesLearned(estimateMin: number, takenMin: readonly number[]): number {
  const counted = takenMin
    .filter((one) => one > 0)
    .slice(-MOST_COUNTED)
    .map((one) => Math.min(one, estimateMin * LONGEST_TIMES));
  const sum = counted.reduce((total, one) => total + one, estimateMin * PRIOR_COUNT);
  return Math.max(1, Math.round(sum / (counted.length + PRIOR_COUNT)));
}
