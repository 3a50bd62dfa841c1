import { heatCapacityJKgK } from '../water/heatCapacity.ts';
import { oxygenSaturationMgL } from '../water/oxygen.ts';
import { oxygenUseMgPerHour } from './round/matters.ts';

// What a power cut does to a body of water, hour by hour. On the safe side: nothing comes in by the surface.

/** Of a battery’s rated energy so much arrives. Common practice, no published source. */
const BATTERY_SHARE = 0.85;

/** Hours a battery runs a load: Wh × 0.85 ÷ W. */
export const batteryHours = (wattHours: number, watts: number): number => (wattHours * BATTERY_SHARE) / watts;

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
