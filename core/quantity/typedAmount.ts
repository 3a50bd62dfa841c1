import { lookUp } from '../lookUp.ts';
import { M_PER_FOOT } from '../chemistry/constants.ts';
import { quantities, scaled, type Unit } from './quantities.ts';
import { typedNumber } from './typedNumber.ts';

/** What was typed into a field that has a unit. */
export type TypedAmount =
  | { kind: 'blank' }
  /** In the field's unit; converted from another one that stood behind it. */
  | { kind: 'amount'; value: number; converted: boolean }
  | { kind: 'no-number' }
  | { kind: 'other-unit'; unit: string };

/**
 * Reads a number in a field's unit, or in a unit of the same family typed behind it: "19 in" in a field of cm, "60 ppb"
 * in one of mg/L, "75 gal" in one of litres. A gallon is the US one where the field is not in imperial gallons.
 * @param unit the field's unit as it is shown: "cm", "mg/L NO₃", "g a day", "days"
 */
export function typedAmount(typed: string, unit: string): TypedAmount {
  const text = typed.trim();
  if (text === '') return { kind: 'blank' };
  const plain = typedNumber(text);
  if (plain !== null) return { kind: 'amount', value: plain, converted: false };
  const [, figure = '', behind = ''] = NUMBER_AND_UNIT.exec(text) ?? [];
  const number = typedNumber(figure);
  if (number === null) return { kind: 'no-number' };
  if (plainUnit(behind) === plainUnit(unit)) return { kind: 'amount', value: number, converted: false };
  const value = converted(number, behind, unit);
  return value === null ? { kind: 'other-unit', unit: behind } : { kind: 'amount', value, converted: true };
}

const NUMBER_AND_UNIT = /^([-+−–]?(?:\d+ )?\d+\/\d+|[-+−–]?[\d.,]+)\s*([^\d\s.,].*)$/;
/** Beyond this many digits a conversion shows nothing but the machine's rounding. */
const DIGITS = 9;

function converted(number: number, behind: string, unit: string): number | null {
  for (const family of families) {
    const to = inFamily(unit, family);
    const from = to && inFamily(gallonOf(behind, unit), family);
    // what stands behind the unit itself ("a day", "NO₃") may be left out, but not be something else
    if (!to || !from || (from.rest !== '' && from.rest !== to.rest)) continue;
    return Number(to.unit.fromStored(from.unit.toStored(number)).toPrecision(DIGITS));
  }
  return null;
}

/** Units of one quantity by the words people write for them, without spaces and in small letters. */
type Family = Readonly<Record<string, Unit>>;

const named = (unit: Unit, ...words: string[]): Family =>
  Object.fromEntries(words.map((word) => [word, unit]));
/** A unit nobody chooses to be shown, so many of the one that is stored. */
const also = (storedPerUnit: number, ...words: string[]): Family =>
  named(scaled(words[0] ?? '', storedPerUnit, 0), ...words);
const { area, alkalinity, feed, flow, length, potential, pressure, temperature, volume } = quantities;
const MIN_PER_DAY = 1440;
const DAYS_PER_YEAR = 365;

/** What a chosen unit is worth stands with the quantities; here are its words, and units nobody chooses. A new word is a new entry. */
const families: readonly Family[] = [
  {
    ...also(0.1, 'mm'),
    ...named(length.units.cm, 'cm'),
    ...named(length.units.m, 'm', 'metre', 'metres', 'meter', 'meters'),
    ...named(length.units.in, 'in', 'inch', 'inches', '"', '”', '″'),
    ...named(length.units.ft, 'ft', 'foot', 'feet', "'", '’', '′'),
  },
  {
    ...named(area.units['cm²'], 'cm2', 'sqcm'),
    ...named(area.units['m²'], 'm2', 'sqm'),
    ...named(area.units['in²'], 'in2', 'sqin'),
    ...also((100 * M_PER_FOOT) ** 2, 'ft2', 'sqft'),
  },
  {
    ...also(0.001, 'ml'),
    ...named(volume.units.L, 'l', 'ltr', 'litre', 'litres', 'liter', 'liters'),
    ...also(1000, 'm3', 'cbm'),
    ...named(volume.units['US gal'], 'usgal', 'usgallon', 'usgallons'),
    ...named(volume.units['imp gal'], 'impgal', 'impgallon', 'impgallons', 'ukgal', 'ukgallon', 'ukgallons'),
  },
  {
    ...also(0.001, 'mg'),
    ...named(feed.units['g a day'], 'g', 'gram', 'grams', 'gr'),
    ...also(1000, 'kg'),
    ...named(feed.units['oz a day'], 'oz', 'ounce', 'ounces'),
    ...also(feed.units['oz a day'].toStored(16), 'lb', 'lbs', 'pound', 'pounds'),
  },
  {
    ...also(1 / 60, 's', 'sec', 'second', 'seconds'),
    ...also(1, 'min', 'mins', 'minute', 'minutes'),
    ...also(60, 'h', 'hr', 'hrs', 'hour', 'hours'),
    ...also(MIN_PER_DAY, 'd', 'day', 'days'),
    ...also(7 * MIN_PER_DAY, 'wk', 'wks', 'week', 'weeks'),
    ...also((DAYS_PER_YEAR / 12) * MIN_PER_DAY, 'mo', 'month', 'months'),
    ...also(DAYS_PER_YEAR * MIN_PER_DAY, 'y', 'yr', 'year', 'years'),
  },
  { ...also(0.001, 'ug/l', 'ppb'), ...also(1, 'mg/l', 'ppm'), ...also(1000, 'g/l') },
  {
    ...named(alkalinity.units.dKH, 'dkh', '°dkh', 'kh', '°kh', 'dgh', '°dgh'),
    ...named(alkalinity.units['meq/L'], 'meq/l', 'meq'),
    ...named(alkalinity.units['mg/L CaCO3'], 'mg/lcaco3', 'ppmcaco3'),
  },
  {
    ...named(temperature.units['°C'], '°c', 'c', 'degc', 'celsius'),
    ...named(temperature.units['°F'], '°f', 'f', 'degf', 'fahrenheit'),
  },
  {
    ...also(0.1, 'mbar', 'hpa'),
    ...named(pressure.units.kPa, 'kpa'),
    ...named(pressure.units.bar, 'bar'),
    ...named(pressure.units.psi, 'psi'),
  },
  {
    ...named(flow.units['mL/min'], 'ml/min'),
    ...named(flow.units['L/h'], 'l/h', 'lph', 'l/hr'),
    ...also(60, 'l/min', 'lpm'),
    ...also(1000, 'm3/h'),
    ...also(volume.units['US gal'].toStored(1), 'usgal/h', 'gph', 'gal/h'),
    ...named(flow.units['US gal/min'], 'usgal/min', 'gpm', 'gal/min'),
  },
  { ...also(1, 'w', 'watt', 'watts'), ...also(1000, 'kw') },
  { ...also(1, 'wh'), ...also(1000, 'kwh') },
  { ...named(potential.units.mV, 'mv'), ...also(1000, 'v') },
  { ...also(0.01, 'cm/s'), ...also(1, 'm/s') },
];

const LOWERED: Readonly<Record<string, string>> = {
  '²': '2',
  '³': '3',
  '₂': '2',
  '₃': '3',
  '₄': '4',
  µ: 'u',
  μ: 'u',
};
/** Without spaces, small letters, digits on the line. */
function plainUnit(unit: string): string {
  return unit
    .trim()
    .toLowerCase()
    .replace(/[²³₂₃₄µμ]/g, (sign) => LOWERED[sign] ?? sign)
    .replace(/\.$/, '')
    .replace(/\s+/g, '');
}

/** "g/day" and "g per day" are "g a day". */
const spelledOut = (unit: string): string => unit.trim().replace(/ ?(?:\/|per) ?day$/i, ' a day');

const GALLON = /^gal(?:lons?)?\.?$/i;
/** A bare gallon is the field's own, or the US one. */
const gallonOf = (behind: string, unit: string): string =>
  GALLON.test(behind.trim()) ? (plainUnit(unit) === 'impgal' ? 'imp gal' : 'US gal') : behind;

/** A unit in a family, whole or before what it is a measure of: "mg/L" of "mg/L NO₃", "g" of "g a day". */
function inFamily(unit: string, family: Family): { unit: Unit; rest: string } | null {
  const plain = plainUnit(spelledOut(unit));
  const whole = lookUp(family, plain);
  if (whole !== undefined) return { unit: whole, rest: '' };
  const head = plainUnit(/^(?:us |imp |uk )?\S+/i.exec(spelledOut(unit))?.[0] ?? '');
  const found = lookUp(family, head);
  return found === undefined ? null : { unit: found, rest: plain.slice(head.length) };
}
