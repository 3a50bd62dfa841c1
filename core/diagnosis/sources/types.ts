import type { Check } from '../rank.ts';

export const sourceIds = [
  'food',
  'product-water',
  'detritus',
  'media',
  'skimmer',
  'harvest',
  'dead-animal',
  'rock',
] as const;
export type SourceId = (typeof sourceIds)[number];
export type Nutrient = 'nitrate' | 'phosphate';

/** How a job stands whose lateness could be the cause. */
export interface JobStand {
  /** "Sump floor, siphon". */
  name: string;
  /** Chance that it is due already; null: its age is not known. */
  chanceDue: number | null;
  daysSince: number | null;
}

/** Milligrams a day of the nutrient: what it is likely to be, and how far it may be from that. */
export interface Amount {
  least: number;
  likely: number;
  most: number;
}

/** What a nutrient does in a system, mg a day of the whole water. */
export interface Supply {
  /** What the tests say stays in the water. */
  stays: number;
  /** What changes carry out; null: no litres of a change are known. */
  byChanges: number | null;
  /** What must come from somewhere, before all other export: the sum. */
  supply: number;
  error: number;
  /** The same in the weeks before; null: too few tests then. */
  before: { supply: number; error: number } | null;
  tests: number;
  days: number;
}

/** All that the log says, at one instant. */
export interface NutrientFacts {
  nutrient: Nutrient;
  litres: number;
  supply: Supply;
  /** Dry grams a day; null: not logged. */
  feed: { now: number | null; before: number | null; changedDaysAgo: number | null };
  /** Water that comes in: top-off and changes together; null: nobody knows how much. */
  product: {
    litresPerDay: number | null;
    test: { value: number; below: boolean; daysAgo: number } | null;
    rejectionPercent: number | null;
    stages: readonly JobStand[];
  };
  deathDaysAgo: number | null;
  detritus: readonly JobStand[];
  media: readonly JobStand[];
  /** The last charge, and what is tested in front of and behind it. */
  mediaChangedDaysAgo: number | null;
  outlet: { inlet: number; outlet: number; daysAgo: number } | null;
  skimmer: readonly JobStand[];
  /** Air drawn as a share of clean; null: not read. */
  airShare: number | null;
  harvest: readonly JobStand[];
  /** Something stands or lies in it that can bind phosphate. */
  hasRock: boolean;
  /** The highest level of the last year, and the one before the last charge or series of changes. */
  highest: number | null;
  level: number;
  bandHi: number | null;
}

/** What speaks for or against a source, as data; words are made of it in explain. */
export type SourceReason =
  | { kind: 'tested'; value: number; below: boolean; daysAgo: number; nutrient: Nutrient }
  | { kind: 'not-tested' }
  | { kind: 'rejection'; percent: number }
  | { kind: 'late'; job: string; chance: number }
  | { kind: 'in-time'; job: string; chance: number }
  | { kind: 'age-unknown'; job: string }
  | { kind: 'feed-changed'; from: number; to: number; daysAgo: number | null }
  | { kind: 'feed-same'; grams: number }
  | { kind: 'feed-unknown' }
  | { kind: 'death'; daysAgo: number }
  | { kind: 'no-death' }
  | { kind: 'outlet'; inlet: number; outlet: number; daysAgo: number; nutrient: Nutrient }
  | { kind: 'air'; share: number }
  | { kind: 'fresh-charge'; daysAgo: number }
  | { kind: 'was-high'; highest: number; nutrient: Nutrient };

export interface SourceEvidence {
  /** How much likelier this is if the source is the cause than if it is not. */
  weight: number;
  reason: SourceReason;
}

/** One candidate. A new one is a file and a line in the list. */
export interface NutrientSource {
  id: SourceId;
  /** "Food" */
  name: string;
  /** How often it is the cause, before anything is known. House defaults: food is usually by far the largest. */
  prior: number;
  /** false: this system has nothing of the kind. */
  present: (facts: NutrientFacts) => boolean;
  /** How much a day it can bring, or fail to take out; null: nobody can say. */
  amount: (facts: NutrientFacts) => Amount | null;
  evidence: (facts: NutrientFacts) => SourceEvidence[];
  check: Check<SourceId>;
}
