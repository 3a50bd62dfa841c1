import { ageReplacement } from './ageReplacement.ts';
import { counted, usualRate, type Counted, type CountedCycle, type CountedNow } from './driver.ts';
import { lendToEach } from './likeParts.ts';
import { learnSigmaPrior, sigmaEvidence } from './sigmaPrior.ts';
import { logOf, wearPosterior } from './wearPosterior.ts';
import { survivalLevels } from './wearQuantile.ts';
import { middleOf, survivalAtLog } from './wearSurvival.ts';
import {
  beliefOfRange,
  gridSigmas,
  houseSigmaPrior,
  gridSpanOf,
  spanOfGrid,
  type LifeRange,
  type OffsetWeights,
  type WearGrid,
  type WearPriors,
} from './wearGrid.ts';
import { learnYearly, YearlyClock, yearlyPoint, type YearlyPoint } from './yearlyPattern.ts';

/** The history of one part's job and what is asked of it. Days, and a driver's units where one is logged. */
export interface WearCase {
  range: LifeRange;
  cycles: readonly CountedCycle[];
  /** Where somebody has looked just now and found it not due. */
  now: CountedNow;
  /** The cost of being late, in jobs done in time. */
  costRatio: number;
  late: 'gradual' | 'sudden';
  /** Like parts of one keeper share a group; null: alone. */
  group: string | null;
  /** Jobs of one place share its season; left out: alone. */
  place?: string | null;
}
export interface WearAnswer {
  /** Days since the last service. */
  earliest: number;
  likely: number;
  latest: number;
  recommended: number;
}

/** A case in the unit in which it is learned. */
export interface PreparedCase extends Omit<WearCase, 'range' | 'cycles'> {
  counted: Counted;
}
export function prepareCase(
  { range, cycles, ...asked }: WearCase,
  season: YearlyClock | null = null,
): PreparedCase {
  return { ...asked, counted: counted(range, cycles, asked.now, season) };
}

/** What one job tells of the season of its place; nothing where what wears it is logged. */
export const yearlyPointsOf = (cycles: readonly CountedCycle[], now: CountedNow): YearlyPoint[] =>
  usualRate(cycles, now) !== null
    ? []
    : cycles.flatMap(({ span, found, days }) => {
        const point = span && found && yearlyPoint(found, days, span);
        return point ? [point] : [];
      });

/** The season of each place, from the graded cycles of all its jobs; none where they do not speak for one. */
export function seasonsOf(
  jobs: readonly { place: string; points: readonly YearlyPoint[] }[],
): Map<string, YearlyClock> {
  const told = new Map<string, (readonly YearlyPoint[])[]>();
  for (const { place, points } of jobs) {
    const ofPlace = told.get(place);
    if (ofPlace) ofPlace.push(points);
    else told.set(place, [points]);
  }
  const seasons = new Map<string, YearlyClock>();
  for (const [place, ofPlace] of told) {
    const pattern = learnYearly(ofPlace);
    if (pattern) seasons.set(place, new YearlyClock(pattern));
  }
  return seasons;
}

/** What all cases teach together: one σ prior, and for each case what its like parts lend it. */
export interface LearnedPriors {
  sigma: Float64Array;
  like: (OffsetWeights | null)[];
}

/**
 * The priors that the cases give one another. The order of the cases changes nothing.
 * @returns `like[k]` belongs to cases[k]
 */
export function learnPriors(cases: readonly PreparedCase[]): LearnedPriors {
  const evidence: { key: string; evidence: Float64Array }[] = [];
  const groups = new Map<string, number[]>();
  const grids = cases.map((one, index): WearGrid | null => {
    const grouped = one.group !== null;
    if (grouped) {
      // a range that was changed by hand is another belief: parts lend only along the same one
      const key = `${one.group} ${beliefOfRange(one.counted.range).tau.toFixed(6)}`;
      const members = groups.get(key);
      if (members) members.push(index);
      else groups.set(key, [index]);
    }
    if (one.counted.cycles.length === 0) return null;
    const grid = wearPosterior(one.counted.range, one.counted.cycles);
    const ofSigma = sigmaEvidence(grid);
    evidence.push({ key: ofSigma.join(' '), evidence: ofSigma });
    return grouped ? grid : null;
  });
  // sums depend on their order in the last digit: sorted, they do not depend on the order of the cases
  evidence.sort((a, b) => (a.key < b.key ? -1 : a.key > b.key ? 1 : 0));
  const sigma = learnSigmaPrior(evidence.map((one) => one.evidence));
  const like = cases.map((): OffsetWeights | null => null);
  for (const members of groups.values()) {
    if (members.length < 2) continue;
    lendWithin(members, cases, grids, sigma, like);
  }
  return { sigma, like };
}

function lendWithin(
  members: readonly number[],
  cases: readonly PreparedCase[],
  grids: readonly (WearGrid | null)[],
  sigma: Float64Array,
  like: (OffsetWeights | null)[],
): void {
  const parts = members.map((index) => ({
    index,
    grid: grids[index] ?? null,
    belief: beliefOfRange((cases[index] as PreparedCase).counted.range),
  }));
  const spans = parts.map(({ grid, belief }) => (grid ? spanOfGrid(grid) : gridSpanOf(belief.middle, [])));
  const span = {
    stepsBelow: Math.max(...spans.map((one) => one.stepsBelow)),
    stepsAbove: Math.max(...spans.map((one) => one.stepsAbove)),
  };
  const count = span.stepsBelow + span.stepsAbove + 1;
  const described = parts.map(({ index, grid, belief }, k) => {
    const own =
      grid === null
        ? new Float64Array(count).fill(1)
        : lifeEvidence(grid, sigma, count, span.stepsBelow - (spans[k]?.stepsBelow ?? 0));
    return { index, belief, own, key: own.join(' ') };
  });
  described.sort((a, b) => (a.key < b.key ? -1 : a.key > b.key ? 1 : 0));
  const pooledPriors = lendToEach(
    described.map((one) => one.own),
    span,
    described[0]?.belief.tau ?? 1,
  );
  described.forEach(({ index }, k) => (like[index] = pooledPriors[k] ?? null));
}

/** How well each ln life explains the records: posterior over prior, σ as all jobs show it, at most 1. */
function lifeEvidence(grid: WearGrid, sigma: Float64Array, count: number, shift: number): Float64Array {
  const own = grid.mus.length;
  const evidence = new Float64Array(count);
  let highest = 0;
  for (let i = 0; i < own; i++) {
    let sum = 0;
    for (let j = 0; j < gridSigmas.length; j++)
      sum += ((sigma[j] as number) * (grid.weights[j * own + i] as number)) / (houseSigmaPrior[j] as number);
    const value = sum / (grid.muPrior[i] as number);
    evidence[i + shift] = value;
    highest = Math.max(highest, value);
  }
  // beyond its own grid a part says no more than at its ends
  for (let i = 0; i < count; i++) {
    const inside = Math.min(Math.max(i, shift), shift + own - 1);
    if (inside !== i) evidence[i] = evidence[inside] as number;
  }
  for (let i = 0; i < count; i++) evidence[i] = (evidence[i] as number) / highest;
  return evidence;
}

/** Under this share left, a look at such an age says that nothing known fits; it may be due any day. */
const NOTHING_LEFT = 1e-250;
/** And over this, the far ends of what is believed move no day. */
const MUCH_LEFT = 0.01;

/** The window and the recommended day of one case, days since the last service. */
export function answerCase(one: PreparedCase, priors: WearPriors): WearAnswer {
  const { range, cycles, exposureNow, toDays } = one.counted;
  const whole = wearPosterior(range, cycles, priors, exposureNow);
  const from = exposureNow > 0 ? logOf(exposureNow) : Number.NEGATIVE_INFINITY;
  const left = exposureNow > 0 ? survivalAtLog(whole, from) : 1;
  if (!(left > NOTHING_LEFT)) {
    const now = one.now.days;
    return { earliest: now, likely: now, latest: now, recommended: now };
  }
  const grid = left > MUCH_LEFT ? middleOf(whole) : whole;
  const logAt = survivalLevels(grid, from);
  const at = (due: number) => Math.exp(logAt((1 - due) * left));
  const earliest = at(0.1);
  const likely = at(0.5);
  const latest = at(0.9);
  const recommended =
    one.late === 'sudden'
      ? ageReplacement(grid, one.costRatio, latest)
      : one.costRatio === 2
        ? likely
        : at(1 / one.costRatio);
  const days = (exposure: number) => Math.max(one.now.days, toDays(Math.max(exposure, exposureNow)));
  return {
    earliest: days(earliest),
    likely: days(likely),
    latest: days(latest),
    recommended: days(Math.min(recommended, latest)),
  };
}

/** All cases of one input, each answered with what the others teach. */
export function answerCases(cases: readonly WearCase[]): WearAnswer[] {
  const seasons = seasonsOf(
    cases.flatMap(({ place, cycles, now }) =>
      place == null ? [] : [{ place, points: yearlyPointsOf(cycles, now) }],
    ),
  );
  const prepared = cases.map((one) => prepareCase(one, seasons.get(one.place ?? '') ?? null));
  const { sigma, like } = learnPriors(prepared);
  return prepared.map((one, k) => answerCase(one, { sigma, like: like[k] ?? null }));
}
