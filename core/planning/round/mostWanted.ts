/** What the order of a visit that is too short asks of a job. */
export interface Wanted {
  isPastWindow: boolean;
  /** Of being due before the visit after this one; null: nobody knows. */
  chanceByNext: number | null;
  /** What doing it a day too late costs against a day too early. */
  costRatio: number;
  /** From one service to the next, days; null: it is done once. */
  intervalDays: number | null;
}

/** From here on being late is grave, by the ratios that consequences have. House default. */
const CRITICAL_RATIO = 20;
const LIKELY = 0.5;
/** What is done once is weighed as if it were yearly. */
const ONCE_DAYS = 365;

/**
 * The order in which jobs are taken up where the minutes of a visit do not hold all: first what is past its window, or
 * grave and likely due before the next visit, in the order given; then what a minute of work saves most, the expected
 * harm of a visit's delay over the minutes it takes. That is chance × cost ratio ÷ interval, for a job that takes twice
 * as long wears what is twice the work: one clean-out of four hours that is hardly due does not crowd out ten tests.
 * House model, no published source.
 */
export function mostWantedFirst<T>(jobs: readonly T[], of: (job: T) => Wanted): T[] {
  const ranked = jobs.map((job, given) => {
    const { isPastWindow, chanceByNext, costRatio, intervalDays } = of(job);
    const chance = chanceByNext ?? 1;
    const isFirst = isPastWindow || (costRatio >= CRITICAL_RATIO && chance >= LIKELY);
    return { job, given, isFirst, saves: (chance * costRatio) / Math.max(1, intervalDays ?? ONCE_DAYS) };
  });
  return ranked
    .sort((a, b) =>
      a.isFirst !== b.isFirst ? (a.isFirst ? -1 : 1) : a.isFirst ? a.given - b.given : b.saves - a.saves,
    )
    .map(({ job }) => job);
}
