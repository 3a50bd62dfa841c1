import { knowing, type LifeBelief } from './thisLife.ts';

// A reading that creeps from its clean value to a limit tells of this very life, not of lives like it. What the records
// expect of the life is weighed by how well each life would explain the path so far.

/** Wear seldom goes straight: share of the way ∝ (age ÷ life)^bend. House figures. */
const BENDS = [
  { bend: 0.7, weight: 0.25 },
  { bend: 1, weight: 0.5 },
  { bend: 1.5, weight: 0.25 },
] as const;
/** The path itself wanders by this share of the whole way, besides the reading's own error: a house default. */
const WANDER = 0.05;

export interface PathReading {
  /** Exposure since the last service, over 0. */
  age: number;
  /** Share of the way from the clean value (0) to the limit (1); may be below 0 or above 1. */
  fractionToLimit: number;
}
/**
 * The belief about one life from a noisy path to its limit.
 * @param expected what is believed of it before the path is seen
 * @param readings of this cycle, any order
 * @param errorShare standard deviation of one reading as a share of the whole way
 * @source Bayes' rule on a grid; the bends and the wander are house figures, checked by simulation (docs/science.md)
 */
export function lifeByPath(
  expected: LifeBelief,
  readings: readonly PathReading[],
  errorShare: number,
): LifeBelief {
  const sd = Math.hypot(errorShare, WANDER);
  const read = readings.map(({ age, fractionToLimit }) => ({ logAge: Math.log(age), fractionToLimit }));
  return knowing(expected, (logLife) => {
    let sum = 0;
    for (const { bend, weight } of BENDS) {
      let fit = 0;
      for (const { logAge, fractionToLimit } of read) {
        const miss = (fractionToLimit - Math.exp(bend * (logAge - logLife))) / sd;
        // a reading far off the path is a slip of the reader, not the end of the belief
        fit -= 2.5 * Math.log1p((miss * miss) / 4);
      }
      sum += weight * Math.exp(fit);
    }
    return Math.log(Math.max(sum, Number.MIN_VALUE));
  }).belief;
}
