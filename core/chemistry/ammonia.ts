import { ZERO_C_K } from './constants.ts';

// How much of all ammonia is un-ionized, the part that harms.

/**
 * pKa of ammonium in fresh water.
 * @param temperatureC 0 to 50
 * @source Emerson, Russo, Lund and Thurston 1975, J. Fish. Res. Board Can. 32, 2379–2383 (which writes zeroK 273.2)
 */
export const ammoniaPkFresh = (temperatureC: number, zeroK = ZERO_C_K): number =>
  0.09018 + 2729.92 / (temperatureC + zeroK);

/**
 * pK of ammonium in sea water, total scale.
 * @param salinityPpt 0 to 42
 * @param temperatureC fitted from 5 to 25
 * @source Johansson and Wedborg 1980, J. Solution Chem. 9, 37–44
 */
export const ammoniaPkSea = (salinityPpt: number, temperatureC: number): number =>
  -0.467 + 0.00113 * salinityPpt + 2887.9 / (temperatureC + ZERO_C_K);

/** @returns the share that is un-ionized, 0 to 1 @source the definition of pK */
export const unionizedShare = (pK: number, pH: number): number => 1 / (1 + 10 ** (pK - pH));
