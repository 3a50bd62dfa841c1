import { heatCapacityJKgK } from '../chemistry/heatCapacity.ts';
import { oxygenSaturationMgL } from '../chemistry/oxygen.ts';
import { oxygenUseMgPerHour } from './round/matters.ts';

// What a power cut does to a body of water, hour by hour. On the safe side: nothing comes in by the surface.

/** Of a battery’s rated energy so much arrives, where nobody said or measured it. Common practice, no published source. */
export const USUAL_ARRIVES = 0.85;

export interface Battery {
  /** As it is rated, Wh. */
  wattHours: number;
  /** What of it may be drawn and arrives, as its keeper or maker says; null: as usual. */
  declaredShare: number | null;
  /** A run down to its end; null: never tried. */
  ran: { hours: number; watts: number } | null;
}
/** What of its rating arrives: measured before declared, declared before usual. */
export function arrives({ wattHours, declaredShare, ran }: Battery): {
  share: number;
  from: 'measured' | 'declared' | 'usual';
} {
  if (ran && wattHours > 0) return { share: (ran.hours * ran.watts) / wattHours, from: 'measured' };
  return declaredShare === null
    ? { share: USUAL_ARRIVES, from: 'usual' }
    : { share: declaredShare, from: 'declared' };
}

/** Hours a battery runs a load: Wh × what of it arrives ÷ W. */
export const batteryHours = (battery: Battery, watts: number): number =>
  (battery.wattHours * arrives(battery).share) / watts;

/** Something that wants power meanwhile, W. */
export interface Load {
  id: string;
  watts: number;
}

/**
 * Which load goes on which battery, so that each lasts to the end: the most pressing first, on the battery with most left.
 * @param loads most pressing first
 * @returns by load its battery, counted from 0; one that no battery carries to the end is not among them
 */
export function onBatteries(
  batteries: readonly Battery[],
  loads: readonly Load[],
  hours: number,
): Map<string, number> {
  const left = batteries.map((battery) => battery.wattHours * arrives(battery).share);
  const found = new Map<string, number>();
  for (const { id, watts } of loads) {
    const at = left.indexOf(Math.max(...left));
    const need = watts * hours;
    if (at < 0 || (left[at] ?? 0) < need) continue;
    left[at] = (left[at] ?? 0) - need;
    found.set(id, at);
  }
  return found;
}

/**
 * Oxygen after hours without flow, mg/L: from saturation, less what is used.
 * @param feedGPerDay g a day, by which use is reckoned
 * @param salinity practical salinity
 */
export function oxygenAfter(
  hours: number,
  known: { litres: number; feedGPerDay: number; temperatureC: number; salinity: number },
): number {
  const { litres, feedGPerDay, temperatureC, salinity } = known;
  const used = (oxygenUseMgPerHour(feedGPerDay) * hours) / litres;
  return Math.max(0, oxygenSaturationMgL(salinity, temperatureC) - used);
}

const SECONDS_PER_HOUR = 3600;
const HOURS_PER_DAY = 24;

/**
 * Temperature after hours without heater or chiller, °C: Newton’s law of cooling towards the room, with the loss that the
 * heater’s power balanced before. @param watts of the heater, as it is on over the day
 */
export function temperatureAfter(
  hours: number,
  known: {
    litres: number;
    temperatureC: number;
    roomC: number;
    watts: number;
    hoursPerDay: number;
    salinity: number;
  },
): number {
  const { litres, temperatureC, roomC, watts, hoursPerDay, salinity } = known;
  const apart = temperatureC - roomC;
  if (apart === 0) return temperatureC;
  const lossWattsPerK = (watts * (hoursPerDay / HOURS_PER_DAY)) / apart;
  const storeJPerK = litres * heatCapacityJKgK(salinity, temperatureC);
  return roomC + apart * Math.exp((-lossWattsPerK * hours * SECONDS_PER_HOUR) / storeJPerK);
}
