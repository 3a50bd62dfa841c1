import { figure, worked, type Worked } from '../../calculators/worked.ts';
import { MS_PER_DAY, type Instant } from '../../time/day.ts';

/** Until salt water is clear and steady. House default: overnight. */
export const MIXING_HOURS = 12;
const MS_PER_HOUR = MS_PER_DAY / 24;

export interface Batch {
  /** What is still to be made; 0: there is enough. */
  litres: number;
  hours: number;
  wasteL: number | null;
  mixingHours: number;
  /** When to start so that it is ready. */
  startBy: Instant;
  worked: Worked | null;
}

/**
 * The water for a visit: what is missing, how long it takes to make and to mix, and when to begin.
 * @param productLph as it runs now
 * @param salted the water is mixed with salt after it is made
 */
export function nextBatch(
  neededL: number,
  presentL: number,
  productLph: number,
  wastePerLitre: number | null,
  visitAt: Instant,
  salted: boolean,
): Batch {
  const litres = Math.max(0, neededL - presentL);
  const mixingHours = salted && litres > 0 ? MIXING_HOURS : 0;
  if (litres === 0) return { litres, hours: 0, wasteL: 0, mixingHours, startBy: visitAt, worked: null };
  const batch =
    wastePerLitre === null
      ? null
      : // the flow is as it runs: no correction for temperature beside it
        worked('make-up-hours', {
          need: litres,
          permeate: productLph,
          t: 25,
          recovery: 100 / (1 + Math.max(0.02, wastePerLitre)),
        });
  const hours = litres / productLph;
  return {
    litres,
    hours,
    wasteL: batch ? figure(batch, 'waste') : null,
    mixingHours,
    startBy: visitAt - (hours + mixingHours) * MS_PER_HOUR,
    worked: batch,
  };
}
