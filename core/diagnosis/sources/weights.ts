import { fromFeed } from './feed.ts';
import type { Amount, JobStand, NutrientFacts, SourceEvidence } from './types.ts';

/** An amount known within a factor. */
export const within = (likely: number, factor: number): Amount => ({
  least: likely / factor,
  likely,
  most: likely * factor,
});

/** A job that is due already speaks for its lateness being the cause, one in time against it. House default. */
export const lateWeight = (chanceDue: number): number => 0.1 + 5 * chanceDue ** 2;
const SAID_LATE = 0.5;

/** The latest of the jobs concerned; one whose age is not known says nothing either way. */
export function lateness(jobs: readonly JobStand[]): SourceEvidence[] {
  const latest = latestOf(jobs);
  if (latest) {
    const chance = latest.chanceDue ?? 0;
    return [
      {
        weight: lateWeight(chance),
        reason: { kind: chance >= SAID_LATE ? 'late' : 'in-time', job: latest.name, chance },
      },
    ];
  }
  const [unknown] = jobs;
  return unknown ? [{ weight: 1, reason: { kind: 'age-unknown', job: unknown.name } }] : [];
}

/** The job most probably due; null: no age is known. */
export function latestOf(jobs: readonly JobStand[]): JobStand | null {
  return jobs
    .filter((job) => job.chanceDue !== null)
    .reduce<JobStand | null>(
      (worst, job) => ((job.chanceDue ?? 0) > (worst?.chanceDue ?? -1) ? job : worst),
      null,
    );
}

/** What came in a day before the rise began, over all other export. */
export const usualSupply = ({ supply }: NutrientFacts): number =>
  Math.max(0, supply.before?.supply ?? supply.supply);

/** What comes in before any export at all: from the feed, or a guess from what is left over. House default. */
export const grossSupply = (facts: NutrientFacts): number =>
  facts.feed.now === null ? GROSS_OVER_NET * usualSupply(facts) : fromFeed(facts.feed.now, facts.nutrient);
const GROSS_OVER_NET = 2.5;
