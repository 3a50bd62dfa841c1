import type { JobDefinition } from '../catalogue/types.ts';
import type { Instant } from '../time/day.ts';
import type { EventKind } from '../catalogue/eventKinds.ts';
import type { TestPoint, TestSeries } from '../water/testSeries.ts';
import type { Counter } from './counter.ts';
import type { MeasureId } from '../quantity/measures.ts';
import type { Rest } from '../time/runningClock.ts';
import type { Found } from '../wear/found.ts';

/** When a service happened, as far as anyone knows. */
export type Done = { kind: 'exact'; at: Instant } | { kind: 'rough'; from: Instant; to: Instant };

export interface ServiceFact {
  done: Done;
  /** null: nobody said how it was found. */
  found: Found | null;
  /** Part of the job that was done, over 0 to 1: a half takes off half the age. */
  shareDone: number;
}
export interface LookFact {
  at: Instant;
  found: Found;
}
export interface MeterReading {
  at: Instant;
  hours: number;
}
/** Something read on the unit, in the stored unit of its measure. */
export interface UnitReading {
  measure: MeasureId;
  at: Instant;
  value: number;
  timing: 'before' | 'after' | null;
}
/** What a store holds when filled, what of it cannot be used, and what a day takes; null: nobody said. */
export interface StoreFigures {
  capacity: number | null;
  unusable: number | null;
  /** As a person declared it. */
  usePerDay: number | null;
  /** As it was measured over several fills; it stands over what was declared. Absent: it is measured from its last fill alone. */
  measuredPerDay?: number | null;
  /** As such stores usually lose, where nothing was measured or declared. */
  usualPerDay?: number | null;
  /** What is left now where that is worked out from what has passed, not read; it comes before readings. */
  leftNow?: number | null;
}
export const noStoreFigures: StoreFigures = { capacity: null, unusable: null, usePerDay: null };
/** One parameter of one system: the history that dates, verdicts, charts and plans all read. */
export interface WaterSeries extends TestSeries {
  systemId: string;
  systemName: string;
  /** true: the band follows the incoming water; with none read yet there is no band. */
  fromSource: boolean;
  incoming: Incoming | null;
  points: readonly (TestPoint & { at: Instant })[];
}
/** The last accepted reading of the water that comes in. */
export interface Incoming {
  value: number;
  at: Instant;
}
export type Status = 'running' | 'standby' | 'paused' | 'off' | 'removed';

/** All that is known of one job at one instant; nothing in it lies after that instant. */
export interface JobFacts {
  jobId: string;
  zone: string;
  definition: JobDefinition;
  /** Jobs of the same unit (or system) by their id in the catalogue, for rules that count another job. */
  siblings: Readonly<Record<string, string>>;
  status: Status;
  statusSince: Instant | null;
  /** Why it rests, where a person said so. */
  statusReason: string | null;
  /** Oldest first. */
  services: readonly ServiceFact[];
  looks: readonly LookFact[];
  rests: readonly Rest[];
  /** Events that ended an old life, with their words, oldest first. */
  lifeEnds: readonly { at: Instant; what: string }[];
  /** Events of the kinds its rules wait for, at its unit, system or place, oldest first. */
  events: readonly { kind: EventKind; at: Instant; note: string }[];
  meter: readonly MeterReading[];
  /** All other readings on its unit, oldest first. */
  unitReadings: readonly UnitReading[];
  store: StoreFigures;
  /** What wears it, counted, where its definition names a measure and somebody logs it. */
  counter: Counter | null;
  /** Tests of the water it serves, with the band in force, oldest first. */
  water: readonly WaterSeries[];
  dutyHoursPerDay: number;
  held: { until: Instant; reason: string } | null;
  /** Skips and postponements since it was last done. */
  skips: number;
  /** When a turn of it was last left out with a reason: what had called it by then is answered. */
  dismissedAt: Instant | null;
}

/** The instant taken for a service: the middle of a rough span. */
export function instantOf(done: Done): Instant {
  return done.kind === 'exact' ? done.at : (done.from + done.to) / 2;
}
