import { lookUp } from '../lookUp.ts';
import { isRefusal, Refusal, requireWithin } from '../errors.ts';
import { molarMass } from '../chemistry/constants.ts';
import { quantities, scaled, type Unit } from '../quantity/quantities.ts';
import { parameters, type ParameterId } from './parameters.ts';
import {
  ratioFromSalinity,
  salinityWithExtension,
  STANDARD_CONDUCTIVITY,
  T68_PER_T90,
} from '../chemistry/practicalSalinity.ts';
import { densityLimits, seawaterDensityKgM3 } from '../chemistry/seawaterDensity.ts';
import { bisect } from '../numeric/bisect.ts';

// Units as kits and laboratories print them. One is stored; the others are this many of it, or follow a published scale.

/** Meters that compensate for temperature show what the water would have at 25 °C. */
const REFERENCE_T68 = 25 * T68_PER_T90;
/** The scale holds from 2 up; under it the extension is read backwards. */
const SCALE_FROM = 2;

function conductivityOf(salinity: number): number {
  requireWithin('salinity', salinity, { from: 0, to: 42, unit: 'ppt' });
  const ratio =
    salinity >= SCALE_FROM
      ? ratioFromSalinity(salinity, REFERENCE_T68)
      : bisect((r) => salinityWithExtension(r, REFERENCE_T68) - salinity, 0, 0.2);
  return ratio * STANDARD_CONDUCTIVITY;
}
function salinityOf(conductivity: number): number {
  requireWithin('conductivity', conductivity, { from: 0, to: 65, unit: 'mS/cm at 25 °C' });
  return salinityWithExtension(conductivity / STANDARD_CONDUCTIVITY, REFERENCE_T68);
}

/** Salinity of sea water of a density at a temperature. @throws Refusal 'out-of-range' where there is none */
export function salinityFromDensityPpt(densityKgL: number, temperatureC: number): number {
  const { from, to } = densityLimits.salinityPpt;
  const at = (salinity: number) => seawaterDensityKgM3(salinity, temperatureC) / 1000;
  requireWithin('density', densityKgL, { from: at(from), to: at(to), unit: 'kg/L' });
  return bisect((salinity) => at(salinity) - densityKgL, from, to);
}

const salinityUnits: Readonly<Record<string, Unit>> = {
  ...quantities.salinity.units,
  'kg/L': {
    label: 'kg/L at 25 °C',
    toStored: (shown) => salinityFromDensityPpt(shown, 25),
    fromStored: (stored) => seawaterDensityKgM3(stored, 25) / 1000,
    decimals: 4,
  },
  'mS/cm': { label: 'mS/cm at 25 °C', toStored: salinityOf, fromStored: conductivityOf, decimals: 2 },
  'µS/cm': {
    label: 'µS/cm at 25 °C',
    toStored: (shown) => salinityOf(shown / 1000),
    fromStored: (stored) => 1000 * conductivityOf(stored),
    decimals: 0,
  },
};
const M = molarMass;
const perMilli = 1 / 1000;

/** By parameter, where kits differ; elsewhere those of its quantity. The first is the one that is stored. */
const printed: Partial<Record<ParameterId, Readonly<Record<string, Unit>>>> = {
  salinity: salinityUnits,
  nitrate: {
    'mg/L NO3': scaled('mg/L NO₃', 1, 1),
    'mg/L NO3-N': scaled('mg/L NO₃-N', M.NO3 / M.N, 2),
    'µmol/L NO3': scaled('µmol/L', M.NO3 * perMilli, 1),
  },
  nitrite: {
    'mg/L NO2': scaled('mg/L NO₂', 1, 2),
    'mg/L NO2-N': scaled('mg/L NO₂-N', M.NO2 / M.N, 3),
    'µg/L NO2-N': scaled('µg/L NO₂-N', (M.NO2 / M.N) * perMilli, 0),
  },
  ammonia: {
    'mg/L NH3': scaled('mg/L NH₃/NH₄', 1, 2),
    'mg/L NH3-N': scaled('mg/L N', M.NH3 / M.N, 2),
  },
  phosphate: {
    'mg/L PO4': scaled('mg/L PO₄', 1, 3),
    'mg/L PO4-P': scaled('mg/L PO₄-P', M.PO4 / M.P, 3),
    'µg/L P': scaled('µg/L P', (M.PO4 / M.P) * perMilli, 0),
    'µg/L PO4': scaled('µg/L PO₄', perMilli, 0),
  },
  silicate: {
    'mg/L SiO2': scaled('mg/L SiO₂', 1, 2),
    'mg/L Si': scaled('mg/L Si', M.SiO2 / M.Si, 2),
    'µg/L Si': scaled('µg/L Si', (M.SiO2 / M.Si) * perMilli, 0),
  },
  calcium: {
    'mg/L Ca': scaled('mg/L', 1, 0),
    'mmol/L Ca': scaled('mmol/L', M.Ca, 2),
    'mg/L CaCO3': scaled('mg/L CaCO₃', M.Ca / M.CaCO3, 0),
  },
  oxygen: { 'mg/L': scaled('mg/L', 1, 1) },
  magnesium: { 'mg/L Mg': scaled('mg/L', 1, 0), 'mmol/L Mg': scaled('mmol/L', M.Mg, 1) },
};

/** The units a parameter may be read and shown in. */
export function unitsOfParameter(parameter: ParameterId): Readonly<Record<string, Unit>> {
  return printed[parameter] ?? quantities[parameters[parameter].quantity].units;
}
/** The unit in which it is stored. */
export function storedUnitOf(parameter: ParameterId): string {
  return printed[parameter] && parameters[parameter].quantity === 'concentration'
    ? (Object.keys(printed[parameter])[0] ?? 'mg/L')
    : quantities[parameters[parameter].quantity].stored;
}
/** @throws Refusal 'no-such-unit' */
export function parameterUnit(parameter: ParameterId, unit: string): Unit {
  const found = lookUp(unitsOfParameter(parameter), unit);
  if (!found) throw new Refusal('no-such-unit', { quantity: parameters[parameter].name, unit });
  return found;
}

/** A value in the stored unit; null where the unit has no such value: its own scale may be narrower than the water's. */
export function storedOrNull(parameter: ParameterId, shown: number, unit: string): number | null {
  try {
    return parameterUnit(parameter, unit).toStored(shown);
  } catch (error) {
    if (!isRefusal(error, 'out-of-range')) throw error;
    return null;
  }
}
