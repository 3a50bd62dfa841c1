import type { carbonBlockLife, resinLeft, roNormalised } from '../../formulas/makeUp.ts';
import type { WorkedOf } from '../../formulas/workOut.ts';
import type { MeasureId } from '../../quantity/measures.ts';
import type { ParameterId } from '../parameters.ts';

/** What a person enters once about a unit; null: not said. */
export interface UnitFigures {
  /** Product at 25 °C and the rated pressure. */
  ratedLph: number | null;
  ratedKpa: number | null;
  resinL: number | null;
  resinEqPerL: number | null;
  /** Litres of feed the carbon takes at 1 mg/L of chlorine. */
  carbonRatedL: number | null;
  /** Chlorine of the mains, mg/L. */
  mainsChlorineMgL: number | null;
}
/** A value as it was last read. */
export interface LastRead {
  value: number;
  daysAgo: number;
}
/** What is read on a unit or its parts. */
export const unitMeasures = [
  'tds-in',
  'tds-membrane',
  'product-tds',
  'rejection',
  'flow',
  'waste-flow',
  'feed-pressure',
  'feed-temperature',
  'chlorine',
] as const satisfies readonly MeasureId[];
export type UnitMeasure = (typeof unitMeasures)[number];

export interface UnitFacts {
  figures: UnitFigures;
  read: Partial<Record<UnitMeasure, LastRead>>;
  /** Share of salts held back, %: as read, or by the TDS before and behind. */
  rejection: (LastRead & { from: 'read' | 'tds' }) | null;
  /** TDS that reaches the resin, ppm: as read, or what the rejection leaves of the feed. */
  behindMembrane: (LastRead & { from: 'read' | 'rejection' }) | null;
  /** Product made a day; null: nobody knows. */
  litresPerDay: number | null;
  /** Since the resin was changed: product made, and TDS after the membrane on the mean; null: not known. */
  resinPassed: { litres: number; meanTds: number } | null;
  /** Tests of the product itself. */
  tests: readonly { parameter: ParameterId; value: number; below: boolean; daysAgo: number }[];
}

export type CarbonVerdict = 'holds' | 'lets-through' | 'not-tested';
export interface UnitState {
  /** Product as a share of the rating at its temperature and pressure. */
  ofRated: WorkedOf<typeof roNormalised> | null;
  /** Product now, L/h: as read, or as rated at the feed's temperature. */
  productLph: { value: number; from: 'read' | 'rated' } | null;
  wastePerLitre: number | null;
  resin: WorkedOf<typeof resinLeft> | null;
  carbon: CarbonVerdict;
  carbonLife: WorkedOf<typeof carbonBlockLife> | null;
}
