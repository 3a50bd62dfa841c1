import { ONE_ATM_KPA, ZERO_C_K } from './constants.ts';

/** Oxygen at saturation in moist air at one atmosphere, mg/L. @source Benson and Krause 1984 */
export function oxygenSaturationMgL(salinity: number, temperatureC: number): number {
  const T = temperatureC + ZERO_C_K;
  const fresh = -139.34411 + 1.575701e5 / T - 6.642308e7 / T ** 2 + 1.2438e10 / T ** 3 - 8.621949e11 / T ** 4;
  return Math.exp(fresh - salinity * (1.7674e-2 - 10.754 / T + 2140.7 / T ** 2));
}

/** Saturation at another pressure over that at one atmosphere. @source Benson and Krause 1984, form of the USGS */
export function pressureFactor(temperatureC: number, pressureKpa: number): number {
  const T = temperatureC + ZERO_C_K;
  const P = pressureKpa / ONE_ATM_KPA;
  const vapour = Math.exp(11.8571 - 3840.7 / T - 216961 / T ** 2);
  const theta = 0.000975 - 1.426e-5 * temperatureC + 6.436e-8 * temperatureC ** 2;
  return (P * (1 - vapour / P) * (1 - theta * P)) / ((1 - vapour) * (1 - theta));
}

/** Air pressure at a height in metres above the sea, kPa. @source ISO 2533 (standard atmosphere) */
export const airPressureKpa = (heightM: number): number =>
  ONE_ATM_KPA * (1 - 2.25577e-5 * heightM) ** 5.25588;
