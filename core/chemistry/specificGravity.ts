import { requireWithin } from '../errors.ts';
import { bisect } from '../numeric/bisect.ts';
import { densityLimits, seawaterDensityKgM3 } from './seawaterDensity.ts';

/** °C of 60 °F, the oldest of the conventions. */
const SIXTY_FAHRENHEIT_C = (60 - 32) / 1.8;
/** Density of pure water at 3.98 °C by EOS-80, kg/m³: the divisor of "x/4" conventions. */
const DENSEST_WATER_KG_M3 = seawaterDensityKgM3(0, 4);

/**
 * The same number on a hydrometer means up to 4 ppt more or less, depending on which water at which
 * temperature it is compared with. `sampleC` is the temperature of the sample, `waterKgM3` the divisor.
 */
export const gravityConventions = {
  '25/25': { sampleC: 25, waterKgM3: seawaterDensityKgM3(0, 25) },
  '20/20': { sampleC: 20, waterKgM3: seawaterDensityKgM3(0, 20) },
  '60F/60F': { sampleC: SIXTY_FAHRENHEIT_C, waterKgM3: seawaterDensityKgM3(0, SIXTY_FAHRENHEIT_C) },
  '20/4': { sampleC: 20, waterKgM3: DENSEST_WATER_KG_M3 },
  '25/4': { sampleC: 25, waterKgM3: DENSEST_WATER_KG_M3 },
} as const;
export type GravityConvention = keyof typeof gravityConventions;

/**
 * Specific gravity of sea water by a stated convention.
 * @param salinityPpt 0 to 42
 * @returns a ratio of densities, no unit
 * @throws Refusal 'out-of-range'
 * @source EOS-80 (see seawaterDensity)
 */
export function gravityFromSalinity(salinityPpt: number, convention: GravityConvention): number {
  const { sampleC, waterKgM3 } = gravityConventions[convention];
  return seawaterDensityKgM3(salinityPpt, sampleC) / waterKgM3;
}

/**
 * Salinity from specific gravity by a stated convention, by bisection of `gravityFromSalinity`.
 * @returns ppt, 0 to 42, to 1e-10
 * @throws Refusal 'out-of-range' when no salinity between 0 and 42 ppt has that gravity
 */
export function salinityFromGravityPpt(gravity: number, convention: GravityConvention): number {
  const { from, to } = densityLimits.salinityPpt;
  requireWithin('specific gravity', gravity, {
    from: gravityFromSalinity(from, convention),
    to: gravityFromSalinity(to, convention),
    unit: convention,
  });
  return bisect((salinity) => gravityFromSalinity(salinity, convention) - gravity, from, to, 1e-10);
}
