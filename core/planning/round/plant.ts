/** What must not stand still in a water for long. */
export const means = ['flow', 'heat', 'air'] as const;
export type Mean = (typeof means)[number];

/** What decides how fast a water loses its oxygen. */
export interface OxygenFigures {
  saturationMgL: number;
  /** Animals and water together, mg/L an hour. */
  useMgLh: number;
  /** What the animals must keep, mg/L. */
  limitMgL: number;
  depthM: number;
}
/** What gives a water its flow, its heat or cold and its broken surface, and how long it may be without. */
export interface PlantSystem {
  systemId: string;
  name: string;
  /** null: nothing here gives it, so nothing can be missed. */
  gives: Readonly<Record<Mean, { componentIds: readonly string[]; limitMin: number | null } | null>>;
  /** Absent or null: not known. */
  oxygen?: OxygenFigures | null;
  /** The new water that a change of it takes. */
  takes?: PlantStore['holds'];
}
/** Wet media that live in a unit. */
export interface PlantUnit {
  componentId: string;
  name: string;
  systemIds: readonly string[];
  /** Minutes they may stand without flow. */
  mediaStandMin: number;
}
/** New water that stands ready for some waters. */
export interface PlantStore {
  componentId: string;
  name: string;
  systemIds: readonly string[];
  holds: 'salt' | 'fresh';
  /** Down to what its pump cannot reach, L; null: nobody read it. */
  usableL: number | null;
}
export interface Plant {
  systems: readonly PlantSystem[];
  units: readonly PlantUnit[];
  /** Absent: nobody looked. */
  stores?: readonly PlantStore[];
  /** Down before the visit begins: paused, off, left off. */
  down: ReadonlySet<string>;
}
