import { molarMass } from '../chemistry/constants.ts';
import { ammoniaPkFresh, ammoniaPkSea, unionizedShare } from '../chemistry/ammonia.ts';
import type { ParameterId } from './parameters.ts';

// Water that is poisonous for what lives in it, whatever programme it is on, or none. Every limit is quoted from memory of
// the work named beside it, none could be opened: docs/science.md says so. Where pH, temperature, chloride or livestock
// are not known, the careful side is taken and said.

export type Urgency = 'look' | 'alarm' | 'emergency';
export type WaterKind = 'fresh' | 'brackish' | 'salt';

/** What is known of a water and of what lives in it. */
export interface Living {
  water: WaterKind;
  /** °C between which what lives here is safe, and whether it is used to cold or to soft, sour water. */
  safeC: { lo: number; hi: number } | null;
  cold: boolean;
  soft: boolean;
  /** Invertebrates, sharks or rays: copper kills them first. */
  invertebrates: boolean;
}
/** A test that may be judged by. */
export interface DangerTest {
  value: number;
  below: boolean;
  daysAgo: number;
  /** The one before it, for what harms by its speed. */
  before: { value: number; daysAgo: number } | null;
  /** Two tests of one water differ by chance this much. */
  error: number;
}
export type DangerTests = Partial<Record<ParameterId, DangerTest>>;

/** What is taken where nobody tested: the careful side. House figures of the trade, no published source. */
export const assumed = { phSea: 8.3, phFresh: 8.0, temperatureC: 28, chlorideMgL: 10 } as const;
export type Assumption = 'ph' | 'temperature' | 'chloride' | 'livestock';

/** What to do within the hour, in its order. */
export type FirstAct =
  | 'fast'
  | 'air'
  | 'change'
  | 'change-own-ph'
  | 'binder'
  | 'salt'
  | 'thiosulfate'
  | 'carbon'
  | 'find-source'
  | 'slow-warm'
  | 'slow-cool'
  | 'check-ph-slowly'
  | 'gas-off'
  | 'shut-source'
  | 'air-leak'
  | 'second-kit';

export interface Danger {
  parameter: ParameterId;
  urgency: Exclude<Urgency, 'look'>;
  side: 'above' | 'below' | 'jump';
  /** The figure that harms, where it is not the tested one: free ammonia as N, nitrite as N. mg/L */
  harmful: { kind: 'free-ammonia-n' | 'nitrite-n' | 'nitrate-n'; mgL: number } | null;
  /** The limit that it is over or under, in the unit of `harmful` or of the test. */
  limit: number;
  acts: readonly FirstAct[];
  assumed: readonly Assumption[];
  daysAgo: number;
}

/** A test older than this says nothing of today's danger: test again. House figure. */
export const DANGER_HOLDS_DAYS = 14;

interface Asked {
  test: DangerTest;
  tests: DangerTests;
  living: Living;
}
type Found = Omit<Danger, 'parameter' | 'daysAgo'>;
type Judge = (asked: Asked) => Found | null;

/** The gravest step that a value has reached; null: none. */
function reached<U extends Urgency>(
  value: number,
  steps: readonly (readonly [limit: number, urgency: U])[],
  side: 'above' | 'below',
): { limit: number; urgency: U } | null {
  const hit = steps.find(([limit]) => (side === 'above' ? value >= limit : value <= limit));
  return hit ? { limit: hit[0], urgency: hit[1] } : null;
}

/** Un-ionized ammonia as N. @source 0.05 of the fresh acute figure (US EPA 2013), 0.19 sea acute (US EPA 1989), from memory */
const ammonia: Judge = ({ test, tests, living }) => {
  if (test.below) return null;
  const isSea = living.water !== 'fresh';
  const ph = tests.ph?.value ?? (isSea ? assumed.phSea : assumed.phFresh);
  const t = tests.temperature?.value ?? assumed.temperatureC;
  const pK = isSea
    ? ammoniaPkSea(tests.salinity?.value ?? (living.water === 'salt' ? 35 : 15), t)
    : ammoniaPkFresh(t);
  const free = (test.value / molarMass.NH3) * 14.007 * unionizedShare(pK, ph);
  const step = reached(
    free,
    [
      [0.19, 'emergency'],
      [0.05, 'alarm'],
    ] as const,
    'above',
  );
  if (!step) return null;
  return {
    ...{ ...step, side: 'above' as const, harmful: { kind: 'free-ammonia-n' as const, mgL: free } },
    acts: ['fast', 'air', 'change-own-ph', 'binder'],
    assumed: [
      ...(tests.ph ? [] : (['ph'] as const)),
      ...(tests.temperature ? [] : (['temperature'] as const)),
    ],
  };
};

/** Chloride keeps nitrite out of the gills: fresh water needs ten times as much of it. @source Lewis and Morris 1986, from memory, doubtful */
const CHLORIDE_PER_NITRITE_N = 10;
const SEA_NITRITE_N = 5;
const nitrite: Judge = ({ test, tests, living }) => {
  if (test.below) return null;
  const n = (test.value * 14.007) / molarMass.NO2;
  const isFresh = living.water === 'fresh';
  const { chloride } = tests;
  // below what the kit shows, half of it
  const chlorideMgL = chloride ? (chloride.below ? chloride.value / 2 : chloride.value) : assumed.chlorideMgL;
  const limit = isFresh ? chlorideMgL / CHLORIDE_PER_NITRITE_N : SEA_NITRITE_N;
  if (n < limit) return null;
  return {
    ...{
      limit,
      urgency: 'alarm' as const,
      side: 'above' as const,
      harmful: { kind: 'nitrite-n' as const, mgL: n },
    },
    acts: isFresh ? ['salt', 'air', 'change'] : ['air', 'change'],
    assumed: isFresh && !chloride ? ['chloride'] : [],
  };
};

/** As Cl₂. @source fresh acute 0.019, sea 0.013 mg/L: US EPA 1984, from memory */
const chlorine: Judge = ({ test }) =>
  test.below || test.value < 0.02
    ? null
    : {
        ...{ limit: 0.02, urgency: 'alarm' as const, side: 'above' as const, harmful: null },
        acts: ['thiosulfate', 'air'],
        assumed: [],
      };

/** @source sea acute 0.0048 mg/L: US EPA 1995; treatment 0.15 to 0.20: Noga 2010; both from memory */
const copper: Judge = ({ test, living }) => {
  const limit = living.invertebrates ? 0.02 : 0.25;
  return test.below || test.value < limit
    ? null
    : {
        ...{ limit, urgency: 'alarm' as const, side: 'above' as const, harmful: null },
        acts: ['find-source', 'carbon', 'change', 'second-kit'],
        assumed: living.invertebrates ? ['livestock'] : [],
      };
};

/** @source Timmons and Ebeling 2010 for 20 mg/L, from memory, doubtful; the alarm at 40 is common practice */
const carbonDioxide: Judge = ({ test }) => harmfulFrom(test, 40, ['gas-off', 'air']);
/** @source US EPA 1986, Quality Criteria for Water, from memory */
const sulfide: Judge = ({ test }) => harmfulFrom(test, 0.002, ['shut-source', 'air']);
/** Percent of saturation with all gases together. @source US EPA 1986, Quality Criteria for Water, from memory */
const totalGas: Judge = ({ test }) => harmfulFrom(test, 110, ['air-leak', 'air']);

const harmfulFrom = (test: DangerTest, limit: number, acts: readonly FirstAct[]): Found | null =>
  test.below || test.value < limit
    ? null
    : { limit, urgency: 'alarm', side: 'above', harmful: null, acts, assumed: [] };

/** @source US EPA 1986, oxygen in fresh water, from memory */
const oxygen: Judge = ({ test, living }) => {
  const steps = living.cold
    ? ([
        [4, 'emergency'],
        [5, 'alarm'],
      ] as const)
    : ([
        [3, 'emergency'],
        [4, 'alarm'],
      ] as const);
  const step = reached(test.value, steps, 'below');
  return (
    step && { ...step, side: 'below' as const, harmful: null, acts: ['air', 'fast', 'change'], assumed: [] }
  );
};

/** Half a unit a day harms whatever the figure. House figure of the trade, no published source. */
const PH_A_DAY = 0.5;
/** @source US EPA 1986, Quality Criteria for Water, from memory; the alarms beyond it are common practice */
const ph: Judge = ({ test, living }) => {
  const sea = living.water === 'salt';
  const [low, high] = sea ? [7.5, 8.8] : [living.soft ? 4.5 : 6, 9.2];
  const base = {
    urgency: 'alarm' as const,
    harmful: null,
    acts: ['air', 'check-ph-slowly'] as const,
    assumed: [],
  };
  if (test.value < low) return { ...base, side: 'below', limit: low };
  if (test.value > high) return { ...base, side: 'above', limit: high };
  const { before } = test;
  const days = before ? before.daysAgo - test.daysAgo : 0;
  const moved = before ? Math.abs(test.value - before.value) : 0;
  // a day or less between them, and more than two tests of one water differ by
  return before && days <= 1.25 && moved > PH_A_DAY && moved > 2.8 * test.error
    ? { ...base, side: 'jump', limit: PH_A_DAY }
    : null;
};

/** A degree that leaves what lives here at risk. Limits by programme: common practice, no published source. */
const temperature: Judge = ({ test, living }) => {
  const { lo, hi } = living.safeC ?? unknownC[living.water];
  const assumedHere: readonly Assumption[] = living.safeC ? [] : ['livestock'];
  const base = { urgency: 'alarm' as const, harmful: null, assumed: assumedHere };
  if (test.value > hi) return { ...base, side: 'above', limit: hi, acts: ['air', 'slow-cool'] };
  if (test.value < lo) return { ...base, side: 'below', limit: lo, acts: ['slow-warm', 'air'] };
  return null;
};
/** Where nobody said what lives there: beyond these nothing that is commonly kept is safe. */
const unknownC: Record<WaterKind, { lo: number; hi: number }> = {
  fresh: { lo: 1, hi: 32 },
  brackish: { lo: 2, hi: 31 },
  salt: { lo: 2, hi: 30 },
};

/** As N. @source Camargo, Alonso and Salamanca 2005, from memory; the alarm is common practice */
const nitrate: Judge = ({ test }) => {
  const n = (test.value * 14.007) / molarMass.NO3;
  return test.below || n < 100
    ? null
    : {
        ...{ limit: 100, urgency: 'alarm' as const, side: 'above' as const },
        ...{
          harmful: { kind: 'nitrate-n' as const, mgL: n },
          acts: ['fast', 'change'] as const,
          assumed: [],
        },
      };
};

const judges: Partial<Record<ParameterId, Judge>> = {
  ...{ ammonia, nitrite, chlorine, copper, oxygen, ph, temperature, nitrate, sulfide },
  ...{ 'carbon-dioxide': carbonDioxide, 'total-gas': totalGas },
};
const rank: Record<Danger['urgency'], number> = { emergency: 0, alarm: 1 };

/**
 * What in a water kills, by its last tests, the gravest first. A test of a fortnight ago or more is no ground for it, and
 * what was never tested is not known: an empty list is no "all fine".
 */
export function dangersOf(tests: DangerTests, living: Living): Danger[] {
  return (Object.keys(judges) as ParameterId[])
    .flatMap((parameter): Danger[] => {
      const test = tests[parameter];
      if (!test || test.daysAgo > DANGER_HOLDS_DAYS) return [];
      const found = judges[parameter]?.({ test, tests, living });
      return found ? [{ ...found, parameter, daysAgo: test.daysAgo }] : [];
    })
    .sort((a, b) => rank[a.urgency] - rank[b.urgency]);
}
