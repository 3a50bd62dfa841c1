import type { ParameterId } from '../core/water/parameters.ts';

/** What the simulation knows of one system's water. Amounts are per litre of system. */
export interface WaterTruth {
  /** mg/L a day that feeding adds, before `feedChange`. */
  nitratePerDay: number;
  phosphatePerDay: number;
  /** From so many days before today on, feeding is this many times as much. */
  feedChange?: { daysBefore: number; factor: number };
  /** Share of the water a change replaces; make-up holds none of either. */
  changeShare: number;
  /** The make-up water brings so much phosphate a day since so many days: its membrane lets it through. */
  product?: { daysBefore: number; phosphatePerDay: number };
  /** Share of nitrate that plants, pellets and bacteria take a day. */
  nitrateUptake: number;
  /** Share of phosphate a fresh media charge takes a day; it fades with its age over `mediaDays`. */
  mediaUptake?: { fresh: number; mediaDays: number };
  start: { nitrate: number; phosphate: number };
  /** Parameters that only hover: their level and daily scatter. */
  steady: Partial<Record<ParameterId, { level: number; scatter: number; swing?: number }>>;
  /** Every how many days it is tested, by parameter. */
  tests: Partial<Record<ParameterId, number>>;
}
