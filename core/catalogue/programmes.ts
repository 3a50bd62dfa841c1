import type { ExportWay } from '../water/exportWays.ts';
import { parameters, type Band, type ParameterId } from '../water/parameters.ts';
import type { LifeRange } from '../wear/wearGrid.ts';
import { days, weeks } from './define.ts';

/** A school of practice, or what lives there: bands, how often to test, default intervals. Any figure can be overridden. */
export interface Programme {
  id: string;
  name: string;
  /** Who would choose it, in a sentence. */
  who: string;
  water: 'fresh' | 'brackish' | 'salt';
  /** 'source': the incoming water decides. */
  bands: Partial<Record<ParameterId, Band | 'source'>>;
  /** Days between tests. */
  tests: Partial<Record<ParameterId, number>>;
  /** Tested only after an event (a death, new livestock, a power cut, biological work, medication). */
  insurance?: readonly ParameterId[];
  /** kind/job → range in days, in place of the catalogue's. */
  ranges: Readonly<Record<string, LifeRange>>;
  /** No measurable nitrate or phosphate is a warning here. */
  warnAtZero: boolean;
  /** °C beyond which what lives by it is in danger; absent: not known. Common practice, no published source. */
  safeC?: { lo: number; hi: number };
  /** Used to cold water, which holds and must hold more oxygen; to soft, sour water. */
  cold?: boolean;
  soft?: boolean;
  /** Corals, shrimp, jellyfish live by it. */
  invertebrates?: boolean;
  /** Which way a nutrient that is too high is brought down, the first choice first. */
  exportOrder: readonly ExportWay[];
}

const between = (lo: number, hi: number): Band => ({ lo, hi });
const atMost = (hi: number): Band => ({ lo: null, hi });
/** In every programme: not measurable. The lowest reading of a common kit. */
const never: Partial<Record<ParameterId, Band>> = { ammonia: atMost(0.05), nitrite: atMost(0.02) };
const weekly = 7;
const reefTests: Programme['tests'] = {
  alkalinity: weekly,
  calcium: weekly,
  nitrate: weekly,
  phosphate: weekly,
  salinity: weekly,
  magnesium: 28,
};
const freshTests: Programme['tests'] = {
  nitrate: weekly,
  ammonia: weekly,
  nitrite: weekly,
  temperature: weekly,
};

/** Common practice, no published source; those marked "from memory" in `who` are values from memory. */
export const programmes: readonly Programme[] = [
  {
    id: 'ultra-low-nutrient',
    name: 'Ultra-low nutrient',
    water: 'salt',
    safeC: { lo: 21, hi: 30 },
    invertebrates: true,
    warnAtZero: true,
    exportOrder: ['change', 'media', 'feed-less', 'harvest'],
    who: 'Keepers of pale, fast-growing stony corals who test often and feed the corals directly.',
    bands: {
      ...never,
      nitrate: between(0.5, 5),
      phosphate: between(0.01, 0.03),
      alkalinity: between(7.5, 8.5),
      calcium: between(400, 440),
      magnesium: between(1300, 1450),
      salinity: between(33, 35.5),
      temperature: between(25, 26),
    },
    tests: reefTests,
    insurance: ['ammonia', 'nitrite'],
    ranges: {
      'water-change/change': days(7, 7),
      'sock-felt/swap': days(3, 4),
      'sock-mesh/jet': days(3, 4),
      'floss/replace': days(3, 4),
    },
  },
  {
    id: 'balanced-reef',
    name: 'Balanced mixed reef',
    water: 'salt',
    safeC: { lo: 21, hi: 30 },
    invertebrates: true,
    warnAtZero: true,
    exportOrder: ['change', 'media', 'feed-less', 'harvest'],
    who: 'Keepers of mixed corals and fish who want room for error.',
    bands: {
      ...never,
      nitrate: between(5, 20),
      phosphate: between(0.03, 0.1),
      alkalinity: between(8, 9),
      calcium: between(400, 450),
      magnesium: between(1300, 1500),
      salinity: between(33, 35.5),
      temperature: between(25, 26),
    },
    tests: reefTests,
    insurance: ['ammonia', 'nitrite'],
    ranges: {
      'water-change/change': days(7, 14),
      'sock-felt/swap': days(6, 8),
      'sock-mesh/jet': days(6, 8),
      'carbon/replace': weeks(2, 5),
    },
  },
  {
    id: 'algae-export',
    name: 'Algae export',
    water: 'salt',
    safeC: { lo: 21, hi: 30 },
    invertebrates: true,
    warnAtZero: true,
    exportOrder: ['harvest', 'feed-less', 'change'],
    who: 'Keepers who let algae take the nutrients out and change water only when needed.',
    bands: {
      ...never,
      phosphate: atMost(0.2),
      alkalinity: between(8, 9),
      calcium: between(400, 450),
      magnesium: between(1300, 1450),
      salinity: between(32, 35.5),
      temperature: between(25, 26),
    },
    tests: reefTests,
    insurance: ['ammonia', 'nitrite'],
    ranges: { 'water-change/change': days(21, 60), 'carbon/replace': days(28, 32) },
  },
  {
    id: 'tannin-fresh',
    name: 'Fresh water, tannin-stained',
    water: 'fresh',
    safeC: { lo: 20, hi: 32 },
    soft: true,
    warnAtZero: false,
    exportOrder: ['change', 'feed-less'],
    who: 'Keepers of warm, soft, brown water.',
    bands: { ...never, nitrate: atMost(40), temperature: between(24, 28), salinity: atMost(0.5) },
    tests: freshTests,
    ranges: { 'water-change/change': days(7, 7), 'fibre-prefilter/replace': days(6, 8) },
  },
  {
    id: 'cool-fresh',
    name: 'Cool fresh water',
    water: 'fresh',
    safeC: { lo: 8, hi: 22 },
    cold: true,
    warnAtZero: false,
    exportOrder: ['change', 'feed-less'],
    who: 'Keepers of axolotls and other cool-water animals (temperatures from memory).',
    bands: { ...never, temperature: between(14, 18) },
    tests: freshTests,
    ranges: { 'water-change/change': days(7, 14) },
  },
  {
    id: 'brackish',
    name: 'Brackish',
    water: 'brackish',
    safeC: { lo: 20, hi: 31 },
    warnAtZero: false,
    exportOrder: ['change', 'harvest', 'feed-less'],
    who: 'Mangroves and animals of river mouths (figures from memory).',
    bands: { ...never, temperature: between(24, 27), salinity: between(10, 20) },
    tests: { salinity: weekly, nitrate: weekly, temperature: weekly },
    insurance: ['ammonia', 'nitrite'],
    ranges: {},
  },
  {
    id: 'flow-through',
    name: 'Flow-through native',
    water: 'salt',
    invertebrates: true,
    warnAtZero: false,
    exportOrder: ['change', 'feed-less'],
    who: 'Plants on a natural source: the water comes and goes, and the source decides.',
    bands: {
      ...never,
      alkalinity: 'source',
      calcium: 'source',
      magnesium: 'source',
      salinity: 'source',
      temperature: 'source',
    },
    tests: { salinity: weekly, temperature: weekly, ammonia: weekly },
    ranges: {},
  },
  {
    id: 'cold-sea',
    name: 'Cold sea',
    water: 'salt',
    safeC: { lo: 2, hi: 18 },
    cold: true,
    invertebrates: true,
    warnAtZero: false,
    exportOrder: ['change', 'media', 'feed-less'],
    who: 'Kelp and cold-water animals (temperatures from memory).',
    bands: { ...never, temperature: between(10, 14) },
    tests: { temperature: weekly, salinity: weekly, ammonia: weekly },
    ranges: {},
  },
  {
    id: 'jellyfish',
    name: 'Jellyfish',
    water: 'salt',
    invertebrates: true,
    warnAtZero: false,
    exportOrder: ['change', 'feed-less', 'media'],
    who: 'Keepers of jellyfish: no bubbles, gentle flow (temperatures from memory).',
    bands: { ...never, temperature: between(20, 25), salinity: between(33, 35.5) },
    tests: { salinity: weekly, nitrate: weekly, ammonia: weekly },
    ranges: { 'water-change/change': days(7, 7) },
  },
];

/** Every parameter a programme tests, by its frequency or only after an event. */
export function testsOf(programme: Programme | null): ParameterId[] {
  return [...(Object.keys(programme?.tests ?? {}) as ParameterId[]), ...(programme?.insurance ?? [])];
}

export function findProgramme(id: string | null | undefined): Programme | null {
  return programmes.find((programme) => programme.id === id) ?? null;
}

/** The band in force, and whether it follows the incoming water. */
export interface BandInForce {
  band: Band | null;
  fromSource: boolean;
}

/**
 * A person's own band before the programme's; none is none, never the nearest.
 * @param incoming the last accepted reading of the incoming water, null where there is none yet
 */
export function bandInForce(
  programme: Programme | null,
  own: Partial<Record<ParameterId, Band>> | undefined,
  parameter: ParameterId,
  incoming: number | null,
): BandInForce {
  const band = own?.[parameter] ?? programme?.bands[parameter] ?? null;
  if (band !== 'source') return { band, fromSource: false };
  const { repeatability } = parameters[parameter].method;
  return {
    band: incoming === null ? null : between(incoming - repeatability, incoming + repeatability),
    fromSource: true,
  };
}
