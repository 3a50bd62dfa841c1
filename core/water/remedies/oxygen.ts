import { airPressureKpa, oxygenSaturationMgL, pressureFactor } from '../../chemistry/oxygen.ts';
import type { Remedy, WaterNow } from './types.ts';

/** Under this share of saturation animals labour, over it bubbles form in blood: common practice, no published source. */
const OXYGEN_PERCENT = { least: 80, most: 115 };

/** Oxygen is judged by its share of saturation at this temperature, salinity and height, whether or not a band is set. */
export function oxygenRemedies(mgL: number, { tests, heightM = 0 }: WaterNow): Remedy[] {
  const t = tests.temperature?.value;
  if (t === undefined) return [];
  const saturationMgL =
    oxygenSaturationMgL(tests.salinity?.value ?? 0, t) * pressureFactor(t, airPressureKpa(heightM));
  const percent = (100 * mgL) / saturationMgL;
  const { least, most } = OXYGEN_PERCENT;
  return percent < least || percent > most
    ? [{ kind: 'oxygen', percent, saturationMgL, low: percent < least }]
    : [];
}
