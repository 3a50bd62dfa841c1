import { imbalanceOf } from '../balance.ts';
import { doseAdvice } from '../consumption.ts';
import {
  alkalinityCompounds,
  alkalinityDoseGrams,
  calciumCompounds,
  magnesiumCompounds,
  metalDoseGrams,
} from '../../chemistry/doses.ts';
import { parameters, type ParameterId } from '../parameters.ts';
import { daysFor, inside } from './limits.ts';
import type { Remedy, Tested, WaterNow } from './types.ts';

interface Salt {
  compound: string;
  grams: (rise: number, litres: number) => number;
}
const salt = <Name extends string>(
  compound: Name,
  compounds: Readonly<Record<Name, number>>,
  dose: typeof metalDoseGrams,
): Salt => ({ compound, grams: (rise, litres) => dose(rise, litres, compounds[compound]) });

/** What is weighed out for each, the usual one first. */
const salts: Partial<Record<ParameterId, readonly Salt[]>> = {
  alkalinity: [
    salt('sodium bicarbonate', alkalinityCompounds, alkalinityDoseGrams),
    salt('sodium carbonate, anhydrous', alkalinityCompounds, alkalinityDoseGrams),
  ],
  calcium: [
    salt('calcium chloride dihydrate', calciumCompounds, metalDoseGrams),
    salt('calcium chloride, anhydrous', calciumCompounds, metalDoseGrams),
  ],
  magnesium: [
    salt('magnesium chloride hexahydrate', magnesiumCompounds, metalDoseGrams),
    salt('magnesium sulfate heptahydrate', magnesiumCompounds, metalDoseGrams),
  ],
};
export const isMineral = (parameter: ParameterId): boolean => parameter in salts;

/** Too low: a one-off addition by own solution or by weight, spread so that no day takes more than its step. */
export function mineralTooLow(
  parameter: ParameterId,
  now: number,
  target: number,
  litres: number,
  water: WaterNow,
): Remedy[] {
  const rise = target - now;
  const days = daysFor(parameter, rise);
  const own = (water.solutions ?? [])
    .filter((one) => one.parameter === parameter)
    .map(({ name, perMl }): Remedy => ({
      kind: 'dose-own',
      parameter,
      name,
      millilitres: (rise * litres) / perMl,
      days,
      result: target,
    }));
  const weighed = (salts[parameter] ?? []).map(({ compound, grams }): Remedy => ({
    kind: 'dose',
    parameter,
    compound,
    grams: grams(rise, litres),
    days,
    result: target,
  }));
  return [...own, ...weighed];
}

/** Too low, or on its way there: what delivers it day by day is turned up before anything is weighed out or refilled. */
export function moreDelivery(
  parameter: ParameterId,
  { perWeek }: Tested,
  low: boolean,
  water: WaterNow,
): Remedy[] {
  const names = (water.deliverers ?? [])
    .filter((one) => one.parameters.includes(parameter))
    .map((one) => one.name);
  const falls = typeof perWeek === 'number' && perWeek < 0;
  if (names.length === 0 || !(low || falls)) return [];
  return [{ kind: 'more-delivery', parameter, names, perDay: falls ? -perWeek / 7 : null }];
}

/** Too high: nothing is added until use has brought it into its band; how long that takes where use is known. */
export function mineralTooHigh(
  parameter: ParameterId,
  now: number,
  target: number,
  water: WaterNow,
): Remedy[] {
  const perDay = water.dosing?.[parameter]?.consumption?.perDay ?? 0;
  return [{ kind: 'stop-dosing', parameter, daysToBand: perDay > 0 ? (now - target) / perDay : null }];
}

/** The daily dose that holds the level, from what was used; said whether or not the level is out of its band. */
export function dailyDose(parameter: ParameterId, litres: number, water: WaterNow): Remedy[] {
  const dosing = water.dosing?.[parameter];
  if (!dosing?.consumption) return [];
  const advice = doseAdvice(dosing.consumption, dosing.perDay);
  const solution = (water.solutions ?? []).find((one) => one.parameter === parameter);
  return [
    {
      kind: 'daily-dose',
      parameter,
      advice,
      days: dosing.consumption.days,
      solution: solution
        ? {
            name: solution.name,
            mlNow: dosing.mlPerDay,
            ml: (advice.holding * litres) / solution.perMl,
            mlWithin: (advice.within * litres) / solution.perMl,
          }
        : null,
    },
  ];
}

/** Alkalinity and calcium out of proportion: neither a reactor nor equal parts can cure it. */
export function imbalanceRemedy(tests: WaterNow['tests'], litres: number): Remedy | null {
  const [alkalinity, calcium] = [tests.alkalinity, tests.calcium];
  if (!alkalinity || !calcium) return null;
  const imbalance = imbalanceOf(levelOf('alkalinity', alkalinity), levelOf('calcium', calcium));
  if (!imbalance) return null;
  const [dose] = salts[imbalance.short] ?? [];
  const short = tests[imbalance.short];
  const target = short?.band
    ? inside(short.band, 'hi', parameters[imbalance.short].method.repeatability)
    : null;
  // never past the band of the short one
  const rise = Math.min(
    imbalance.by,
    target === null || !short ? imbalance.by : Math.max(0, target - short.value),
  );
  return dose
    ? {
        kind: 'imbalance',
        parameter: imbalance.short,
        imbalance,
        grams: dose.grams(rise, litres),
        compound: dose.compound,
      }
    : null;
}
const levelOf = (parameter: ParameterId, { value, band, error }: Tested) => ({
  value,
  band,
  error: error ?? parameters[parameter].method.repeatability,
});
