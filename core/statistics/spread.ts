import { medianAbsoluteDeviation } from 'simple-statistics';

/** 1/Φ⁻¹(3/4): what makes a normal distribution's median deviation its standard deviation. */
const SD_PER_MAD = 1.4826;

/**
 * The spread of some numbers as a standard deviation that a few outliers do not move.
 * @param values one or more, in any unit
 * @returns in their unit; 0 where more than half of them are alike
 * @source Hampel 1974, J. Am. Stat. Assoc. 69, 383–393
 */
export const robustSd = (values: readonly number[]): number =>
  SD_PER_MAD * medianAbsoluteDeviation([...values]);
