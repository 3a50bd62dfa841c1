import { Chance } from '../../demo/chance.ts';
import { normalCdf } from '../../core/statistics/normal.ts';
import type { JobStand, Nutrient, NutrientFacts, SourceId } from '../../core/diagnosis/sources/types.ts';
import { supplyOf, type ChangeMade, type LevelTest } from '../../core/diagnosis/supply.ts';
import { parameters } from '../../core/water/parameters.ts';

// Systems whose nutrient rises for one true cause, and the records their keepers would have. The finder knows none of
// it: neither the physics nor the keeper's gaps.

/** mg of nutrient a gram of dry feed sets free, over all makes of feed. */
const PER_GRAM = { nitrate: [120, 240], phosphate: [12, 32] } as const;
const START = { nitrate: [4, 18], phosphate: [0.03, 0.1] } as const;
const MAINS = { nitrate: [5, 40], phosphate: [0.2, 2.5] } as const;
/** Days simulated, and how long before today the cause sets in. */
const DAYS = 140;

export interface SimulatedSystem {
  truth: SourceId;
  facts: NutrientFacts;
}

const between = (chance: Chance, [lo, hi]: readonly [number, number]): number =>
  lo + (hi - lo) * chance.even();
const logBetween = (chance: Chance, [lo, hi]: readonly [number, number]): number =>
  Math.exp(between(chance, [Math.log(lo), Math.log(hi)]));

/** Export by one thing: a share of what is in the water, or of what comes in, each day; it fades with its age. */
interface Exporter {
  job: JobStand;
  /** Of what it takes when in order, on a day so many days before today. */
  worksAt: (ago: number) => number;
}

/** A job with a life; where it is the cause it went past it when the trouble began. */
function exporter(chance: Chance, name: string, lifeDays: number, cause: boolean, onset: number): Exporter {
  const age = cause ? lifeDays + onset : lifeDays * between(chance, [0.05, 1.25]);
  const spread = 0.3;
  // what the plan would say: a typical life known about, with its scatter
  const judged = lifeDays * Math.exp(0.15 * chance.normal());
  const chanceDue = normalCdf(Math.log(age / judged) / spread);
  return {
    job: { name, chanceDue: chance.happens(0.9) ? chanceDue : null, daysSince: Math.round(age) },
    worksAt: (ago) => {
      const then = age - ago;
      if (then < 0) return 1;
      return 1 - normalCdf(Math.log(Math.max(0.01, then) / (1.1 * lifeDays)) / 0.2);
    },
  };
}

/** @param truth null: drawn among what the system has */
export function simulateSystem(seed: number, nutrient: Nutrient, truth: SourceId): SimulatedSystem {
  const chance = Chance.named(seed, `source ${nutrient} ${truth}`);
  const litres = logBetween(chance, [90, 2500]);
  const perGram = logBetween(chance, PER_GRAM[nutrient]);
  const settles = between(chance, [0.2, 0.5]);
  const onset = Math.round(between(chance, [16, 34]));
  const isCause = (id: SourceId): boolean => id === truth;

  const hasMedia = nutrient === 'phosphate' && (isCause('media') || isCause('rock') || chance.happens(0.6));
  const hasScreen = isCause('harvest') || chance.happens(0.4);
  const hasSkimmer = isCause('skimmer') || chance.happens(0.7);
  const media = hasMedia
    ? isCause('rock')
      ? freshCharge(chance, onset)
      : exporter(
          chance,
          'Phosphate media, replace the charge',
          between(chance, [25, 50]),
          isCause('media'),
          onset,
        )
    : null;
  const screen = hasScreen
    ? exporter(chance, 'Algae screen, scrape', between(chance, [10, 20]), isCause('harvest'), onset)
    : null;
  const siphon = exporter(
    chance,
    'Sump floor, siphon',
    between(chance, [14, 40]),
    isCause('detritus'),
    onset,
  );
  const airNow = isCause('skimmer') ? between(chance, [0.3, 0.65]) : between(chance, [0.8, 1.02]);
  const airAt = (ago: number): number => (ago > onset ? 1 : 1 - ((1 - airNow) * (onset - ago)) / onset);
  const skimTakes = hasSkimmer ? between(chance, [0.15, 0.4]) : 0;
  const screenTakes = hasScreen ? between(chance, [0.35, 0.7]) : 0;
  const mediaTakes = hasMedia ? between(chance, [0.5, 0.85]) : 0;

  const feedFactor = isCause('food') ? between(chance, [1.5, 2.4]) : 1;
  const passageBefore = between(chance, [0.01, 0.05]);
  const passageNow = isCause('product-water') ? between(chance, [0.12, 0.4]) : passageBefore;
  const mains = logBetween(chance, MAINS[nutrient]) * (isCause('product-water') ? 1.6 : 1);
  const evaporates = litres * between(chance, [0.005, 0.015]);
  const share = between(chance, [0.08, 0.2]);
  const bodyG = between(chance, [10, 40]) * Math.sqrt(litres / 500);
  const bodyHolds = nutrient === 'nitrate' ? 115 : 13.8;

  // it lived in balance before: what nothing else takes is taken by what lives there
  const start = between(chance, START[nutrient]);
  const uptake = logBetween(chance, [0.01, 0.12]);
  const byMains = mains * passageBefore * (evaporates + (share * litres) / 8);
  const netOfGross = (1 - skimTakes) * (1 - screenTakes) * (1 - mediaTakes);
  const gross = Math.max(0.2 * byMains, (uptake + share / 8) * start * litres - byMains) / netOfGross;
  const feedG = gross / perGram;
  let mass = start * litres;
  // rock holds eight times what its water holds, and gives it back or takes it up until the two agree
  let inRock = 2.2 * start;
  if (isCause('rock')) mass *= 2.2;
  const tests: LevelTest[] = [];
  const changes: ChangeMade[] = [];
  const error = parameters[nutrient].method.repeatability;
  let highest = 0;
  for (let ago = DAYS; ago >= 0; ago--) {
    const on = ago <= onset;
    const passage = on ? passageNow : passageBefore;
    let comes = feedG * (on ? feedFactor : 1) * perGram;
    if (isCause('dead-animal') && on) comes += ((bodyG * bodyHolds) / 9) * Math.exp(-(onset - ago) / 9);
    comes +=
      siphon.worksAt(ago) < 1
        ? settles * feedG * perGram * (1 - siphon.worksAt(ago)) * (isCause('detritus') ? 1.6 : 1)
        : 0;
    comes *= 1 - skimTakes * airAt(ago);
    if (screen) comes *= 1 - screenTakes * screen.worksAt(ago);
    if (media) comes *= 1 - mediaTakes * media.worksAt(ago);
    mass += comes + mains * passage * evaporates - uptake * mass;
    if (isCause('rock') && ago === onset) mass *= 0.35;
    if (isCause('rock')) {
      const back = 0.06 * (inRock - mass / litres);
      inRock -= back / 8;
      mass += back * litres;
    }
    const level = mass / litres;
    if (ago % 7 === 3 && chance.happens(0.88)) {
      const seen = Math.max(0, level + error * chance.normal());
      highest = Math.max(highest, seen);
      tests.push({ days: -ago, value: seen });
    }
    if (ago % 8 === 2 && ago > 0) {
      changes.push({ days: -ago + 0.2, litres: chance.happens(0.75) ? share * litres : null });
      mass = mass * (1 - share) + share * litres * mains * passage;
    }
  }
  const supply = supplyOf(tests, changes, litres, 0, error);
  const level = tests.at(-1)?.value ?? 0;
  const feedLogged = chance.happens(0.6);
  const slip = (): number => Math.exp(0.08 * chance.normal());
  const dead = isCause('dead-animal') ? chance.happens(0.4) : chance.happens(0.04);
  return {
    truth,
    facts: {
      nutrient,
      litres,
      supply: supply ?? { stays: 0, byChanges: 0, supply: 0, error: 1, before: null, tests: 0, days: 0 },
      feed: feedLogged
        ? {
            now: feedG * feedFactor * slip(),
            before: feedG * slip(),
            changedDaysAgo: isCause('food') ? onset : null,
          }
        : { now: null, before: null, changedDaysAgo: null },
      product: {
        litresPerDay: evaporates + (share * litres) / 8,
        test: chance.happens(0.3)
          ? {
              value: Math.max(
                parameters[nutrient].method.lowest,
                mains * passageNow + error * chance.normal(),
              ),
              below: mains * passageNow < parameters[nutrient].method.lowest,
              daysAgo: Math.round(between(chance, [1, onset])),
            }
          : null,
        rejectionPercent: chance.happens(0.6) ? 100 * (1 - passageNow) + 0.4 * chance.normal() : null,
        stages: [
          {
            name: 'RO membrane, replace',
            chanceDue: passageNow > 0.08 ? between(chance, [0.3, 0.95]) : between(chance, [0, 0.6]),
            daysSince: 400,
          },
        ],
      },
      deathDaysAgo: dead ? Math.max(1, onset - 2) : null,
      detritus: [siphon.job],
      media: media ? [media.job] : [],
      mediaChangedDaysAgo: media ? (media.job.daysSince ?? null) : null,
      outlet:
        media && chance.happens(0.35)
          ? {
              inlet: level,
              outlet: Math.max(0, level * (1 - 0.7 * media.worksAt(0)) + 0.3 * error * chance.normal()),
              daysAgo: 4,
            }
          : null,
      skimmer: hasSkimmer
        ? [
            {
              name: 'Skimmer, clear the air intake',
              chanceDue: normalCdf((0.85 - airNow) / 0.15),
              daysSince: 20,
            },
          ]
        : [],
      airShare: hasSkimmer && chance.happens(0.55) ? airNow + 0.03 * chance.normal() : null,
      harvest: screen ? [screen.job] : [],
      hasRock: true,
      highest,
      level,
      bandHi: nutrient === 'nitrate' ? 20 : 0.1,
    },
  };
}

/** The charge was new on the day the water came down. */
function freshCharge(chance: Chance, onset: number): Exporter {
  return {
    job: {
      name: 'Phosphate media, replace the charge',
      chanceDue: between(chance, [0.05, 0.4]),
      daysSince: onset,
    },
    worksAt: (ago) => (ago > onset ? 0.4 : 0.75),
  };
}
