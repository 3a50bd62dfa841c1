import { salinityExchangeLitres } from '../../chemistry/salinityExchange.ts';
import { densityLimits, seawaterDensityKgM3 } from '../../chemistry/seawaterDensity.ts';
import { daysFor } from './limits.ts';
import type { Remedy, WaterNow } from './types.ts';

/** Salt water to swap in is mixed so much stronger than what is wanted. */
const STRONGER_PPT = 5;
const STRONGEST_PPT = 40;

const within = ({ from, to }: { from: number; to: number }, value: number): number =>
  Math.min(to, Math.max(from, value));

/** Litres of fresh or of stronger water to swap, by mass; or dry salt, dissolved first. */
export function salinityRemedies(now: number, target: number, litres: number, water: WaterNow): Remedy[] {
  const salinityPpt = within(densityLimits.salinityPpt, now);
  const temperatureC = within(densityLimits.temperatureC, water.tests.temperature?.value ?? 25);
  const days = daysFor('salinity', target - now);
  const swap = (newWaterPpt: number): number =>
    salinityExchangeLitres({ litres, salinityPpt, targetPpt: target, newWaterPpt, temperatureC });
  if (now > target) return [{ kind: 'swap-for-fresh', litres: swap(0), days, result: target }];
  const newWaterPpt = Math.min(STRONGEST_PPT, Math.ceil(target + STRONGER_PPT));
  const mass = (seawaterDensityKgM3(salinityPpt, temperatureC) * litres) / 1000;
  return [
    { kind: 'swap-for-salt', litres: swap(newWaterPpt), newWaterPpt, days, result: target },
    { kind: 'add-salt', kilograms: (mass * (target - now)) / (1000 - target), days, result: target },
  ];
}
