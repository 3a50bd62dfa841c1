import type { CautionId } from '../../catalogue/cautions.ts';
import type { BathKind, WorkKind } from '../../catalogue/types.ts';
import type { ParameterId } from '../../water/parameters.ts';
import type { OneOf } from './inTurn.ts';

/** The phases of a visit in their workable order (handbook, "The order of work"; common practice, no published source). */
export const phases = [
  'look',
  'test',
  'judge',
  'prepare',
  'fit',
  'shut',
  'soak',
  'clean',
  'drain',
  'media',
  'refill',
  'restart',
  'prove',
  'remove',
  'recalibrate',
  'wipe',
  'record',
] as const;
export type Phase = (typeof phases)[number];

/** A thing switched off, closed, removed or put into a mode, and how it is proved as it was. */
export interface Off {
  what: string;
  provedBy: string;
  /** The piece of equipment it is, where that is known. */
  componentId: string | null;
  kindId: string | null;
  /** A temporary fitting stays on instead: it is proved by having been taken out. Absent: off. */
  on?: boolean;
  /** One of several that do the same; absent: nothing else does. */
  oneOf?: OneOf;
}

/** How a body of water stands to what is shared: clean before suspect, quarantine last. */
export const standings = ['clean', 'suspect', 'quarantine'] as const;
export type Standing = (typeof standings)[number];

/** One thing to do in a round. Plain data: screens, print and the log of the round name it by its id. */
export interface Step {
  id: string;
  phase: Phase;
  /** The job it belongs to; null: it belongs to the visit itself, or to several jobs. */
  jobId: string | null;
  /** All jobs it serves: what several need off is switched off once. */
  forJobs: readonly string[];
  systemIds: readonly string[];
  unitId: string | null;
  kindId: string | null;
  work: WorkKind | null;
  title: string;
  /** Minutes of hands; what it waits for by itself comes after. */
  handsMin: number;
  waitMin: number;
  /** People who work at it at once; absent: one. */
  people?: number;
  off: Off | null;
  /** What is tested in it. */
  tests: readonly ParameterId[];
  /** Water that is drained, and refilled, L; null: to the mark. */
  litres: number | null;
  biological: boolean;
  largeMechanical: boolean;
  /** It only makes or stores water: no hands in that of its systems. */
  dry: boolean;
  /** Of the systems it touches; null: the visit's, or of several that stand differently. */
  standing: Standing | null;
  cautions: readonly CautionId[];
  /** Acid or bleach is at hand in it. */
  baths?: readonly BathKind[];
}

/** A job as a round takes it up. */
export interface RoundJob {
  jobId: string;
  systemIds: readonly string[];
  componentId: string | null;
  unitId: string | null;
  kindId: string;
  work: WorkKind;
  thing: string;
  action: string;
  minutes: number;
  /** People who work at it at once; absent: one. */
  people?: number;
  /** It works by itself meanwhile: a bath, a drain. */
  wait: { what: string; minutes: number } | null;
  /** Fitted before dirt is stirred up, taken out when the water is clear. */
  temporary: { clearMin: number } | null;
  shuts: readonly Off[];
  /** Hands and tools go into the water of its systems; false for what only makes or stores it. */
  inWater: boolean;
  /** Planned for a change of water, L. */
  litres: number | null;
  tests: ParameterId | null;
  biological: boolean;
  largeMechanical: boolean;
  /** A new charge runs to waste before it is in line. */
  newCharge: boolean;
  cautions: readonly CautionId[];
  /** Acid or bleach that it works with. */
  baths: readonly BathKind[];
  /** Nobody knows whether it is due: it is looked at, not done. */
  lookOnly?: boolean;
}

/** A step in which one part is looked at, and nothing done. */
export const isLookAtJob = ({ phase, jobId }: Pick<Step, 'phase' | 'jobId'>): boolean =>
  phase === 'look' && jobId !== null;

/** Phases that a visit has once, or once for a water, whatever its jobs. */
const once: readonly Phase[] = ['look', 'judge', 'prepare', 'wipe', 'record'];
/** Whether a step is the visit's, not of a job. */
export const isOnce = ({ phase, jobId }: Pick<Step, 'phase' | 'jobId'>): boolean =>
  jobId === null && once.includes(phase);

/** The step whose end is the job's: a change is done when it is refilled, everything else when it is done. */
export const isTheJob = ({ id, jobId, work }: Pick<Step, 'id' | 'jobId' | 'work'>): boolean =>
  jobId !== null && id === `${jobId} ${work === 'change water' ? 'refill' : 'do'}`;
