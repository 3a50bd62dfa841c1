import { lookUp } from '../lookUp.ts';
import { Refusal } from '../errors.ts';
import {
  CACO3_PER_EQ,
  GRAMS_PER_OUNCE,
  KPA_PER_PSI,
  LITRES_PER_IMPERIAL_GALLON,
  LITRES_PER_US_GALLON,
  M_PER_FOOT,
  M_PER_INCH,
  MEQ_PER_DKH,
} from '../chemistry/constants.ts';
import {
  gravityFromSalinity,
  salinityFromGravityPpt,
  type GravityConvention,
} from '../chemistry/specificGravity.ts';

/** A unit a person may choose: how to get to the stored unit and back, and how many digits it deserves. */
export interface Unit {
  label: string;
  toStored: (shown: number) => number;
  fromStored: (stored: number) => number;
  decimals: number;
}
export interface Quantity {
  label: string;
  /** The one unit in which it is stored. */
  stored: string;
  units: Readonly<Record<string, Unit>>;
}

/** A unit that is so many stored ones. */
export const scaled = (label: string, storedPerUnit: number, decimals: number): Unit => ({
  label,
  toStored: (shown) => shown * storedPerUnit,
  fromStored: (stored) => stored / storedPerUnit,
  decimals,
});
const gravity = (label: string, convention: GravityConvention): Unit => ({
  label,
  toStored: (shown) => salinityFromGravityPpt(shown, convention),
  fromStored: (stored) => gravityFromSalinity(stored, convention),
  decimals: 4,
});

/** Every quantity, its stored unit and the units a person may choose. A new unit is a new line here. */
export const quantities = {
  volume: {
    label: 'Volume',
    stored: 'L',
    units: {
      L: scaled('L', 1, 0),
      'US gal': scaled('US gal', LITRES_PER_US_GALLON, 1),
      'imp gal': scaled('imp gal', LITRES_PER_IMPERIAL_GALLON, 1),
    },
  },
  length: {
    label: 'Length',
    stored: 'cm',
    units: {
      cm: scaled('cm', 1, 1),
      m: scaled('m', 100, 3),
      in: scaled('in', 100 * M_PER_INCH, 2),
      ft: scaled('ft', 100 * M_PER_FOOT, 3),
    },
  },
  area: {
    label: 'Area',
    stored: 'cm²',
    units: {
      'cm²': scaled('cm²', 1, 0),
      'm²': scaled('m²', 10_000, 3),
      'in²': scaled('in²', (100 * M_PER_INCH) ** 2, 1),
    },
  },
  temperature: {
    label: 'Temperature',
    stored: '°C',
    units: {
      '°C': scaled('°C', 1, 1),
      '°F': {
        label: '°F',
        toStored: (shown) => (shown - 32) / 1.8,
        fromStored: (stored) => stored * 1.8 + 32,
        decimals: 1,
      },
    },
  },
  salinity: {
    label: 'Salinity',
    stored: 'ppt',
    units: {
      ppt: scaled('ppt', 1, 1),
      'SG 25/25': gravity('SG at 25/25 °C', '25/25'),
      'SG 20/20': gravity('SG at 20/20 °C', '20/20'),
      'SG 60F/60F': gravity('SG at 60/60 °F', '60F/60F'),
    },
  },
  alkalinity: {
    label: 'Alkalinity',
    stored: 'dKH',
    units: {
      dKH: scaled('dKH', 1, 1),
      'meq/L': scaled('meq/L', 1 / MEQ_PER_DKH, 2),
      'mg/L CaCO3': scaled('mg/L CaCO₃', 1 / (MEQ_PER_DKH * CACO3_PER_EQ), 0),
    },
  },
  pressure: {
    label: 'Pressure',
    stored: 'kPa',
    units: { kPa: scaled('kPa', 1, 1), bar: scaled('bar', 100, 2), psi: scaled('psi', KPA_PER_PSI, 1) },
  },
  flow: {
    label: 'Flow',
    stored: 'L/h',
    units: {
      'L/h': scaled('L/h', 1, 0),
      'mL/min': scaled('mL/min', 0.06, 1),
      'US gal/min': scaled('US gal/min', LITRES_PER_US_GALLON * 60, 2),
    },
  },
  feed: {
    label: 'Feed',
    stored: 'g a day',
    units: { 'g a day': scaled('g a day', 1, 1), 'oz a day': scaled('oz a day', GRAMS_PER_OUNCE, 2) },
  },
  hours: { label: 'Running hours', stored: 'h', units: { h: scaled('h', 1, 0) } },
  duration: { label: 'Minutes', stored: 'min', units: { min: scaled('min', 1, 0) } },
  concentration: { label: 'Concentration', stored: 'mg/L', units: { 'mg/L': scaled('mg/L', 1, 3) } },
  'dissolved-solids': { label: 'TDS', stored: 'ppm', units: { ppm: scaled('ppm', 1, 0) } },
  share: { label: 'Share', stored: '%', units: { '%': scaled('%', 1, 1) } },
  hardness: {
    label: 'General hardness',
    stored: 'dGH',
    units: {
      dGH: scaled('dGH', 1, 1),
      'mg/L CaCO3': scaled('mg/L CaCO₃', 1 / (MEQ_PER_DKH * CACO3_PER_EQ), 0),
    },
  },
  potential: { label: 'Potential', stored: 'mV', units: { mV: scaled('mV', 1, 0) } },
  dose: { label: 'Dose', stored: 'mL a day', units: { 'mL a day': scaled('mL a day', 1, 1) } },
  ph: { label: 'pH', stored: 'pH', units: { pH: scaled('pH', 1, 2) } },
} as const satisfies Record<string, Quantity>;
export type QuantityId = keyof typeof quantities;
export const quantityIds = Object.keys(quantities) as QuantityId[];

/** @throws Refusal 'no-such-unit' */
export function unitOf(quantity: QuantityId, unit: string): Unit {
  const units: Readonly<Record<string, Unit>> = quantities[quantity].units;
  const found = lookUp(units, unit);
  if (!found) throw new Refusal('no-such-unit', { quantity, unit });
  return found;
}

/** From a person's unit to the stored one. @throws Refusal 'no-such-unit', 'out-of-range' */
export function toStored(quantity: QuantityId, shown: number, unit: string): number {
  return unitOf(quantity, unit).toStored(shown);
}

/** From the stored unit to a person's. @throws Refusal 'no-such-unit', 'out-of-range' */
export function fromStored(quantity: QuantityId, stored: number, unit: string): number {
  return unitOf(quantity, unit).fromStored(stored);
}

/** A number with thousands commas and its unit, with the digits the unit deserves ("1,140 L"). */
export function formatQuantity(quantity: QuantityId, stored: number, unit: string): string {
  const { label, decimals, fromStored: convert } = unitOf(quantity, unit);
  return `${formatNumber(convert(stored), decimals)} ${label}`;
}

const formats = new Map<number, Intl.NumberFormat>();

/** Thousands commas from 1,000 on; at most `decimals` digits, no trailing zeros. */
export function formatNumber(value: number, decimals: number): string {
  // making a formatter costs a hundred times more than using it
  const known = formats.get(decimals);
  const format = known ?? new Intl.NumberFormat('en-GB', { maximumFractionDigits: decimals });
  if (!known) formats.set(decimals, format);
  return format.format(value);
}
