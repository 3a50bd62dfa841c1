import type { hoseDrain, hosePump } from '../../formulas/hoses.ts';
import type { Worked, WorkedOf } from '../../formulas/workOut.ts';
import type { ChangedTo } from '../afterChange.ts';
import type { ParameterId } from '../parameters.ts';

/** What a store holds: fresh water never comes out of a salt store. */
export type Holds = 'salt' | 'fresh';

/** A drum or a container that water is drawn from. */
export interface Store {
  id: string;
  name: string;
  holds: Holds;
  /** The systems it stands for, by id; absent: all. */
  systemIds?: readonly string[];
  /** What is in it now, L. */
  presentL: number;
  /** The bottom that no pump reaches, L. */
  unusableL: number;
  /** What was read in it, stored units. */
  values: Partial<Record<ParameterId, number>>;
}

/** A vessel that is drained. */
export interface DrainedVessel {
  name: string;
  surfaceCm2: number;
  /** Part of the surface that is water and not rock. */
  freeShare: number;
}

/** One system that asks for water. */
export interface Asking {
  id: string;
  name: string;
  water: 'fresh' | 'brackish' | 'salt';
  /** True litres. */
  litres: number;
  /** What is to be changed, L, over all its stages. */
  wantedL: number;
  /** Drawn and refilled at once, or running in while as much runs off. */
  way: 'at-once' | 'continuous';
  tests: Partial<Record<ParameterId, { value: number; below?: boolean }>>;
  /** How far its worst nutrient lies over the band, as a share of it; 0: nothing over. */
  urgency: number;
  /** Where the water is drained from; null: no vessel is measured. */
  vessel: DrainedVessel | null;
}

export interface Hose {
  /** From the water down to the outlet of the hose. */
  headM: number;
  boreMm: number;
  lengthM: number;
}
export interface TransferPump {
  shutOffM: number;
  mostLph: number;
  /** From the water in the store up to the outlet. */
  liftM: number;
  boreMm: number;
  lengthM: number;
}
export const shortRules = ['scale', 'worst-first'] as const;
/** When the stores do not hold enough: everybody gets less, or the worst is served first. */
export type ShortRule = (typeof shortRules)[number];

export interface ChangeAsk {
  systems: readonly Asking[];
  stores: readonly Store[];
  ifShort: ShortRule;
  /** The stores are salted and warmed to fit before the visit; false: they are used as they stand. */
  matched: boolean;
  hose: Hose | null;
  pump: TransferPump | null;
  /** Rated power that warms a store, W; null: none stands in it. */
  heaterW: number | null;
  chillerW: number | null;
}

/** How a large change is divided; the figures of one stage. */
export interface Stages {
  count: number;
  litresEach: number;
  shareEach: number;
  daysApart: number;
  /** What keeps one change from being larger; null: one is enough. */
  limitedBy: 'share' | ParameterId | null;
}

/** Litres out of one store. */
export interface Draw {
  storeId: string;
  litres: number;
}

/** Why a system gets nothing. */
export type Refused = 'no-fresh-store' | 'no-salt-store' | 'nothing-left';

/** What one system gets at this visit. */
export interface SystemChange {
  systemId: string;
  name: string;
  wantedL: number;
  stages: Stages;
  /** What this visit would take if there were enough. */
  neededL: number;
  /** Drained, and refilled: one figure, whatever was wanted. */
  litres: number;
  share: number;
  draws: readonly Draw[];
  refused: Refused | null;
  /** The blend that goes in; what was not read in it is absent. */
  newWater: Partial<Record<ParameterId, number>>;
  /** After this visit's stage. */
  after: readonly ChangedTo[];
  /** After all stages, nothing produced between them. */
  afterAll: readonly ChangedTo[];
  levelFallsCm: number | null;
  drain: WorkedOf<typeof hoseDrain> | null;
  refill: WorkedOf<typeof hosePump> | null;
  /** The calculators behind it. */
  workings: readonly Worked[];
}

/** What a store needs before it can be drawn from. */
export interface StorePreparation {
  storeId: string;
  name: string;
  /** What it gives to all systems, L. */
  drawnL: number;
  usableL: number;
  leftL: number;
  /** Of what was asked of it, what it does not hold, L. */
  shortL: number;
  /** The systems it is matched to: salt to be dissolved, and how far to warm (over 0) or cool (under). */
  saltKg: number | null;
  towardsPpt: number | null;
  byC: number | null;
  towardsC: number | null;
  hours: number | null;
  workings: readonly Worked[];
}

export interface ChangePlan {
  systems: readonly SystemChange[];
  stores: readonly StorePreparation[];
}
