import type { LookFact } from '../rules/facts.ts';
import { beginningOf, combine, daysUntilDue } from '../rules/combine.ts';
import { FARTHEST_DAYS } from '../rules/farthest.ts';
import type { PossibleAge } from '../rules/age.ts';
import type { RuleCurve } from '../rules/evaluation.ts';
import type { WearEvidence } from '../rules/wearEvidence.ts';
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
  wear: WearEvidence | null;
  /** Exposure now; null where the last time is not known exactly. */
  ageDays: number | null;
  /** Cycles of the present life that were graded. */
  graded: number;
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
  const { curves, ages, wear, ageDays } = facts;
  const oldest = beginningOf(ages);
  const dayFor = (some: readonly RuleCurve[]): number =>
    some.length === 0
      ? FARTHEST_DAYS
      : daysUntilDue(combine(some, ages), acceptedLateness(facts.costRatio), oldest);
  const worn = curves.find((curve) => curve.reason.kind === 'wear');
  const others = curves.filter((curve) => curve !== worn);

  const bySudden =
    facts.lateness === 'sudden' && worn && wear && ageDays !== null
      ? wear.history.toDays(ageReplacement(wear.grid, facts.costRatio)) - ageDays
      : null;
  const wearAlone = bySudden ?? dayFor(worn ? [worn] : []);
  const all = bySudden === null ? dayFor(curves) : Math.min(bySudden, dayFor(others), facts.latestInDays);

  if (!worn || !wear || facts.graded >= GRADED_FOR_TRUST || ageDays === null)
    return { inDays: all, lookInDays: null };
  // by exposure: where what wears it is counted, the low end of its range comes as that is used up
  const lowEnd = wear.history.toDays(wear.range.lo) - ageDays;
  const floor = Math.max(all, lowEnd);
  const inDays = Math.min(others.length > 0 ? dayFor(others) : FARTHEST_DAYS, floor);
  const spacing = LOOK_SPACING * (facts.likelyInDays + ageDays);
  const look = facts.lookedInDays === null ? wearAlone : Math.max(wearAlone, facts.lookedInDays + spacing);
  return { inDays, lookInDays: wearAlone < floor && look < inDays ? look : null };
}

/** The last look at or before now since the last service, if it found the job not due. */
export function lastLook(looks: readonly LookFact[], since: number | null): LookFact | null {
  return looks.filter((look) => since === null || look.at > since).at(-1) ?? null;
}
