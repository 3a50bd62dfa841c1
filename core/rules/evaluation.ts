import type { Found } from '../wear/found.ts';
import type { JobAge } from './age.ts';
import type { EventKind } from './eventKinds.ts';
import type { ParameterId } from '../water/parameters.ts';
import type { JobFacts } from './facts.ts';
import type { CounterId, MeasureId, StoreMeasureId } from './measures.ts';
import type { IntervalRule, RuleKind } from './rule.ts';
import type { LifeRange, WearGrid, WearPriors } from '../wear/wearGrid.ts';
import type { Day, Instant } from '../time/day.ts';

/** What another job will do next, for rules that count its services. */
export interface OtherJob {
  action: string;
  /** How often it was done since this job's last time. */
  doneSince: number;
  /** Days from `at` to its next recommended day, null where nobody knows. */
  nextInDays: number | null;
  /** Days between its services. */
  intervalDays: number;
}

export interface RuleContext {
  facts: JobFacts;
  age: JobAge;
  at: Instant;
  /** null where the last time is unknown or rough. */
  ageDays: number | null;
  other: (jobId: string) => OtherJob | null;
  /** What all jobs and like parts teach; absent: the house's priors. */
  priors?: WearPriors;
}

/** Why a rule says what it says, as data. Sentences are made of it in core/explain. */
export type RuleReason =
  | {
      kind: 'wear';
      range: LifeRange;
      cycles: readonly { exposure: number; found: Found | null }[];
      graded: number;
      setAside: { what: string; at: Instant } | null;
      /** What else on this water shortens the catalogue's range. */
      soonerWith: string | null;
      /** Its life is counted by this; per day, in the stored unit. */
      counted: { measure: CounterId; usualPerDay: number; recentPerDay: number } | null;
    }
  | { kind: 'calendar'; range: LifeRange }
  | { kind: 'usage'; ratedHours: LifeRange; usedHours: number | null; hoursPerDay: number; metered: boolean }
  | { kind: 'every-nth'; n: number; doneSince: number; action: string }
  | {
      kind: 'water-test';
      parameter: ParameterId;
      side: 'above' | 'below';
      limit: number;
      latest: { value: number; below: boolean; at: Instant };
      /** null: out of its band already. */
      trend: { perWeek: number; readings: number } | null;
      systemName: string | null;
    }
  | {
      kind: 'condition';
      measure: MeasureId;
      limit: number;
      /** The value when clean, where the limit is taken from it. */
      clean: number | null;
      latest: { value: number; at: Instant };
      /** null: over its limit already. */
      trend: { perDay: number; readings: number; from: 'readings' | 'earlier-cycles' } | null;
    }
  | {
      kind: 'depletion';
      store: StoreMeasureId;
      left: number;
      unusable: number;
      perDay: number;
      /** Where its rate comes from: read, worked out from what passed, or said by a person. */
      by: 'readings' | 'balance' | 'declared';
    }
  | { kind: 'season'; recurrence: string; day: Day }
  | { kind: 'after-event'; event: EventKind; at: Instant; days: number; note: string };

/**
 * What a curve counts: exposure since the job was last done (days), or days from `at`, for what was seen in the water,
 * on a meter or in the calendar and holds whatever the age of the part.
 */
export type CurveClock = 'since-last-done' | 'from-now';

/** One rule turned into a curve: the chance that the job is not yet due. */
export interface RuleCurve {
  kind: RuleKind;
  clock: CurveClock;
  survives: (days: number) => number;
  reason: RuleReason;
  /** Only wear: what the records say, for the age at which a sudden failure should be forestalled. */
  learned?: { grid: WearGrid; toDays: (exposure: number) => number };
  /** What also drives other rules: given it, they are independent of one another. */
  cause?: CommonCause;
}
/** Feeding drives wear by dirt and nutrients alike; one part's own life stands behind its wear and its readings. */
export type CommonCause = 'feeding' | 'this-life';
/** null: the rule cannot speak (its evidence is missing). */
export type Evaluate<K extends RuleKind> = (rule: IntervalRule<K>, context: RuleContext) => RuleCurve | null;
