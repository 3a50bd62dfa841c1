import { heatCapacityJKgK } from '../../chemistry/heatCapacity.ts';
import { oxygenSaturationMgL } from '../../chemistry/oxygen.ts';

// How long something may be off before it starts to matter. Worked out from what is known; what is not known is named
// and never guessed. Answers are rounded down: an hour early is better than one late.

export type Matters =
  /** By figures that lie on the safe side. */
  | { kind: 'hours'; hours: number }
  /** It can be off for as long as the surroundings stay as they are. */
  | { kind: 'never' }
  | { kind: 'not-known'; missing: readonly Missing[] };
export type Missing =
  'litres' | 'feed' | 'temperature' | 'evaporation' | 'salinity' | 'band' | 'coldest' | 'room' | 'heater';

/** Oxygen that fish, bacteria and what is left of the feed use up, g for each g of feed: 0.25. Common practice, value from memory. */
const OXYGEN_PER_FEED = 0.25;
/** After a meal animals use more than on average by this factor. Common practice, value from memory. */
const PEAK = 1.4;
/** Below this fish breathe hard, mg/L. Common practice, no published source. */
export const LEAST_OXYGEN_MG_L = 4;
const HOURS_PER_DAY = 24;

/** What the animals of a water use at their busiest, mg an hour, by what they are fed a day. */
export const oxygenUseMgPerHour = (feedGPerDay: number): number =>
  (feedGPerDay * OXYGEN_PER_FEED * PEAK * 1000) / HOURS_PER_DAY;

/** Names what is missing; null where all is known. */
function missingOf(asked: Partial<Record<Missing, number | null>>): Matters | null {
  const missing = (Object.keys(asked) as Missing[]).filter((key) => asked[key] === null);
  return missing.length > 0 ? { kind: 'not-known', missing } : null;
}

/**
 * No flow: how long the oxygen lasts that stands in the water, with nothing coming in by the surface (it does, a little:
 * the true time is longer).
 * @param litres L
 * @param feedGPerDay g a day
 * @param temperatureC °C
 * @param salinity practical salinity; nought for fresh water
 */
export function hoursWithoutFlow(known: {
  litres: number | null;
  feedGPerDay: number | null;
  temperatureC: number | null;
  salinity: number;
}): Matters {
  const { litres, feedGPerDay, temperatureC, salinity } = known;
  const missing = missingOf({ litres, feed: feedGPerDay, temperature: temperatureC });
  if (missing || litres === null || feedGPerDay === null || temperatureC === null)
    return missing ?? { kind: 'not-known', missing: [] };
  const storeMg = Math.max(0, oxygenSaturationMgL(salinity, temperatureC) - LEAST_OXYGEN_MG_L) * litres;
  const useMgPerHour = oxygenUseMgPerHour(feedGPerDay);
  return useMgPerHour > 0
    ? { kind: 'hours', hours: storeMg / useMgPerHour }
    : { kind: 'not-known', missing: ['feed'] };
}

/**
 * No top-off: how long until what evaporates has raised the salinity over its band. Salt stays: S V = S′ (V − e t).
 * @param litres L
 * @param evaporationLPerDay L a day
 * @param salinity ppt now
 * @param highest the band's upper edge, ppt
 */
export function hoursWithoutTopOff(known: {
  litres: number | null;
  evaporationLPerDay: number | null;
  salinity: number | null;
  highest: number | null;
}): Matters {
  const { litres, evaporationLPerDay, salinity, highest } = known;
  const missing = missingOf({ litres, evaporation: evaporationLPerDay, salinity, band: highest });
  if (missing || litres === null || evaporationLPerDay === null || salinity === null || highest === null)
    return missing ?? { kind: 'not-known', missing: [] };
  if (evaporationLPerDay <= 0) return { kind: 'not-known', missing: ['evaporation'] };
  const litresToLose = Math.max(0, litres * (1 - salinity / highest));
  return { kind: 'hours', hours: (litresToLose / evaporationLPerDay) * HOURS_PER_DAY };
}

/** Water is taken as 1 kg/L: sea water holds about a fortieth more, so that the true time is a little longer. */
const KG_PER_L = 1;
const SECONDS_PER_HOUR = 3600;

/**
 * No heat: how long until the water has cooled to the low end of its band. What the heater gives by the day balances what
 * the water loses to the room, so that its power and the temperatures say how fast it loses: Newton's law of cooling,
 * t = C ÷ G × ln((water − room) ÷ (coldest − room)), G = power × share of the day ÷ (water − room).
 * @param litres L
 * @param temperatureC of the water, °C
 * @param roomC of the room, °C
 * @param coldestC the low end of the band, °C
 * @param watts of the heater, W
 * @param hoursPerDay it is on, h; 24 where nobody has measured it, which is on the safe side
 * @param salinity practical salinity
 */
export function hoursWithoutHeat(known: {
  litres: number | null;
  temperatureC: number | null;
  roomC: number | null;
  coldestC: number | null;
  watts: number | null;
  hoursPerDay: number;
  salinity: number;
}): Matters {
  const { litres, temperatureC, roomC, coldestC, watts, hoursPerDay, salinity } = known;
  const missing = missingOf({
    litres,
    temperature: temperatureC,
    room: roomC,
    coldest: coldestC,
    heater: watts,
  });
  if (
    missing ||
    litres === null ||
    temperatureC === null ||
    roomC === null ||
    coldestC === null ||
    watts === null
  )
    return missing ?? { kind: 'not-known', missing: [] };
  // a room as warm as the band: the water never falls out of it
  if (roomC >= coldestC) return { kind: 'never' };
  if (temperatureC <= coldestC) return { kind: 'hours', hours: 0 };
  if (watts * hoursPerDay <= 0) return { kind: 'not-known', missing: ['heater'] };
  const lossWattsPerK = (watts * (hoursPerDay / HOURS_PER_DAY)) / (temperatureC - roomC);
  const storeJPerK = litres * KG_PER_L * heatCapacityJKgK(salinity, temperatureC);
  const seconds = (storeJPerK / lossWattsPerK) * Math.log((temperatureC - roomC) / (coldestC - roomC));
  return { kind: 'hours', hours: seconds / SECONDS_PER_HOUR };
}
