import type { EventKind } from './eventKinds.ts';
import type { CounterId } from '../quantity/measures.ts';
import type { IntervalRule } from './rule.ts';
import type { ParameterId } from '../water/parameters.ts';
import type { CautionId } from './cautions.ts';
import type { Hands } from './hands.ts';

/** How the found condition of a job is graded, and what a grade means. */
export type FoundScale = 'wear' | 'level' | 'error' | 'finding' | 'none';
/** A nuisance, B water or performance falls, C livestock at risk, D a person, a building or a collection at risk. */
export type Consequence = 'A' | 'B' | 'C' | 'D';
export type Lateness = 'gradual' | 'sudden';
/** Where the unit stands on the water's path; the order of this list is the order of the path. */
export const pathPlaces = [
  'vessel',
  'overflow',
  'mechanical',
  'skimmer',
  'reactor',
  'sterilizer',
  'return',
  'make-up',
] as const;
export type PathPlace = (typeof pathPlaces)[number];
/** Sources of nutrients that the lateness of a job opens; what takes nutrients out says so by `takesOut`. */
export const guardedSources = ['detritus', 'skimmer', 'product-water'] as const;
export type GuardedSource = (typeof guardedSources)[number];
/** What kind of work a job is: an open list, used to filter. */
export type WorkKind =
  | 'clean'
  | 'replace'
  | 'empty'
  | 'wash'
  | 'change water'
  | 'inspect'
  | 'calibrate'
  | 'refill'
  | 'change over'
  | 'flush'
  | 'test';

export interface Supply {
  name: string;
  amount: string;
}
/** A step that must start hours before the job itself. */
export interface LeadStep {
  what: string;
  hoursBefore: number;
}
/** What the job switches off or shuts, and what to look for to prove it runs again. */
export interface Shuts {
  what: string;
  provedBy: string;
}

/** What hands work with that must never meet: acid frees chlorine from bleach. */
export const bathKinds = ['acid', 'bleach'] as const;
export type BathKind = (typeof bathKinds)[number];

/** A bath of a product and water; the share of the product is above 0 and at most 1. */
export interface Bath {
  product: string;
  share: number;
}

/** One job: everything that must be known to plan it, do it and judge it. */
export interface JobDefinition {
  id: string;
  /** The work in the words of the trade, lower case: "swap and wash". */
  action: string;
  work: WorkKind;
  rules: readonly IntervalRule[];
  /** What wears it, in a few words. */
  driver: string;
  /** What counts it where somebody logs it: its life is then learned in those units, not in days. */
  countedBy?: CounterId;
  foundScale: FoundScale;
  /** The five words for this job, as new to failed; none where nothing is graded. */
  foundWords: readonly string[];
  dueSigns: string;
  procedure: readonly string[];
  minutes: number;
  supplies: readonly Supply[];
  leadSteps: readonly LeadStep[];
  needs: readonly string[];
  /** What works by itself meanwhile, and how long: a bath, a drain. */
  waits?: { what: string; minutes: number };
  /** What it is bathed in: the product, and how much of the bath it is. */
  bath?: Bath;
  /** A fitting that is put in before dirt is stirred up and taken out when the water is clear, usually after so long. */
  temporary?: { clearMin: number };
  /** Whose hands; absent: one person’s, no papers. */
  hands?: Hands;
  shuts: readonly Shuts[];
  /** A due test is a job on the system: its services are the tests of this parameter. */
  tests?: ParameterId;
  /** What doing it takes out of the water, or lets its part take out again: a charge that binds, a harvest. */
  takesOut?: readonly ParameterId[];
  /** Which source of nutrients its lateness opens: dirt left lying, a skimmer gone weak, a membrane let through. */
  guards?: GuardedSource;
  /** What doing it means for other jobs: a new charge, a replaced part, dirt stirred up. */
  announces?: readonly EventKind[];
  /** What else on this water shortened the usual range ("pellets"). */
  soonerWith?: string;
  /** Two biological jobs on one system keep days apart, and apart from a large mechanical clean. */
  biological?: boolean;
  largeMechanical?: boolean;
  consequence: Consequence;
  /** What being late costs, in times the job; absent: as its consequence says. */
  costRatio?: number;
  lateness: Lateness;
  /** Acid or bleach that hands work with: the two never meet in a visit. */
  handles?: readonly BathKind[];
  cautions: readonly CautionId[];
  /** Where the figures come from. */
  basis: string;
}

/** A kind of equipment that, while it runs, shortens the usual range of a job elsewhere on the same water. */
export interface Effect {
  /** kind/job */
  on: string;
  /** The range is multiplied by this, below 1: sooner. */
  factor: number;
}

/** A kind of equipment (or part, or the water itself) with its default jobs. */
export interface EquipmentKind {
  id: string;
  name: string;
  /** Everyday words people search by. */
  alsoCalled: readonly string[];
  place: PathPlace;
  /** true where water passes it and comes back (a side loop), false where it stands in the main path. */
  sideLoop?: boolean;
  /** What it brings into the water day by day: too little of that is first a matter of how much it delivers. */
  delivers?: readonly ParameterId[];
  /** 'system' kinds are the jobs of the water and vessel themselves; everything else is equipment. */
  target: 'component' | 'system';
  about: string;
  /** Kinds of its parts, offered when it is added. */
  parts?: readonly string[];
  effects?: readonly Effect[];
  /** true: water comes in here; what is read of it is the source's. */
  source?: boolean;
  /** Of a person's own: the kind of the catalogue whose roles and hazards it has. */
  worksLike?: string;
  jobs: readonly JobDefinition[];
}

/** What a person may override for one job of one component. Absent: the catalogue's figure. */
export interface JobOverrides {
  rules?: readonly IntervalRule[];
  minutes?: number;
  consequence?: Consequence;
  costRatio?: number;
  lateness?: Lateness;
  action?: string;
  procedure?: readonly string[];
  hands?: Hands;
  leadSteps?: readonly LeadStep[];
  needs?: readonly string[];
  /** Of a temporary fitting: minutes until the water is clear here. */
  clearMin?: number;
}

/** The definition in force: the catalogue's with a person's own figures laid over. */
export function withOverrides(definition: JobDefinition, overrides: JobOverrides): JobDefinition {
  const { clearMin, ...figures } = overrides;
  const fitting = clearMin !== undefined && definition.temporary ? { temporary: { clearMin } } : {};
  return { ...definition, ...figures, ...fitting };
}
