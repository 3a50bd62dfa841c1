import { makeUpHours } from '../../formulas/makeUp.ts';
import { saltForABatch } from '../../formulas/salinity.ts';
import { workOut, type Worked } from '../../formulas/workOut.ts';
import { MS_PER_DAY, type Instant } from '../../time/day.ts';

/** Until salt water is clear and steady. House default: overnight. */
export const MIXING_HOURS = 12;
const MS_PER_HOUR = MS_PER_DAY / 24;
const MIX_AT_C = 25;

/** Litres of the two waters: asked for, or in the stores. */
export interface TwoWaters {
  salt: number;
  fresh: number;
}
export interface Batch {
  /** Product still to be made, and salt water still to be mixed; 0: there is enough. */
  litres: number;
  mixL: number;
  /** Dry salt for what is mixed. */
  saltKg: number;
  hours: number;
  wasteL: number | null;
  mixingHours: number;
  /** When to start so that it is ready. */
  startBy: Instant;
  worked: Worked[];
}

/**
 * The water for a visit: what is missing of each, how long it takes to make and to mix, and when to begin. Product in
 * hand is mixed before more is made.
 * @param productLph as it runs now
 * @param wastePerLitre L for a litre of product; null: not known
 * @param salinityPpt of the mix
 */
export function nextBatch(
  needed: TwoWaters,
  present: TwoWaters,
  productLph: number,
  wastePerLitre: number | null,
  visitAt: Instant,
  salinityPpt: number,
): Batch {
  const mixL = Math.max(0, needed.salt - present.salt);
  const litres = Math.max(0, mixL + needed.fresh - present.fresh);
  const mixingHours = mixL > 0 ? MIXING_HOURS : 0;
  const making =
    wastePerLitre === null || litres === 0
      ? null
      : // the flow is as it runs: no correction for temperature beside it
        workOut(makeUpHours, {
          need: litres,
          permeate: productLph,
          t: 25,
          recovery: 100 / (1 + Math.max(0.02, wastePerLitre)),
        });
  const salting = mixL > 0 ? workOut(saltForABatch, { S: salinityPpt, t: MIX_AT_C, volume: mixL }) : null;
  const hours = litres / productLph;
  return {
    litres,
    mixL,
    saltKg: salting ? salting.outputs.salt_dry : 0,
    hours,
    wasteL: making ? making.outputs.waste : litres === 0 ? 0 : null,
    mixingHours,
    startBy: visitAt - (hours + mixingHours) * MS_PER_HOUR,
    worked: [making, salting].filter((one) => one !== null),
  };
}
