import type { WearGrid } from './wearGrid.ts';
import { momentsOf, survivalAndFall, survivalAtLog } from './wearSurvival.ts';

/** ln(S/(1 − S)): against ln t this is nearly straight, so that few guesses do. */
const logit = (share: number): number => Math.log(share / (1 - share));
/** The slope of a normal's logit at its middle, per standard deviation. */
const LOGIT_PER_SD = 1.6;
/** From this near in logit one more step along the slope is within 1e-5: dates are days. */
const NEAR = 0.01;
const MOST_STEPS = 80;

/** The survival where it has been asked, as a logit, and its slope there: what one level finds the next begins from. */
interface Asked {
  at: number;
  logit: number;
  /** d logit / d ln t, under 0. */
  slope: number;
}

/**
 * The exposure at which the survival falls to a level, in ln, for the few levels that one plan asks of one belief.
 * @param from ln of the exposure where it stands now, −∞ for a new life; no answer lies before it
 * @returns of a level, over 0 and under 1: the ln of its exposure; `from` where the survival is at the level already
 */
export function survivalLevels(grid: WearGrid, from: number): (level: number) => number {
  const { mean, sd } = momentsOf(grid);
  const widest = grid.sigmas[grid.sigmas.length - 1] ?? 1;
  const lowest = Math.max(from, (grid.mus[0] ?? 0) - 9 * widest);
  const highest = Math.max(lowest, grid.mus[grid.mus.length - 1] ?? 0) + 9 * widest;
  const left = Number.isFinite(from) ? survivalAtLog(grid, from) : 1;
  const asked: Asked[] = [];

  return (level) => {
    if (left <= level) return from;
    const target = logit(level);
    let low = lowest;
    let high = highest;
    let nearest: Asked | null = null;
    for (const one of asked) {
      if (one.logit > target) low = Math.max(low, one.at);
      else high = Math.min(high, one.at);
      if (!nearest || Math.abs(one.logit - target) < Math.abs(nearest.logit - target)) nearest = one;
    }
    for (let step = 0; step < MOST_STEPS && high - low > 1e-9; step++) {
      let guess: number = nearest
        ? nearest.at + (target - nearest.logit) / nearest.slope
        : mean - (sd * target) / LOGIT_PER_SD;
      const inside = guess > low && guess < high;
      if (nearest && inside && Math.abs(target - nearest.logit) < NEAR) return guess;
      // every sixth step halves, so that a curve with a knee cannot hold the bracket wide
      if (!inside || step % 6 === 5) guess = (low + high) / 2;
      const { survival, fall } = survivalAndFall(grid, guess);
      if (survival > level) low = guess;
      else high = guess;
      // far out in a tail there is no slope to follow
      nearest =
        fall > 0 && survival > 0 && survival < 1
          ? { at: guess, logit: logit(survival), slope: -fall / (survival * (1 - survival)) }
          : null;
      if (nearest) asked.push(nearest);
    }
    return (low + high) / 2;
  };
}

/** The exposure by which a share `due` (0 to 1) of such lives is used up. */
export function wearQuantile(grid: WearGrid, due: number): number {
  return Math.exp(survivalLevels(grid, Number.NEGATIVE_INFINITY)(1 - due));
}
