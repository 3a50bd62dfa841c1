import { MS_PER_DAY, type Instant } from '../time/day.ts';
import { wearEdges, gradeIndex, type Found } from './found.ts';

// A season that nobody logs (warm water, light through a window, pollen, guests) moves all lives of a place together, and
// comes again every year. One wave for a place: ln life = usual + sine·sin + cosine·cos of the time of year. It is learned
// from the graded cycles of all its jobs and used like a driver: a day in the fast half of the year counts as more than one.

/** How far ln life lies over its mean of the year, at 1 January (cosine) and a quarter of a year later (sine). */
export interface YearlyPattern {
  sine: number;
  cosine: number;
}
/** One graded cycle: when it ran, and ln of the life that its word speaks of. */
export interface YearlyPoint {
  from: Instant;
  until: Instant;
  logLife: number;
  /** Of logLife. */
  variance: number;
}

const DAYS_A_YEAR = 365.2425;
const MS_A_YEAR = DAYS_A_YEAR * MS_PER_DAY;
const TURN = (2 * Math.PI) / MS_A_YEAR;

/** House figures (docs/science.md): how far ln life swings where it does, how often it does, spread of a life, of a grade. */
const SWING_SD = 0.2;
const ODDS_OF_A_SEASON = 0.1;
const LIFE_SD = 0.23;
const GRADING_SD = 0.12;
/** Degrees of freedom of what cannot be a season (a jump, a slip): far points count less. */
const FREEDOM = 4;
const ROUNDS = 6;
/** Under so many jobs, cycles and days a wave over the year cannot be told from a change of one of them. */
const LEAST_JOBS = 3;
const LEAST_CYCLES = 12;
const LEAST_DAYS = 270;
/** A smaller swing moves no date worth a sentence. */
const LEAST_SWING = 0.03;

/** What a word says of a life, where it says both "not shorter" and "not longer"; null for the open words. */
export function yearlyPoint(
  found: Found,
  exposure: number,
  span: { from: Instant; until: Instant },
): YearlyPoint | null {
  const low = wearEdges[gradeIndex[found]] ?? 0;
  const high = wearEdges[gradeIndex[found] + 1] ?? Number.POSITIVE_INFINITY;
  if (!(exposure > 0) || low === 0 || !Number.isFinite(high)) return null;
  const width = Math.log(high / low);
  return {
    ...span,
    logLife: Math.log(exposure) - Math.log(low * high) / 2,
    variance: width ** 2 / 12 + GRADING_SD ** 2 + LIFE_SD ** 2,
  };
}

/** Means of sin and cos of the time of year over a span. */
function meanWave(from: Instant, until: Instant): [sine: number, cosine: number] {
  const [a, b] = [from * TURN, until * TURN];
  if (b - a < 1e-9) return [Math.sin(a), Math.cos(a)];
  return [(Math.cos(a) - Math.cos(b)) / (b - a), (Math.sin(b) - Math.sin(a)) / (b - a)];
}

interface Term {
  part: number;
  y: number;
  s: number;
  c: number;
  /** One over the variance. */
  precision: number;
}

/**
 * The wave over the year that the jobs of one place share.
 * @param parts the graded cycles of each job, any order
 * @returns null where the records do not speak for one; otherwise drawn towards none as far as they leave it open
 * @source Bayesian linear regression with a normal prior and its marginal likelihood against no wave (Gelman et al. 2013,
 *   Bayesian Data Analysis, chapters 7 and 14); weights of a Student t by expectation and maximisation (Lange, Little and
 *   Taylor 1989, JASA 84)
 */
export function learnYearly(parts: readonly (readonly YearlyPoint[])[]): YearlyPattern | null {
  const told = parts.filter((points) => points.length >= 2);
  const terms = told.flatMap((points, part) =>
    points.map((point): Term => {
      const [s, c] = meanWave(point.from, point.until);
      return { part, y: point.logLife, s, c, precision: 1 / point.variance };
    }),
  );
  const from = Math.min(...told.flatMap((points) => points.map((one) => one.from)));
  const until = Math.max(...told.flatMap((points) => points.map((one) => one.until)));
  if (told.length < LEAST_JOBS || terms.length < LEAST_CYCLES || until - from < LEAST_DAYS * MS_PER_DAY)
    return null;
  const weights = terms.map(() => 1);
  let fit = fitted(terms, weights, told.length);
  for (let round = 1; round < ROUNDS; round++) {
    terms.forEach((term, k) => {
      const apart = term.y - (fit.means[term.part] as number) - fit.sine * term.s - fit.cosine * term.c;
      weights[k] = (FREEDOM + 1) / (FREEDOM + (apart * apart * term.precision) / fit.scale);
    });
    fit = fitted(terms, weights, told.length);
  }
  const chance = 1 / (1 + ((1 - ODDS_OF_A_SEASON) / ODDS_OF_A_SEASON) * Math.exp(-fit.logBayes));
  const pattern = { sine: chance * fit.sine, cosine: chance * fit.cosine };
  return Math.hypot(pattern.sine, pattern.cosine) < LEAST_SWING ? null : pattern;
}

interface Fit extends YearlyPattern {
  /** Usual ln life of each part. */
  means: number[];
  /** Variance found over the variance expected, at least 1. */
  scale: number;
  /** ln of how much better the records are explained with a wave than without. */
  logBayes: number;
}

/** Σ w of one part, and with what it tells and when. */
type Sums = Record<'w' | 'y' | 's' | 'c', number>;

/** The wave and each part's usual life, the parts' lives free, the wave drawn towards none. */
function fitted(terms: readonly Term[], weights: readonly number[], count: number): Fit {
  const sums = Array.from({ length: count }, (): Sums => ({ w: 0, y: 0, s: 0, c: 0 }));
  terms.forEach(({ part, y, s, c, precision }, k) => {
    const w = precision * (weights[k] ?? 1);
    const sum = sums[part] as Sums;
    sum.w += w;
    sum.y += w * y;
    sum.s += w * s;
    sum.c += w * c;
  });
  let [ss, sc, cc, sy, cy, yy] = [0, 0, 0, 0, 0, 0];
  terms.forEach(({ part, y, s, c, precision }, k) => {
    const w = precision * (weights[k] ?? 1);
    const sum = sums[part] as Sums;
    const [dy, ds, dc] = [y - sum.y / sum.w, s - sum.s / sum.w, c - sum.c / sum.w];
    ss += w * ds * ds;
    sc += w * ds * dc;
    cc += w * dc * dc;
    sy += w * ds * dy;
    cy += w * dc * dy;
    yy += w * dy * dy;
  });
  // the scale is what a wave leaves unexplained: more scatter than lives and grades have makes the wave less sure
  const free = Math.max(1, terms.length - count - 2);
  const plain = solved(ss + 1e-9, sc, cc + 1e-9, sy, cy);
  const scale = Math.max(1, (yy - plain[0] * sy - plain[1] * cy) / free);
  const prior = 1 / SWING_SD ** 2;
  const [a, b, d] = [ss / scale + prior, sc / scale, cc / scale + prior];
  const [sine, cosine] = solved(a, b, d, sy / scale, cy / scale);
  return {
    sine,
    cosine,
    means: sums.map((sum) => (sum.y - sine * sum.s - cosine * sum.c) / sum.w),
    scale,
    logBayes: Math.log(prior) - Math.log(a * d - b * b) / 2 + (sine * sy + cosine * cy) / scale / 2,
  };
}

/** x of [[a, b], [b, d]] x = (u, v). */
function solved(a: number, b: number, d: number, u: number, v: number): [number, number] {
  const determinant = a * d - b * b;
  return [(d * u - b * v) / determinant, (a * v - b * u) / determinant];
}

const STEPS = 366;

/** Days by the calendar and days by what they wear, with a mean of one over a year. */
export class YearlyClock {
  readonly pattern: YearlyPattern;
  /** Exposure from the year's beginning to each of its steps. */
  private readonly passed = new Float64Array(STEPS + 1);

  constructor(pattern: YearlyPattern) {
    this.pattern = pattern;
    const step = 1 / STEPS;
    for (let k = 0; k < STEPS; k++) this.passed[k + 1] = this.at(k) + wearAt(pattern, (k + 0.5) * step);
    const scale = DAYS_A_YEAR / this.at(STEPS);
    for (let k = 0; k <= STEPS; k++) this.passed[k] = this.at(k) * scale;
  }

  /** Exposure of a span, days of the year's mean. */
  between(from: Instant, until: Instant): number {
    return this.total(until) - this.total(from);
  }

  /** How many days after an instant such an exposure has passed; 0 or more of each. */
  daysFor(from: Instant, exposure: number): number {
    const target = this.total(from) + exposure;
    const years = Math.floor(target / DAYS_A_YEAR);
    const rest = target - years * DAYS_A_YEAR;
    let low = 0;
    let high = STEPS;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (this.at(middle) <= rest) low = middle;
      else high = middle;
    }
    const share = (rest - this.at(low)) / (this.at(high) - this.at(low));
    return (years + (low + share) / STEPS) * DAYS_A_YEAR - from / MS_PER_DAY;
  }

  private at(step: number): number {
    return this.passed[step] as number;
  }

  private total(at: Instant): number {
    const year = at / MS_A_YEAR;
    const years = Math.floor(year);
    const step = (year - years) * STEPS;
    const k = Math.min(STEPS - 1, Math.floor(step));
    return years * DAYS_A_YEAR + this.at(k) + (step - k) * (this.at(k + 1) - this.at(k));
  }
}

/** What a day wears at a share of the year, by the mean of the life only. */
const wearAt = ({ sine, cosine }: YearlyPattern, share: number): number =>
  Math.exp(-(sine * Math.sin(2 * Math.PI * share) + cosine * Math.cos(2 * Math.PI * share)));
