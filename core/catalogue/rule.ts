import type { Day } from '../time/day.ts';
import type { EventKind } from './eventKinds.ts';
import type { MeasureId, StoreMeasureId } from '../quantity/measures.ts';
import type { ParameterId } from '../water/parameters.ts';
import type { LifeRange } from '../wear/wearGrid.ts';

/** Every kind of interval rule and its fields, in one place. A new kind is a line here and an evaluator. */
interface RuleFields {
  /** The wear life is learned from found conditions; `range` is what keepers usually see, in days. */
  wear: { range: LifeRange };
  /**
   * By the calendar: one figure is "never longer than", two are the range of practice. Days. A limit that the law or the
   * maker sets runs on while the unit rests, and no programme replaces it.
   */
  calendar: { range: LifeRange; by?: LimitSetter };
  /** A rated amount is used up. Hours of running, the chance of being due rises from lo to hi. */
  usage: { ratedHours: LifeRange };
  /** Due at each Nth service of another job of the same unit (or system), since this job's last one. */
  'every-nth': { ofJob: string; n: number };
  /** Due when a parameter leaves its band at the top, at the bottom or at either end. */
  'water-test': { parameter: ParameterId; side?: BandSide };
  /**
   * Due when something read on the unit crosses a limit. `after`: another job of the same unit mends the same thing more
   * easily, so only what is read right after that one was done speaks for this one.
   */
  condition: { measure: MeasureId; limit: number; against: ConditionBase; after?: string };
  /** Due when a store is used up: its content when filled, what is read of it, what a day takes. */
  depletion: { store: StoreMeasureId };
  /** Due on the days of a recurrence rule (RFC 5545), counted from a day. */
  season: { recurrence: string; from: Day };
  /** Due so many days after an event of a kind that happened since it was last done. */
  'after-event': { event: EventKind; days: number };
}
/** Who sets a limit that holds whatever a keeper's practice is. */
export const limitSetters = ['law', 'maker'] as const;
export type LimitSetter = (typeof limitSetters)[number];

/** The end of a band at which a rule speaks. */
export type BandSide = 'above' | 'below' | 'either';
export const bandSides = ['above', 'below', 'either'] as const satisfies readonly BandSide[];
/** The sibling whose services a rule goes by; undefined: it goes by none. */
export const askedJob = (rule: IntervalRule): string | undefined =>
  rule.kind === 'every-nth' ? rule.ofJob : rule.kind === 'condition' ? rule.after : undefined;

/** Against what a limit stands: as read; a rise over the clean value; a share (%) of the clean value. */
export const conditionBases = ['as-read', 'rise-over-clean', 'share-of-clean'] as const;
export type ConditionBase = (typeof conditionBases)[number];

export type RuleKind = keyof RuleFields;
export type IntervalRule<K extends RuleKind = RuleKind> = { [P in K]: { kind: P } & RuleFields[P] }[K];
