import { MS_PER_DAY, type Instant } from '../time/day.ts';
import { isDueWhenFound, type Found } from '../wear/found.ts';
import { counted, type Counted, type CountedCycle, type CountedNow } from '../wear/driver.ts';
import { lookLikelihood } from '../wear/lookLikelihood.ts';
import { knowing, lifeOfRecords, lifeSurvival, outlasting, type LifeBelief } from '../wear/thisLife.ts';
import { wearPosterior } from '../wear/wearPosterior.ts';
import type { LifeRange, WearGrid, WearPriors } from '../wear/wearGrid.ts';
import type { JobAge, PossibleAge } from './age.ts';
import { recentPerDay, totalBetween } from './counter.ts';
import { instantOf, type JobFacts } from './facts.ts';

/** What the records of a job say of its lives, worked out once: the wear rule, its readings and its looks all go by it. */
export interface WearEvidence {
  range: LifeRange;
  history: Counted;
  grid: WearGrid;
  /** What is expected of the life that runs now, before anything was seen of it. */
  expected: LifeBelief;
  /** Looks of this life that found it not due, in calendar days from now. */
  looks: readonly { inDays: number; found: Found }[];
  /** Whether a word of a look is a share of the life. */
  graded: boolean;
}

/** @returns null where the job has no wear rule */
export function wearEvidenceOf(
  facts: JobFacts,
  age: JobAge,
  at: Instant,
  ageDays: number | null,
  priors: WearPriors | undefined,
): WearEvidence | null {
  const rule = facts.definition.rules.find((one) => one.kind === 'wear');
  if (!rule) return null;
  const { cycles, now } = wearCounted({ age, facts, at, ageDays });
  const history = counted(rule.range, cycles, now, priors?.season ?? null);
  const grid = wearPosterior(history.range, history.cycles, priors);
  const since = age.last ? instantOf(age.last) : Number.NEGATIVE_INFINITY;
  const looks = facts.looks.filter((look) => look.at > since);
  // a look that found it due stands until the next one: what was seen before it no longer holds
  const lastDue = looks.findLastIndex((look) => isDueWhenFound(look.found));
  return {
    range: rule.range,
    history,
    grid,
    expected: lifeOfRecords(grid),
    looks: looks
      .slice(lastDue + 1)
      .map((look) => ({ inDays: (look.at - at) / MS_PER_DAY, found: look.found })),
    graded: facts.definition.foundScale === 'wear' || facts.definition.foundScale === 'level',
  };
}

/** The belief about the life that runs now, of a part of an age, after what was seen of it. */
export interface LifeSeen {
  /** By exposure, in the unit of the history. */
  survives: (exposure: number) => number;
  /** How likely what was seen is at this age. */
  seen: number;
}
/**
 * @param before the belief with what was read on the part, where that is more than the records
 */
export function lifeSeen(
  { expected, looks, history, graded }: WearEvidence,
  age: PossibleAge,
  before: LifeBelief = expected,
): LifeSeen {
  const seenAt = looks.map(({ inDays, found }) => ({
    found,
    exposure: history.fromDays(age.exposureIn(inDays)),
  }));
  const words = graded
    ? seenAt.flatMap(({ found, exposure }) => (exposure > 0 ? [lookLikelihood(found, exposure)] : []))
    : [];
  const { belief, logSeen } =
    words.length === 0
      ? { belief: before, logSeen: 0 }
      : knowing(before, (logLife) => words.reduce((sum, word) => sum + word(logLife), 0));
  const survives = lifeSurvival(belief);
  const outlasted = Math.max(0, ...seenAt.map(({ exposure }) => exposure));
  const seen = Math.exp(logSeen) * survives(outlasted);
  // a look that fits no life known of does not end the belief: it is as if nobody had looked
  return seen > LEAST_SEEN
    ? { survives: outlasting(survives, outlasted), seen }
    : { survives: lifeSurvival(before), seen: 0 };
}
const LEAST_SEEN = 1e-9;

/** The cycles of a job as they are learned from, and how far it is in the present one. */
export function wearCounted({
  age,
  facts,
  at,
  ageDays,
}: {
  age: JobAge;
  facts: JobFacts;
  at: Instant;
  ageDays: number | null;
}): { cycles: CountedCycle[]; now: CountedNow } {
  const { counter } = facts;
  const since = age.last ? instantOf(age.last) : null;
  const total =
    counter === null || since === null || ageDays === null ? null : totalBetween(counter, since, at);
  return {
    cycles: age.cycles.map((cycle) => ({
      days: cycle.exposure,
      calendarDays: cycle.days,
      span: { from: cycle.until - cycle.days * MS_PER_DAY, until: cycle.until },
      driver: cycle.total,
      found: cycle.found,
      newLifeAfter: cycle.newLifeAfter,
    })),
    now: {
      days: ageDays ?? 0,
      span: { from: since ?? at, until: at },
      driver: total === null || age.residualTotal === null ? null : age.residualTotal + total,
      driverRate: counter === null ? null : recentPerDay(counter, at),
    },
  };
}
