import { oxygenSaturationMgL } from '../../chemistry/oxygen.ts';
import { ZERO_C_K } from '../../chemistry/constants.ts';

// How long a planned stop of all movement, of what breaks the surface or of the heating may last. A house model: its
// constants are quoted from memory of the works named, none could be opened; a person's own figure replaces it.

/** A kind of water as its limits go. */
export interface StillWater {
  id: string;
  name: string;
  /** What is reckoned with where it was not tested. */
  temperatureC: number;
  salinity: number;
  /** Oxygen that the animals must keep, mg/L. */
  limitMgL: number;
  depthM: number;
  /** What the water itself uses, mg/L an hour: bacteria, plants at night. House figures. */
  waterUseMgLh: number;
}
export const stillWaters = [
  {
    id: 'cold-marine',
    name: 'cold sea',
    ...{ temperatureC: 12, salinity: 35, limitMgL: 5, depthM: 0.8, waterUseMgLh: 0.3 },
  },
  {
    id: 'reef',
    name: 'tropical reef',
    ...{ temperatureC: 26, salinity: 35, limitMgL: 4, depthM: 0.5, waterUseMgLh: 1.5 },
  },
  {
    id: 'fish-only',
    name: 'fish-only sea',
    ...{ temperatureC: 25, salinity: 35, limitMgL: 4, depthM: 0.5, waterUseMgLh: 0.5 },
  },
  {
    id: 'planted',
    name: 'planted, at night',
    ...{ temperatureC: 25, salinity: 0, limitMgL: 4, depthM: 0.45, waterUseMgLh: 1 },
  },
  {
    id: 'community',
    name: 'fresh water',
    ...{ temperatureC: 25, salinity: 0, limitMgL: 4, depthM: 0.45, waterUseMgLh: 0.3 },
  },
  {
    id: 'large-fresh',
    name: 'pond or large fresh water',
    ...{ temperatureC: 22, salinity: 0, limitMgL: 4, depthM: 1, waterUseMgLh: 0.3 },
  },
  {
    id: 'quarantine',
    name: 'quarantine',
    ...{ temperatureC: 25, salinity: 35, limitMgL: 5, depthM: 0.3, waterUseMgLh: 0.1 },
  },
] as const satisfies readonly StillWater[];
export type StillWaterId = (typeof stillWaters)[number]['id'];

/** Litres of water for each kilogram of fish. House steps: light, usual, heavy. */
export const stocking = { light: 1000, usual: 300, heavy: 100 } as const;
/** Fed, chased or sick they use twice as much. House figure. */
const BUSY = 2;
/** Through a still surface, m/h. @source Cole and Caraco 1998, from memory */
export const stillSurfaceMPerH = 0.02;
/** Water that stands is a little under saturation. House figure. */
export const STARTS_AT_SATURATION = 0.9;
/** Still water layers: half the time is what may be planned. House figure. */
const PLANNED_SHARE = 0.5;
const STEP_MIN = 5;
const MOST_MIN = 240;

/**
 * Oxygen that resting fish use, mg per kg and hour.
 * @param massG of one fish, g
 * @source Clarke and Johnston 1999, coefficients from memory
 */
export const restingUseMgKgH = (temperatureC: number, massG = 50): number =>
  640 * Math.exp(15.7 - 5020 / (ZERO_C_K + temperatureC)) * (massG / 50) ** -0.21;

/** What fish and water use together, mg/L an hour. @param litresPerKg litres of water for each kilogram of fish */
export const usePerLitreH = (temperatureC: number, litresPerKg: number, waterUseMgLh: number): number =>
  (BUSY * restingUseMgKgH(temperatureC)) / litresPerKg + waterUseMgLh;

const rounded = (minutes: number): number => Math.min(MOST_MIN, Math.floor(minutes / STEP_MIN) * STEP_MIN);

/**
 * Minutes for which all movement may be off on purpose: half of what the oxygen lasts with what comes through the still
 * surface, in steps of five, at most four hours.
 */
export function minutesWithoutMovement(
  water: StillWater,
  {
    temperatureC = water.temperatureC,
    salinity = water.salinity,
    litresPerKg,
  }: { temperatureC?: number; salinity?: number; litresPerKg: number },
): number {
  const { depthM, limitMgL, waterUseMgLh } = water;
  const saturation = oxygenSaturationMgL(salinity, temperatureC);
  const comesTo =
    saturation - (usePerLitreH(temperatureC, litresPerKg, waterUseMgLh) * depthM) / stillSurfaceMPerH;
  if (comesTo >= limitMgL) return MOST_MIN;
  const begins = STARTS_AT_SATURATION * saturation;
  if (begins <= limitMgL) return 0;
  const hours = (depthM / stillSurfaceMPerH) * Math.log((begins - comesTo) / (limitMgL - comesTo));
  return rounded(60 * PLANNED_SHARE * hours);
}
/** With flow on and only the surface unbroken, twice as long. House figure. */
export const minutesWithoutAir = (withoutMovement: number): number => Math.min(MOST_MIN, 2 * withoutMovement);

/** Of a warm or cold water on purpose, °C. House figure. */
const SHIFT_C = 1;
/** Heat through glass and surface, W/m²K. House figure. */
const LOSS_W_M2K = 7;
/** Watt-hours that 1 L of water holds for each °C. */
const WH_PER_LK = 1.14;

/** Hours in which the difference to the room falls to a part of 1/e. @param surfaceM2 of all faces */
export const coolingHours = (litres: number, surfaceM2: number): number =>
  (WH_PER_LK * litres) / (LOSS_W_M2K * surfaceM2);
/** Faces of a cube of so many litres: no body of water has less, so that a real one shifts sooner; house factor for that. */
const facesM2 = (litres: number): number => 1.15 * 6 * (litres / 1000) ** (2 / 3);

/** Minutes in which the water shifts 1 °C towards its room; null: it never does. */
export function minutesWithoutHeat(known: {
  litres: number;
  temperatureC: number;
  roomC: number;
  surfaceM2?: number;
}): number | null {
  const apart = Math.abs(known.temperatureC - known.roomC);
  if (apart <= SHIFT_C) return null;
  const hours =
    coolingHours(known.litres, known.surfaceM2 ?? facesM2(known.litres)) *
    Math.log(apart / (apart - SHIFT_C));
  return rounded(60 * hours);
}
