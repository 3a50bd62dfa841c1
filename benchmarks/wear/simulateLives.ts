import { Chance } from '../../demo/chance.ts';
import { foundGrades, wearEdges, type Found } from '../../core/wear/found.ts';
import type { CountedCycle } from '../../core/wear/driver.ts';
import type { WearCase } from '../../core/wear/wearCases.ts';
import { Z_90 } from '../../core/statistics/normal.ts';

// Truths about parts and their keepers, and the records these would leave. The engine knows none of it: how keepers
// come to their day, how they grade, how a life changes. Each kind departs from the plain one in one respect.

/** What is true of one kind of part and keeper; what is left out is as in `plainTruth`. */
export interface Truth {
  /** Spread of single lives in ln. */
  sigma: number;
  /** A keeper comes when this share of the life is used … */
  comesAt: number;
  /** … by sight of the part itself, or by habit. */
  bySight: boolean;
  /** Scatter of the day in ln. */
  dayScatter: number;
  gradedShare: number;
  gradingSd: number;
  slip: number;
  /** Standard deviation of the walk of ln life between cycles. */
  walk: number;
  /** Chance that somewhere in the history the life changes unseen, by a factor of about 1.6 either way. */
  unseenChange: number;
  /** The true life over what the range says, as a factor. */
  rangeWrong: number;
  neglectChance: number;
  driven: boolean;
  likeParts: boolean;
  /** One to five cycles ago the load doubled, and nobody wrote it down. */
  doubled: boolean;
  /** A yearly season that nobody logs: how far ln life swings to either side. */
  season: number;
}
export const plainTruth: Truth = {
  sigma: 0.23,
  comesAt: 1,
  bySight: true,
  dayScatter: 0.15,
  gradedShare: 0.85,
  gradingSd: 0.12,
  slip: 0.03,
  walk: 0,
  unseenChange: 0,
  rangeWrong: 1,
  neglectChance: 0,
  driven: false,
  likeParts: false,
  doubled: false,
  season: 0,
};
export const kinds = {
  'even wear': { sigma: 0.12 },
  'usual wear': {},
  'uneven wear': { sigma: 0.4 },
  'comes early': { comesAt: 0.6 },
  'comes late': { comesAt: 1.45 },
  'seldom graded': { gradedShare: 0.25 },
  'never graded': { gradedShare: 0 },
  'grades loosely': { gradingSd: 0.25, slip: 0.08 },
  'slow drift': { walk: 0.07 },
  'unseen change': { unseenChange: 0.6 },
  'life twice the range': { rangeWrong: 2 },
  'life half the range': { rangeWrong: 0.5 },
  'fixed day': { bySight: false, dayScatter: 0.05 },
  'now and then neglected': { neglectChance: 0.12 },
  'driven by feeding': { driven: true },
  'like parts': { likeParts: true, bySight: false },
  'load doubled unseen': { doubled: true },
  'season not logged': { season: 0.35 },
} satisfies Record<string, Partial<Truth>>;
export type Kind = keyof typeof kinds;
export const kindNames = Object.keys(kinds) as Kind[];
/** Kinds whose life neither drifts nor changes unseen. */
export const steadyKinds: readonly Kind[] = kindNames.filter(
  (kind) =>
    !(
      ['slow drift', 'unseen change', 'load doubled unseen', 'season not logged'] as readonly Kind[]
    ).includes(kind),
);
export const wrongRangeKinds: readonly Kind[] = ['life twice the range', 'life half the range'];

/** A case with what nobody but the simulation knows. */
export interface SimulatedCase {
  kind: Kind;
  cycles: number;
  asked: WearCase;
  /** The life that comes next, days. */
  nextLifeDays: number;
  /** ln of the typical life now and the spread, days at the rate from now on. */
  truth: { mu: number; sigma: number };
}

const ranges = [
  [3, 7],
  [7, 14],
  [14, 60],
  [28, 56],
  [30, 60],
  [60, 180],
  [90, 365],
  [180, 365],
] as const;
const costRatios = [2, 5, 20, 100] as const;
const PARTS_IN_A_GROUP = 5;
const BETWEEN_LIKE_PARTS = 0.12;
const LOOKS_TRIED = 200;
/** Jobs of one place live through the same year. */
const JOBS_AT_A_PLACE = 8;
const MS_PER_DAY = 86_400_000;
const DAYS_A_YEAR = 365.2425;

/** All cases of one seed: so many of each kind and number of cycles. */
export function simulate(seed: number, perKind: number, lengths: readonly number[]): SimulatedCase[] {
  return kindNames.flatMap((kind) =>
    lengths.flatMap((length) => {
      const chance = Chance.named(seed, `${kind} ${length}`);
      return Array.from({ length: perKind }, (_, k) => k).flatMap((k) =>
        simulateOne(kind, length, k, chance),
      );
    }),
  );
}

/** Shares of a year, spread evenly whatever the number of them: the golden section, without a draw. */
const spreadEvenly = (index: number): number => (index * 0.618_033_988_75) % 1;

/** ln of the life typical for the keeper of a whole group, kept from part to part. */
const ofGroup = new Map<string, { range: readonly [number, number]; mu: number }>();

function simulateOne(kind: Kind, length: number, index: number, chance: Chance): SimulatedCase[] {
  const truth: Truth = { ...plainTruth, ...(kinds[kind] as Partial<Truth>) };
  const group = truth.likeParts ? `${kind} ${length} ${Math.floor(index / PARTS_IN_A_GROUP)}` : null;
  let start = group === null || index % PARTS_IN_A_GROUP === 0 ? undefined : ofGroup.get(group);
  if (!start) {
    const range = chance.pick(ranges);
    const [lo, hi] = range;
    const mu =
      Math.log(lo * hi) / 2 + (Math.log(hi / lo) / (2 * Z_90)) * chance.normal() + Math.log(truth.rangeWrong);
    start = { range, mu };
    if (group !== null) ofGroup.set(group, start);
  }
  const [lo, hi] = start.range;
  let mu = start.mu + (group === null ? 0 : BETWEEN_LIKE_PARTS * chance.normal());
  const changesAfter = chance.happens(truth.unseenChange) ? Math.floor(chance.even() * length) : -1;
  const doubledAfter =
    truth.doubled && length > 1 ? length - 2 - Math.floor(chance.even() * Math.min(5, length - 1)) : -1;
  // a place's season stands anywhere in the year, its jobs begin at any time of it, and the year goes on with their days
  const home = Math.floor(index / JOBS_AT_A_PLACE);
  const place = `${kind} ${length} ${home}`;
  const phase = spreadEvenly(home);
  const begun = DAYS_A_YEAR * spreadEvenly(index);
  let days = 0;
  const ofSeason = (): number =>
    truth.season * Math.sin(2 * Math.PI * (phase + (begun + days) / DAYS_A_YEAR));
  const instant = (): number => (begun + days) * MS_PER_DAY;
  // where feeding drives it: grams a day, another mean each cycle, about one part's own usual
  const usual = truth.driven ? Math.exp(1 + chance.normal()) : 1;
  const cycles: CountedCycle[] = [];
  for (let c = 0; c < length; c++) {
    const life = Math.exp(mu + ofSeason() + truth.sigma * chance.normal());
    const rate = truth.driven ? Math.exp(0.35 * chance.normal()) : 1;
    const wearAtVisit = truth.comesAt * Math.exp(truth.dayScatter * chance.normal());
    const neglected = chance.happens(truth.neglectChance) ? 3 + 4 * chance.even() : 1;
    const exposure = (truth.bySight ? life : Math.exp(mu + ofSeason())) * wearAtVisit * neglected;
    const found = chance.happens(truth.gradedShare) ? wordFor(exposure / life, truth, chance) : null;
    const from = instant();
    days += exposure / rate;
    cycles.push({
      days: exposure / rate,
      span: { from, until: instant() },
      driver: truth.driven ? exposure * usual : null,
      found,
      newLifeAfter: false,
    });
    if (c === doubledAfter) mu -= Math.LN2;
    mu += truth.walk * chance.normal();
    if (c === changesAfter) mu += (chance.happens(0.5) ? 1 : -1) * (0.47 + 0.15 * chance.normal());
  }
  const recent = truth.driven ? Math.exp(0.35 * chance.normal()) : 1;
  const now = mu + ofSeason();
  const next = nextLife(now, truth.sigma, chance);
  return [
    {
      kind,
      cycles: length,
      nextLifeDays: next.life / recent,
      truth: { mu: now - Math.log(recent), sigma: truth.sigma },
      asked: {
        range: { lo, hi },
        cycles,
        now: {
          days: next.lookedAt / recent,
          span: { from: instant(), until: instant() + next.lookedAt * MS_PER_DAY },
          driver: truth.driven ? next.lookedAt * usual : null,
          driverRate: truth.driven ? usual * recent : null,
        },
        costRatio: chance.pick(costRatios),
        late: chance.happens(0.5) ? 'gradual' : 'sudden',
        group,
        place,
      },
    },
  ];
}

/** Half of all parts were looked at on the way and found not due: only lives longer than that come into question. */
function nextLife(mu: number, sigma: number, chance: Chance): { life: number; lookedAt: number } {
  const draw = () => Math.exp(mu + sigma * chance.normal());
  if (chance.happens(0.5)) return { life: draw(), lookedAt: 0 };
  const lookedAt = Math.exp(mu) * (0.2 + 0.8 * chance.even());
  for (let k = 0; k < LOOKS_TRIED; k++) {
    const life = draw();
    if (life > lookedAt) return { life, lookedAt };
  }
  throw new Error('no life outlasts the look');
}

function wordFor(wear: number, truth: Truth, chance: Chance): Found {
  if (chance.happens(truth.slip)) return chance.pick(foundGrades);
  const seen = wear * Math.exp(truth.gradingSd * chance.normal());
  return foundGrades.find((_, k) => seen < (wearEdges[k + 1] ?? Number.POSITIVE_INFINITY)) ?? 'failed';
}
