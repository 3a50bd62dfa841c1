import { requireWithin } from '../errors.ts';

/** Where the equation of state at one atmosphere was fitted. */
export const densityLimits = {
  salinityPpt: { from: 0, to: 42, unit: 'ppt' },
  temperatureC: { from: -2, to: 40, unit: '°C' },
};

/**
 * Density of sea water at one atmosphere.
 * @param salinityPpt practical salinity (PSS-78), 0 to 42
 * @param temperatureC temperature, °C (IPTS-68; ITS-90 differs by 0.006 °C at 25 °C, below 0.002 kg/m³)
 * @returns kg/m³
 * @throws Refusal 'out-of-range' outside densityLimits: the fit is never extrapolated
 * @source EOS-80: Fofonoff and Millard 1983, UNESCO Technical Papers in Marine Science 44
 */
export function seawaterDensityKgM3(salinityPpt: number, temperatureC: number): number {
  requireWithin('salinity', salinityPpt, densityLimits.salinityPpt);
  requireWithin('water temperature', temperatureC, densityLimits.temperatureC);
  const t = temperatureC;
  const s = salinityPpt;
  const pureWater =
    999.842594 +
    t * (6.793952e-2 + t * (-9.09529e-3 + t * (1.001685e-4 + t * (-1.120083e-6 + t * 6.536332e-9))));
  const bySalt = 8.24493e-1 + t * (-4.0899e-3 + t * (7.6438e-5 + t * (-8.2467e-7 + t * 5.3875e-9)));
  const bySaltRoot = -5.72466e-3 + t * (1.0227e-4 - t * 1.6546e-6);
  return pureWater + s * bySalt + s * Math.sqrt(s) * bySaltRoot + s * s * 4.8314e-4;
}
