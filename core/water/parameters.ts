import type { QuantityId } from '../quantity/quantities.ts';

/** What a method can and cannot tell: house defaults for a common kit, replaced by a method of one's own later. */
export interface MethodLimits {
  /** Lowest reading that is not "below". */
  lowest: number;
  /** Standard deviation of the same water read twice. */
  repeatability: number;
  /** The smallest difference it shows. */
  step: number;
}
export interface Parameter {
  name: string;
  quantity: QuantityId;
  /** In the stored unit of the quantity. */
  decimals: number;
  method: MethodLimits;
  /** Outside this no water anyone keeps can be: refused. */
  possible: { from: number; to: number };
  /** Outside this a person is asked. */
  likely: { from: number; to: number };
  /** From one test to the next it seldom changes by more than this, up or down; house default. */
  usualFactor: number;
  /** Nutrients may not be judged by tests after a water change. */
  nutrient: boolean;
  /** What mixing and warming leave as it was: a test of the made water tells of the new water. */
  staysInMadeWater?: true;
}

/** Parameters people test, in the order of a test sheet. A new one is a new entry. Limits are house defaults. */
export const parameters = {
  temperature: {
    name: 'Temperature',
    quantity: 'temperature',
    decimals: 1,
    method: { lowest: -2, repeatability: 0.2, step: 0.1 },
    possible: { from: -2, to: 45 },
    likely: { from: 4, to: 32 },
    usualFactor: 1.25,
    nutrient: false,
  },
  salinity: {
    name: 'Salinity',
    quantity: 'salinity',
    decimals: 1,
    method: { lowest: 0, repeatability: 0.4, step: 0.5 },
    possible: { from: 0, to: 42 },
    likely: { from: 0, to: 38 },
    usualFactor: 1.2,
    nutrient: false,
  },
  ph: {
    name: 'pH',
    quantity: 'ph',
    decimals: 2,
    method: { lowest: 0, repeatability: 0.1, step: 0.01 },
    possible: { from: 3, to: 11 },
    likely: { from: 5.5, to: 8.8 },
    usualFactor: 1.1,
    nutrient: false,
  },
  alkalinity: {
    name: 'Alkalinity',
    quantity: 'alkalinity',
    decimals: 1,
    method: { lowest: 0.3, repeatability: 0.2, step: 0.1 },
    possible: { from: 0, to: 40 },
    likely: { from: 1, to: 14 },
    usualFactor: 1.6,
    nutrient: false,
  },
  calcium: {
    name: 'Calcium',
    quantity: 'concentration',
    decimals: 0,
    method: { lowest: 10, repeatability: 8, step: 5 },
    possible: { from: 0, to: 1500 },
    likely: { from: 5, to: 560 },
    usualFactor: 1.35,
    nutrient: false,
  },
  magnesium: {
    name: 'Magnesium',
    quantity: 'concentration',
    decimals: 0,
    method: { lowest: 10, repeatability: 25, step: 10 },
    possible: { from: 0, to: 3000 },
    likely: { from: 1, to: 1700 },
    usualFactor: 1.25,
    nutrient: false,
  },
  nitrate: {
    name: 'Nitrate',
    quantity: 'concentration',
    decimals: 1,
    method: { lowest: 0.5, repeatability: 1, step: 1 },
    possible: { from: 0, to: 1000 },
    likely: { from: 0, to: 100 },
    usualFactor: 3.5,
    nutrient: true,
    staysInMadeWater: true,
  },
  phosphate: {
    name: 'Phosphate',
    quantity: 'concentration',
    decimals: 3,
    method: { lowest: 0.02, repeatability: 0.01, step: 0.01 },
    possible: { from: 0, to: 50 },
    likely: { from: 0, to: 2 },
    usualFactor: 4,
    nutrient: true,
    staysInMadeWater: true,
  },
  ammonia: {
    name: 'Ammonia',
    quantity: 'concentration',
    decimals: 2,
    method: { lowest: 0.05, repeatability: 0.03, step: 0.05 },
    possible: { from: 0, to: 100 },
    likely: { from: 0, to: 4 },
    usualFactor: 6,
    nutrient: false,
    staysInMadeWater: true,
  },
  nitrite: {
    name: 'Nitrite',
    quantity: 'concentration',
    decimals: 2,
    method: { lowest: 0.02, repeatability: 0.02, step: 0.02 },
    possible: { from: 0, to: 100 },
    likely: { from: 0, to: 5 },
    usualFactor: 6,
    nutrient: false,
    staysInMadeWater: true,
  },
  hardness: {
    name: 'General hardness',
    quantity: 'hardness',
    decimals: 1,
    method: { lowest: 0.5, repeatability: 0.5, step: 1 },
    possible: { from: 0, to: 500 },
    likely: { from: 0, to: 40 },
    usualFactor: 2,
    nutrient: false,
  },
  silicate: {
    name: 'Silicate',
    quantity: 'concentration',
    decimals: 2,
    method: { lowest: 0.05, repeatability: 0.05, step: 0.05 },
    possible: { from: 0, to: 200 },
    likely: { from: 0, to: 20 },
    usualFactor: 4,
    nutrient: true,
    staysInMadeWater: true,
  },
  oxygen: {
    name: 'Oxygen',
    quantity: 'concentration',
    decimals: 1,
    method: { lowest: 0.1, repeatability: 0.2, step: 0.1 },
    possible: { from: 0, to: 40 },
    likely: { from: 3, to: 14 },
    usualFactor: 1.6,
    nutrient: false,
  },
  chlorine: {
    name: 'Chlorine',
    quantity: 'concentration',
    decimals: 2,
    method: { lowest: 0.02, repeatability: 0.02, step: 0.02 },
    possible: { from: 0, to: 20 },
    likely: { from: 0, to: 1 },
    usualFactor: 4,
    nutrient: false,
    staysInMadeWater: true,
  },
  copper: {
    name: 'Copper',
    quantity: 'concentration',
    decimals: 3,
    method: { lowest: 0.01, repeatability: 0.01, step: 0.01 },
    possible: { from: 0, to: 10 },
    likely: { from: 0, to: 0.3 },
    usualFactor: 3,
    nutrient: false,
    staysInMadeWater: true,
  },
  chloride: {
    name: 'Chloride',
    quantity: 'concentration',
    decimals: 0,
    method: { lowest: 2, repeatability: 3, step: 1 },
    possible: { from: 0, to: 25_000 },
    likely: { from: 0, to: 500 },
    usualFactor: 2,
    nutrient: false,
  },
  'carbon-dioxide': {
    name: 'Carbon dioxide',
    quantity: 'concentration',
    decimals: 0,
    method: { lowest: 1, repeatability: 3, step: 1 },
    possible: { from: 0, to: 1000 },
    likely: { from: 0, to: 60 },
    usualFactor: 3,
    nutrient: false,
  },
  sulfide: {
    name: 'Hydrogen sulfide',
    quantity: 'concentration',
    decimals: 3,
    method: { lowest: 0.002, repeatability: 0.002, step: 0.001 },
    possible: { from: 0, to: 50 },
    likely: { from: 0, to: 0.5 },
    usualFactor: 5,
    nutrient: false,
  },
  'total-gas': {
    name: 'Total gas pressure',
    quantity: 'share',
    decimals: 0,
    method: { lowest: 50, repeatability: 1, step: 1 },
    possible: { from: 50, to: 200 },
    likely: { from: 90, to: 115 },
    usualFactor: 1.15,
    nutrient: false,
  },
  orp: {
    name: 'ORP',
    quantity: 'potential',
    decimals: 0,
    method: { lowest: -1000, repeatability: 15, step: 1 },
    possible: { from: -1000, to: 1200 },
    likely: { from: 50, to: 600 },
    usualFactor: 2,
    nutrient: false,
  },
} as const satisfies Record<string, Parameter>;
export type ParameterId = keyof typeof parameters;
export const parameterIds = Object.keys(parameters) as [ParameterId, ...ParameterId[]];

/** A parameter's name within a sentence: "nitrate", but "pH" and "ORP". */
export function parameterWord(parameter: ParameterId): string {
  const { name } = parameters[parameter];
  return /^[A-Z][a-z]/.test(name) ? name.toLowerCase() : name;
}

/** A band: null at an end means that there is no limit there. */
export interface Band {
  lo: number | null;
  hi: number | null;
}
export type Verdict = 'below' | 'near-low' | 'in-band' | 'near-high' | 'above' | 'no-band' | 'stripped';

/** A nutrient below the lowest reading where nothing left is a warning: corals pale, nuisance films take over. */
export function isStripped(parameter: ParameterId, below: boolean, warnAtZero: boolean): boolean {
  return warnAtZero && below && (parameter === 'nitrate' || parameter === 'phosphate');
}

/**
 * A reading against its band. Inside band ± repeatability is no reason to act: that is "near", not "out".
 * @param value stored unit; for a reading below the lowest, that lowest
 */
export function judge(value: number, below: boolean, band: Band | null, repeatability: number): Verdict {
  if (!band || (band.lo === null && band.hi === null)) return 'no-band';
  const { lo, hi } = band;
  if (hi !== null && !below && value > hi + repeatability) return 'above';
  if (lo !== null && (below ? value <= lo : value < lo - repeatability)) return 'below';
  if (
    hi !== null &&
    !below &&
    value > hi - repeatability &&
    (lo === null || hi - lo > 2 * repeatability || value > hi)
  )
    return 'near-high';
  if (
    lo !== null &&
    !below &&
    value < lo + repeatability &&
    (hi === null || hi - lo > 2 * repeatability || value < lo)
  )
    return 'near-low';
  return 'in-band';
}

/** Salinity of each kind of water, ppt; house default. */
export const usualSalinity: Readonly<Record<'fresh' | 'brackish' | 'salt', Band>> = {
  fresh: { lo: 0, hi: 3 },
  brackish: { lo: 2, hi: 28 },
  salt: { lo: 26, hi: 42 },
};
