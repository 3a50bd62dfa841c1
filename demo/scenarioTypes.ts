import type { MeasureId } from '../core/quantity/measures.ts';
import type { ParameterId } from '../core/water/parameters.ts';
import type { RecordContent } from '../contract/records.ts';
import type { WaterTruth } from './waterTruth.ts';

// What the simulation knows and the product has to find out: how long a life typically is here (days), how much
// single lives scatter, and the person's habit as a share of that life.

export interface Truth {
  typicalDays: number;
  /** Standard deviation of ln life. */
  scatter: number;
  /** At which share of the typical life this person gets round to it. */
  habit: number;
  /** How often a finished job is graded, 0 to 1. */
  graded: number;
  /** From this many days before today on, lives are this many times as long (another feed, a new pump). */
  change?: { daysBefore: number; factor: number };
  /** Nothing was done in the last so many days: overdue, or neglected. */
  leftSince?: number;
  /** How the start of the record is known. */
  start?: 'exact' | 'rough' | 'unknown';
}

/** Something read on a component: where it starts when clean, and what a day does to it. */
export interface ReadingTruth {
  measure?: MeasureId;
  /** Instead of a measure: the incoming water's. */
  incoming?: ParameterId;
  clean: number;
  perDay: number;
  scatter: number;
  everyDays: number;
  /** kind/job that brings it back to clean. */
  resetBy?: string;
  /** The drift begins only so many days before today. */
  startsDaysBefore?: number;
  /** Up and down over the year by so much. */
  swing?: number;
  /** From so many days before today on it drifts this many times as fast. */
  faster?: { daysBefore: number; factor: number };
}

export interface ScenarioComponent {
  readings?: ReadingTruth[];
  store?: { job: string; capacity: number; unusable: number; usePerDay: number };
  /** A job of the keeper's own that the seasons call. */
  season?: { action: string; recurrence: string; minutes: number };
  kindId: string;
  name: string;
  status?: RecordContent<'component'>['status'];
  statusReason?: string;
  /** Days before today since when it rests or is off. */
  statusDaysBefore?: number;
  dutyHoursPerDay?: number;
  ratedW?: number;
  facts?: Partial<RecordContent<'component'>['facts']>;
  jobs: Record<string, Truth>;
  parts?: ScenarioComponent[];
  holds?: RecordContent<'component'>['holds'];
  makeUp?: RecordContent<'component'>['makeUp'];
  /** Names of further systems it serves. */
  alsoServes?: string[];
  hourMeter?: boolean;
}
export interface ScenarioSystem {
  name: string;
  water: RecordContent<'system'>['water'];
  believedVolumeL: number | null;
  standing?: RecordContent<'system'>['standing'];
  vessels: Omit<RecordContent<'vessel'>, 'systemId'>[];
  jobs: Record<string, Record<string, Truth>>;
  components: ScenarioComponent[];
  programmeId: string;
  bands?: RecordContent<'system'>['bands'];
  tests?: WaterTruth;
  kits?: KitTruth[];
  dosed?: DosedTruth;
  /** Dry grams a day, logged since the records begin. */
  feedPerDay?: number;
  probe?: ProbeTruth;
}
/** A kit of the keeper: what is printed on it; figures in the stored unit. */
export interface KitTruth {
  name: string;
  parameter: ParameterId;
  unit: string;
  step: number;
  lowest: number;
  repeatability: number;
  titration?: { per: 'drop' | 'mL'; factor: number };
  batch: string;
  /** Days after today when it expires; negative: it has expired. */
  expiresInDays: number;
}
/** A solution dosed daily, and the tests right after changes that tell its use. */
export interface DosedTruth {
  parameter: ParameterId;
  name: string;
  /** What one mL brings into one litre. */
  perMl: number;
  mlPerDay: number;
  sinceDaysBefore: number;
  /** How far the level stands after a change over the level before the next one. */
  fallBetweenChanges: number;
}
/** A probe that reads all day, agrees with the kit and then drifts. */
export interface ProbeTruth {
  parameter: ParameterId;
  name: string;
  level: number;
  swing: number;
  days: number;
  everyHours: number;
  driftsSinceDaysBefore: number;
  driftPerDay: number;
  /** The kit reads the same water every so many days. */
  kitEveryDays: number;
}
export interface ScenarioSite {
  name: string;
  timeZone: string;
  weekdays: number[];
  everyWeeks: number;
  minutes: number;
  roomC?: number;
  sitter?: RecordContent<'site'>['sitter'];
  people: string[];
  systems: ScenarioSystem[];
}

export const truth = (
  typicalDays: number,
  scatter: number,
  habit: number,
  graded = 0.8,
  more: Partial<Truth> = {},
): Truth => ({ typicalDays, scatter, habit, graded, ...more });
