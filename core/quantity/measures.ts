import type { QuantityId } from './quantities.ts';

/** What can be read on a piece of equipment, and which way it goes as the part wears. */
export interface Measure {
  name: string;
  quantity: QuantityId;
  /** Whether the value rises or falls as the part wears or the store empties. */
  worse: 'rises' | 'falls';
  /** The most it can be, where that is not all of it. */
  most?: number;
  /** The least that its kit or meter shows; under it nothing more is known. House default. */
  lowest?: number;
  /** Standard deviation of the same thing read twice, in the stored unit; house default. */
  repeatability: number;
  decimals: number;
  /** It adds up (a meter), or is a standing rate from a date: what wears a part can be counted by it. */
  counts?: 'total' | 'rate';
  /** Above nothing, it shows that the part runs. */
  showsRunning?: true;
  /** Nobody reads it: it is worked out from what has passed. */
  workedOut?: true;
  /** What harm stands behind its limit, once it is crossed. */
  beyond?: string;
  /** Read on a unit unless it belongs to the whole water. */
  of?: 'system';
}

/** A new thing to read is a new entry. Repeatabilities are house defaults. */
export const measures = {
  hours: {
    name: 'Running hours',
    quantity: 'hours',
    worse: 'rises',
    repeatability: 1,
    decimals: 0,
    counts: 'total',
  },
  'litres-through': {
    name: 'Litres through it',
    quantity: 'volume',
    worse: 'rises',
    repeatability: 1,
    decimals: 0,
    counts: 'total',
  },
  feed: {
    name: 'Feed',
    quantity: 'feed',
    worse: 'rises',
    repeatability: 0.5,
    decimals: 1,
    counts: 'rate',
    of: 'system',
  },
  dose: {
    name: 'Dose',
    quantity: 'dose',
    worse: 'rises',
    repeatability: 1,
    decimals: 1,
    counts: 'rate',
    of: 'system',
  },
  'pressure-drop': {
    beyond: 'the flow behind it falls',
    name: 'Pressure drop',
    quantity: 'pressure',
    worse: 'rises',
    repeatability: 3,
    decimals: 0,
  },
  flow: {
    beyond: 'less water reaches what it feeds',
    name: 'Flow',
    quantity: 'flow',
    worse: 'falls',
    repeatability: 30,
    decimals: 0,
    showsRunning: true,
  },
  'air-draw': {
    beyond: 'hardly any foam is made',
    name: 'Air draw',
    quantity: 'flow',
    worse: 'falls',
    repeatability: 15,
    decimals: 0,
    showsRunning: true,
  },
  rejection: {
    beyond: 'more salt passes, and the resin behind is used up early',
    name: 'Rejection',
    quantity: 'share',
    worse: 'falls',
    repeatability: 0.3,
    decimals: 1,
  },
  'product-tds': {
    beyond: 'what it should hold back is in the water that is made',
    name: 'Product TDS',
    quantity: 'dissolved-solids',
    worse: 'rises',
    repeatability: 0.5,
    decimals: 0,
  },
  'tds-in': {
    name: 'TDS of the feed',
    quantity: 'dissolved-solids',
    worse: 'rises',
    repeatability: 3,
    decimals: 0,
  },
  'tds-membrane': {
    name: 'TDS after the membrane',
    quantity: 'dissolved-solids',
    worse: 'rises',
    repeatability: 0.5,
    decimals: 1,
  },
  'feed-pressure': {
    beyond: 'the unit makes less and wastes more',
    name: 'Pressure at the membrane',
    quantity: 'pressure',
    worse: 'falls',
    repeatability: 8,
    decimals: 0,
  },
  'waste-flow': { name: 'Waste flow', quantity: 'flow', worse: 'rises', repeatability: 1, decimals: 1 },
  chlorine: {
    name: 'Chlorine after the carbon',
    quantity: 'concentration',
    worse: 'rises',
    lowest: 0.02,
    beyond: 'it destroys the membrane and passes into the water that is made',
    repeatability: 0.03,
    decimals: 2,
  },
  'feed-temperature': {
    name: 'Temperature of the feed',
    quantity: 'temperature',
    worse: 'falls',
    repeatability: 0.3,
    decimals: 1,
  },
  'probe-slope': {
    most: 120,
    beyond: 'it can no longer be trusted',
    name: 'Probe slope',
    quantity: 'share',
    worse: 'falls',
    repeatability: 1,
    decimals: 0,
  },
  'reference-error': {
    most: 10_000,
    beyond: 'everything read with it is off by more than it should be',
    name: 'Error, share of the tolerance',
    quantity: 'share',
    worse: 'rises',
    repeatability: 15,
    decimals: 0,
  },
  'column-left': {
    beyond: 'the water falls short of what it adds',
    name: 'Media column',
    quantity: 'share',
    worse: 'falls',
    repeatability: 4,
    decimals: 0,
  },
  'litres-left': { name: 'Water left', quantity: 'volume', worse: 'falls', repeatability: 0.5, decimals: 0 },
  'resin-left': {
    name: 'Resin left',
    quantity: 'share',
    worse: 'falls',
    repeatability: 8,
    decimals: 0,
    workedOut: true,
  },
  'rated-litres-left': {
    name: 'Rated litres left',
    quantity: 'volume',
    worse: 'falls',
    repeatability: 50,
    decimals: 0,
    workedOut: true,
  },
  'metres-left': { name: 'Roll left', quantity: 'length', worse: 'falls', repeatability: 20, decimals: 0 },
} as const satisfies Record<string, Measure>;
export type MeasureId = keyof typeof measures;
export type CounterId = {
  [K in MeasureId]: (typeof measures)[K] extends { counts: string } ? K : never;
}[MeasureId];
/** Whether what wears a part can be counted by it. */
export const isCounter = (measure: MeasureId): boolean => 'counts' in measures[measure];
export const counterIds = (Object.keys(measures) as MeasureId[]).filter(isCounter) as [
  CounterId,
  ...CounterId[],
];
export const measureIds = Object.keys(measures) as [MeasureId, ...MeasureId[]];

/** Measures that say how much of a store is left. */
export const storeMeasureIds = [
  'litres-left',
  'metres-left',
  'resin-left',
  'rated-litres-left',
] as const satisfies readonly MeasureId[];
export type StoreMeasureId = (typeof storeMeasureIds)[number];

/** Within a sentence: "flow", "TDS of the feed". */
export function measureWord(measure: MeasureId): string {
  const { name }: Measure = measures[measure];
  return /^[A-Z][a-z]/.test(name) ? name.charAt(0).toLowerCase() + name.slice(1) : name;
}
