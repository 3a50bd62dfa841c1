import type { LookFact } from '../rules/facts.ts';
import { beginningOf, combine, daysUntilDue, FARTHEST_DAYS, givenNotDueAt } from '../rules/combine.ts';
import type { PossibleAge } from '../rules/age.ts';
import type { RuleCurve } from '../rules/evaluation.ts';
import type { Lateness } from '../catalogue/types.ts';
import { ageReplacement } from '../wear/ageReplacement.ts';
import { acceptedLateness } from './lateness.ts';

/** Graded cycles from which the records outweigh the low end of the catalogue's range. */
const GRADED_FOR_TRUST = 2;
/** Looks lie at least this share of the likely life apart. */
const LOOK_SPACING = 0.1;

export interface Recommendation {
  /** Days from now; may be past. */
  inDays: number;
  /** A look proposed before it, days from now; null where none is. */
  lookInDays: number | null;
}

export interface RecommendFacts {
  curves: readonly RuleCurve[];
  ages: readonly PossibleAge[];
  /** The last look that found it not due, days from now (negative). */
  lookedInDays: number | null;
  lateness: Lateness;
  costRatio: number;
  likelyInDays: number;
  latestInDays: number;
}

/**
 * The cheapest safe day: where the chance of being due reaches the accepted lateness (gradual), or the age
 * at which replacing early is cheapest (sudden, never past the latest day). With fewer than two graded
 * cycles wear alone may not ask for the job before the low end of its range: it asks for a look instead.
 */
export function recommend(facts: RecommendFacts): Recommendation {
  const { curves, ages } = facts;
  const oldest = beginningOf(ages);
  const dayFor = (some: readonly RuleCurve[]): number => {
    if (some.length === 0) return FARTHEST_DAYS;
    const curve = givenNotDueAt(combine(some, ages), facts.lookedInDays);
    return daysUntilDue(curve, acceptedLateness(facts.costRatio), oldest);
  };
  const wear = curves.find((curve) => curve.reason.kind === 'wear');
  const others = curves.filter((curve) => curve !== wear);
  const age = ages.length === 1 ? (ages[0]?.days ?? 0) : null;

  const bySudden =
    facts.lateness === 'sudden' && wear?.learned && age !== null
      ? wear.learned.toDays(ageReplacement(wear.learned.grid, facts.costRatio)) - age
      : null;
  const wearAlone = bySudden ?? dayFor(wear ? [wear] : []);
  const all = bySudden === null ? dayFor(curves) : Math.min(bySudden, dayFor(others), facts.latestInDays);

  if (!wear || wear.reason.kind !== 'wear' || wear.reason.graded >= GRADED_FOR_TRUST || age === null) {
    return { inDays: all, lookInDays: null };
  }
  const lowEnd = wear.reason.range.lo - age;
  const floor = Math.max(all, lowEnd);
  const inDays = Math.min(others.length > 0 ? dayFor(others) : FARTHEST_DAYS, floor);
  const spacing = LOOK_SPACING * (facts.likelyInDays + age);
  const look = facts.lookedInDays === null ? wearAlone : Math.max(wearAlone, facts.lookedInDays + spacing);
  return { inDays, lookInDays: wearAlone < floor && look < inDays ? look : null };
}

/** The last look at or before now since the last service, if it found the job not due. */
export function lastLook(looks: readonly LookFact[], since: number | null): LookFact | null {
  return looks.filter((look) => since === null || look.at > since).at(-1) ?? null;
}
