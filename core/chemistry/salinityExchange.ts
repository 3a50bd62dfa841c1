import { seawaterDensityKgM3 } from './seawaterDensity.ts';

/** A body of water whose salinity is to be brought to a target by taking some out and putting other water in. */
export interface SalinityExchange {
  litres: number;
  salinityPpt: number;
  targetPpt: number;
  /** Of the water that goes in; the target lies between the two. */
  newWaterPpt: number;
  temperatureC: number;
}

/**
 * Litres to take out and replace: salt before = salt after, by mass.
 * @throws Refusal 'out-of-range' outside densityLimits
 * @source mass balance; EOS-80 density: Fofonoff and Millard 1983
 */
export function salinityExchangeLitres(v: SalinityExchange): number {
  const takes = seawaterDensityKgM3(v.salinityPpt, v.temperatureC) * (v.salinityPpt - v.targetPpt);
  const brings = seawaterDensityKgM3(v.newWaterPpt, v.temperatureC) * (v.targetPpt - v.newWaterPpt);
  return (v.litres * takes) / (takes + brings);
}
