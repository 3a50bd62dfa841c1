import { DateTime } from 'luxon';
import { dayWord, type DateStyle } from '../../../core/explain/words.ts';
import { parameterUnit } from '../../../core/water/parameterUnits.ts';
import { parameterIds, parameters, type Band, type ParameterId } from '../../../core/water/parameters.ts';
import { dayOf, type Day, type Instant } from '../../../core/time/day.ts';
import type { LanguageId } from '../../../contract/languages.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { unitOfColumn } from '../../../contract/shownUnits.ts';
import { english } from './english.ts';
import { french } from './french.ts';
import { german } from './german.ts';
import { spanish } from './spanish.ts';
import type { ReportWords } from './words.ts';

const byLanguage: Record<LanguageId, ReportWords> = { en: english, de: german, fr: french, es: spanish };

/** The words of a report, in a client's language; English where none was said. */
export const reportWords = (language: LanguageId | null | undefined): ReportWords =>
  byLanguage[language ?? 'en'];

/** A day as the language writes it; English in the style of the house. */
export function dayIn(words: ReportWords, day: Day, today: Day, style: DateStyle): string {
  if (words.locale === english.locale || style === 'iso') return dayWord(day, today, style);
  const sameYear = day.slice(0, 4) === today.slice(0, 4);
  return DateTime.fromISO(day, { zone: 'utc' })
    .setLocale(words.locale)
    .toLocaleString({
      ...{ weekday: 'short', day: 'numeric', month: 'short' },
      ...(sameYear ? {} : { year: 'numeric' }),
    });
}
export const instantIn = (words: ReportWords, at: Instant, zone: string, style: DateStyle): string =>
  dayIn(words, dayOf(at, zone), dayOf(at, zone), style);

export const listIn = (words: ReportWords, items: readonly string[]): string =>
  new Intl.ListFormat(words.locale, { type: 'conjunction' }).format(items);

/** In a sentence a parameter stands small, but for German nouns and for signs like pH. */
export function parameterIn(words: ReportWords, id: ParameterId, within: 'row' | 'sentence'): string {
  const name = words.parameters?.[id] ?? parameters[id].name;
  return within === 'row' || words.locale === 'de-DE' || /^(pH|ORP)/.test(name) ? name : name.toLowerCase();
}

/** "below 0,02 mg/L", from a stored value. */
export function valueIn(
  words: ReportWords,
  id: ParameterId,
  value: number,
  below: boolean,
  setting: RecordContent<'setting'>,
): string {
  const shown = shownIn(words, id, setting)(value);
  return below ? words.below(shown) : shown;
}
export function bandIn(
  words: ReportWords,
  id: ParameterId,
  band: Band | null,
  setting: RecordContent<'setting'>,
): string {
  if (!band || (band.lo === null && band.hi === null)) return words.noBand;
  const shown = shownIn(words, id, setting);
  if (band.lo === null) return words.atMost(shown(band.hi ?? 0));
  if (band.hi === null) return words.atLeast(shown(band.lo));
  return words.between(numberIn(words, id, band.lo, setting), shown(band.hi));
}
const unitIn = (id: ParameterId, setting: RecordContent<'setting'>) =>
  parameterUnit(id, unitOfColumn(id, setting, null));
function numberIn(
  { locale }: ReportWords,
  id: ParameterId,
  value: number,
  setting: RecordContent<'setting'>,
): string {
  const { decimals, fromStored } = unitIn(id, setting);
  return fromStored(value).toLocaleString(locale, { maximumFractionDigits: decimals });
}
const shownIn =
  (words: ReportWords, id: ParameterId, setting: RecordContent<'setting'>) =>
  (value: number): string =>
    `${numberIn(words, id, value, setting)} ${unitIn(id, setting).label}`.trim();

export const priceIn = (words: ReportWords, price: number, currency: string): string =>
  words.price(
    `${price.toLocaleString(words.locale, { minimumFractionDigits: 2, maximumFractionDigits: 2 })} ${currency}`.trim(),
  );

/** A thing that bears the name of its kind, in the language; a name of its own stays. */
export const thingIn = ({ kinds }: ReportWords, thing: string): string => kinds?.[thing] ?? thing;

const tested = new Map(parameterIds.map((id) => [english.test(parameters[id].name.toLowerCase()), id]));
const testedSigns = new Map(parameterIds.map((id) => [english.test(parameters[id].name), id]));
/** A job of the catalogue in the language; a job of one's own stays as its keeper wrote it. */
export function actionIn(words: ReportWords, action: string): string {
  if (!words.actions) return action;
  const parameter = tested.get(action) ?? testedSigns.get(action);
  if (parameter) return words.test(parameterIn(words, parameter, 'sentence'));
  return words.actions[action] ?? action;
}
