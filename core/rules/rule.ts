import type { EventKind } from './eventKinds.ts';
import type { ParameterId } from '../water/parameters.ts';
import type { LifeRange } from '../wear/wearGrid.ts';

/** Every kind of interval rule and its fields, in one place. A new kind is a line here and an evaluator. */
interface RuleFields {
  /** The wear life is learned from found conditions; `range` is what keepers usually see, in days. */
  wear: { range: LifeRange };
  /** By the calendar: one figure is "never longer than", two are the range of practice. Days. */
  calendar: { range: LifeRange };
  /** A rated amount is used up. Hours of running, the chance of being due rises from lo to hi. */
  usage: { ratedHours: LifeRange };
  /** Due at each Nth service of another job of the same unit (or system), since this job's last one. */
  'every-nth': { ofJob: string; n: number };
  /** Due so many days after an event of a kind that happened since it was last done. */
  /** Due when a parameter leaves its band: the trend of the tests since last done, and their error. */
  'water-test': { parameter: ParameterId };
  'after-event': { event: EventKind; days: number };
}
export type RuleKind = keyof RuleFields;
export type IntervalRule<K extends RuleKind = RuleKind> = { [P in K]: { kind: P } & RuleFields[P] }[K];
