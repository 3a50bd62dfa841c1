import { evaporation } from '../../formulas/heat.ts';
import { workOut, type WorkedOf } from '../../formulas/workOut.ts';

/** The room over the water. */
export interface Air {
  waterC: number;
  airC: number;
  humidityPercent: number;
  /** Movement over the water, m/s. */
  airMs: number;
}
/** Still water indoors under a room's air, between a pool at rest and one in use. House default. */
const ACTIVITY = 0.65;
const CM2_PER_M2 = 10_000;

/** Litres a day by the air over the surface. @source ASHRAE Handbook, HVAC Applications (from memory); activity: house default */
export function evaporationBy(
  surfaceCm2: number,
  { waterC, airC, humidityPercent, airMs }: Air,
): WorkedOf<typeof evaporation> {
  return workOut(evaporation, {
    A: surfaceCm2 / CM2_PER_M2,
    t_water: waterC,
    t_air: airC,
    RH: humidityPercent,
    V: airMs,
    Fa: ACTIVITY,
  });
}
/** A kilogram of fresh water is a litre, near enough for a reservoir. */
export const litresADay = (worked: WorkedOf<typeof evaporation>): number => worked.outputs.full_times_Fa;

/** What a surface loses a day indoors by common practice, value from memory: 2 to 5 L a square metre. */
export const usualEvaporation = (surfaceCm2: number): { lo: number; hi: number } => ({
  lo: (2 * surfaceCm2) / CM2_PER_M2,
  hi: (5 * surfaceCm2) / CM2_PER_M2,
});
