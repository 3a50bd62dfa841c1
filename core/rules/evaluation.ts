import type { WorkShown } from './workShown.ts';
import type { Found } from '../wear/found.ts';
import type { JobAge, PossibleAge } from './age.ts';
import type { WearEvidence } from './wearEvidence.ts';
import type { EventKind } from '../catalogue/eventKinds.ts';
import type { ParameterId } from '../water/parameters.ts';
import type { JobFacts } from './facts.ts';
import type { StoreRate } from './storeRate.ts';
import type { CounterId, MeasureId, StoreMeasureId } from '../quantity/measures.ts';
import type { IntervalRule, LimitSetter, RuleKind } from '../catalogue/rule.ts';
import type { LifeRange } from '../wear/wearGrid.ts';
import type { Day, Instant } from '../time/day.ts';

/** What another job will do next, for rules that count its services. */
export interface OtherJob {
  action: string;
  /** When it was done since this job's last time, oldest first. */
  doneSince: readonly Instant[];
  /** Days from `at` to its next recommended day, null where nobody knows. */
  nextInDays: number | null;
  /** Days between its services. */
  intervalDays: number;
}

export interface RuleContext {
  facts: JobFacts;
  age: JobAge;
  at: Instant;
  /** Exposure now, days; null where the last time is unknown or rough. */
  ageDays: number | null;
  other: (jobId: string) => OtherJob | null;
  /** What the records say of the life that its wear rule counts; null: it has no such rule. */
  wear: WearEvidence | null;
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
      /** Days of the year's mean that a day of this season wears like; left out where no season is known of the place. */
      seasonPace?: number;
    }
  | { kind: 'calendar'; range: LifeRange; by: LimitSetter | null }
  | { kind: 'usage'; ratedHours: LifeRange; usedHours: number | null; hoursPerDay: number; metered: boolean }
  | { kind: 'every-nth'; n: number; doneSince: number; action: string }
  | {
      kind: 'water-test';
      parameter: ParameterId;
      side: 'above' | 'below';
      limit: number;
      latest: { value: number; below: boolean; at: Instant };
      /** Out of its band already: since when. */
      crossed: CrossedAt | null;
      trend: { perWeek: number; readings: number } | null;
      systemName: string | null;
    }
  | {
      kind: 'condition';
      measure: MeasureId;
      limit: number;
      /** The easier job that had just been done; null: the reading speaks by itself. */
      after: string | null;
      /** The value when clean, where the limit is taken from it. */
      clean: number | null;
      latest: { value: number; at: Instant };
      /** Over its limit already: since when. */
      crossed: CrossedAt | null;
      trend: { perDay: number; readings: number; from: 'readings' | 'earlier-cycles' } | null;
      /** What doing it last time changed; null: not read before and after. */
      lastWork: WorkShown | null;
    }
  | {
      kind: 'depletion';
      store: StoreMeasureId;
      left: number;
      unusable: number;
      perDay: number;
      /** Where its rate comes from: read, worked out from what passed, said by a person, or usual. */
      by: StoreRate['by'];
      /** What a person declared, where it was measured since; null: it governs, or nobody did. */
      declaredPerDay: number | null;
    }
  | { kind: 'season'; recurrence: string; day: Day }
  | { kind: 'after-event'; event: EventKind; at: Instant; days: number; note: string };

/** Between the last reading inside a limit (null: there is none) and the first one outside. */
export interface CrossedAt {
  after: Instant | null;
  by: Instant;
}

/** One rule turned into a curve: the chance that the job is not yet due. */
export interface RuleCurve {
  kind: RuleKind;
  /** Of a fresh life, by days of exposure; null: what was seen, in the water or in the calendar, whatever the age. */
  ofLife: ((exposureDays: number) => number) | null;
  /** From now on, by calendar days, for a part of an age. */
  notDue: (daysFromNow: number, age: PossibleAge) => number;
  reason: RuleReason;
  /** How likely what was seen of this life is at an age; absent: nothing was seen of it. */
  seen?: (age: PossibleAge) => number;
  /** Rules whose evidence this curve holds already: they are told, and not counted again. */
  holds?: readonly RuleKind[];
  /** What also drives other rules: given it, they are independent of one another. */
  cause?: CommonCause;
}
/** Feeding drives wear by dirt and nutrients alike; two limits read on one part tell of one life. */
export type CommonCause = 'feeding' | 'this-life';

/** A curve of the exposure since the job was last done. */
export const byExposure = (
  survives: (exposureDays: number) => number,
): Pick<RuleCurve, 'ofLife' | 'notDue'> => ({
  ofLife: survives,
  notDue: (daysFromNow, age) => survives(age.exposureIn(daysFromNow)),
});
/** A curve of the calendar, whatever the age of the part. */
export const byCalendar = (
  survives: (daysFromNow: number) => number,
): Pick<RuleCurve, 'ofLife' | 'notDue'> => ({
  ofLife: null,
  notDue: survives,
});
/** null: the rule cannot speak (its evidence is missing). */
export type Evaluate<K extends RuleKind> = (rule: IntervalRule<K>, context: RuleContext) => RuleCurve | null;
