import { lookUp } from '../lookUp.ts';
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
    const stored = (number + from.scale.zeroAt) * from.scale.size;
    return Number((stored / to.scale.size - to.scale.zeroAt).toPrecision(DIGITS));
  }
  return null;
}

/** So many of the family's smallest common measure, counted from where its zero lies. */
interface Scale {
  size: number;
  zeroAt: number;
}
type Family = Readonly<Record<string, number | Scale>>;

const sameAs = (size: number, words: readonly string[]): Record<string, number> =>
  Object.fromEntries(words.map((word) => [word, size]));
const CM_PER_INCH = 100 * M_PER_INCH;
const CM_PER_FOOT = 100 * M_PER_FOOT;
const MIN_PER_DAY = 1440;
const DAYS_PER_YEAR = 365;

/** Units by the words people write for them, without spaces and in small letters. A new word is a new entry. */
const families: readonly Family[] = [
  {
    ...sameAs(0.1, ['mm']),
    ...sameAs(1, ['cm']),
    ...sameAs(100, ['m', 'metre', 'metres', 'meter', 'meters']),
    ...sameAs(CM_PER_INCH, ['in', 'inch', 'inches', '"', '”', '″']),
    ...sameAs(CM_PER_FOOT, ['ft', 'foot', 'feet', "'", '’', '′']),
  },
  {
    ...sameAs(1, ['cm2', 'sqcm']),
    ...sameAs(10_000, ['m2', 'sqm']),
    ...sameAs(CM_PER_INCH ** 2, ['in2', 'sqin']),
    ...sameAs(CM_PER_FOOT ** 2, ['ft2', 'sqft']),
  },
  {
    ...sameAs(0.001, ['ml']),
    ...sameAs(1, ['l', 'ltr', 'litre', 'litres', 'liter', 'liters']),
    ...sameAs(1000, ['m3', 'cbm']),
    ...sameAs(LITRES_PER_US_GALLON, ['usgal', 'usgallon', 'usgallons']),
    ...sameAs(LITRES_PER_IMPERIAL_GALLON, [
      'impgal',
      'ukgal',
      'impgallon',
      'impgallons',
      'ukgallon',
      'ukgallons',
    ]),
  },
  {
    ...sameAs(0.001, ['mg']),
    ...sameAs(1, ['g', 'gram', 'grams', 'gr']),
    ...sameAs(1000, ['kg']),
    ...sameAs(GRAMS_PER_OUNCE, ['oz', 'ounce', 'ounces']),
    ...sameAs(16 * GRAMS_PER_OUNCE, ['lb', 'lbs', 'pound', 'pounds']),
  },
  {
    ...sameAs(1 / 60, ['s', 'sec', 'second', 'seconds']),
    ...sameAs(1, ['min', 'mins', 'minute', 'minutes']),
    ...sameAs(60, ['h', 'hr', 'hrs', 'hour', 'hours']),
    ...sameAs(MIN_PER_DAY, ['d', 'day', 'days']),
    ...sameAs(7 * MIN_PER_DAY, ['wk', 'wks', 'week', 'weeks']),
    ...sameAs((DAYS_PER_YEAR / 12) * MIN_PER_DAY, ['mo', 'month', 'months']),
    ...sameAs(DAYS_PER_YEAR * MIN_PER_DAY, ['y', 'yr', 'year', 'years']),
  },
  { ...sameAs(0.001, ['ug/l', 'ppb']), ...sameAs(1, ['mg/l', 'ppm']), ...sameAs(1000, ['g/l']) },
  {
    ...sameAs(1, ['dkh', '°dkh', 'kh', '°kh', 'dgh', '°dgh']),
    ...sameAs(1 / MEQ_PER_DKH, ['meq/l', 'meq']),
    ...sameAs(1 / (MEQ_PER_DKH * CACO3_PER_EQ), ['mg/lcaco3', 'ppmcaco3']),
  },
  {
    ...sameAs(1, ['°c', 'c', 'degc', 'celsius']),
    ...Object.fromEntries(
      ['°f', 'f', 'degf', 'fahrenheit'].map((word) => [word, { size: 5 / 9, zeroAt: -32 }]),
    ),
  },
  {
    ...sameAs(0.1, ['mbar', 'hpa']),
    ...sameAs(1, ['kpa']),
    ...sameAs(100, ['bar']),
    ...sameAs(KPA_PER_PSI, ['psi']),
  },
  {
    ...sameAs(0.06, ['ml/min']),
    ...sameAs(1, ['l/h', 'lph', 'l/hr']),
    ...sameAs(60, ['l/min', 'lpm']),
    ...sameAs(1000, ['m3/h']),
    ...sameAs(LITRES_PER_US_GALLON, ['usgal/h', 'gph', 'gal/h']),
    ...sameAs(60 * LITRES_PER_US_GALLON, ['usgal/min', 'gpm', 'gal/min']),
  },
  { ...sameAs(1, ['w', 'watt', 'watts']), ...sameAs(1000, ['kw']) },
  { ...sameAs(1, ['wh']), ...sameAs(1000, ['kwh']) },
  { ...sameAs(1, ['mv']), ...sameAs(1000, ['v']) },
  { ...sameAs(0.01, ['cm/s']), ...sameAs(1, ['m/s']) },
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
function inFamily(unit: string, family: Family): { scale: Scale; rest: string } | null {
  const plain = plainUnit(spelledOut(unit));
  const whole = lookUp(family, plain);
  if (whole !== undefined) return { scale: scaleOf(whole), rest: '' };
  const head = plainUnit(/^(?:us |imp |uk )?\S+/i.exec(spelledOut(unit))?.[0] ?? '');
  const found = lookUp(family, head);
  return found === undefined ? null : { scale: scaleOf(found), rest: plain.slice(head.length) };
}
const scaleOf = (one: number | Scale): Scale => (typeof one === 'number' ? { size: one, zeroAt: 0 } : one);
