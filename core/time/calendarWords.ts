/** The months as people write them, English and German, whole and short, small letters. */
const MONTH_WORDS: readonly (readonly string[])[] = [
  ['jan', 'january', 'januar'],
  ['feb', 'february', 'februar'],
  ['mar', 'march', 'märz', 'maerz', 'mrz'],
  ['apr', 'april'],
  ['may', 'mai'],
  ['jun', 'june', 'juni'],
  ['jul', 'july', 'juli'],
  ['aug', 'august'],
  ['sep', 'sept', 'september'],
  ['oct', 'october', 'okt', 'oktober'],
  ['nov', 'november'],
  ['dec', 'december', 'dez', 'dezember'],
];

/** The weekdays likewise, Monday first. */
const WEEKDAY_WORDS: readonly (readonly string[])[] = [
  ['mon', 'monday', 'mo', 'montag'],
  ['tue', 'tues', 'tuesday', 'di', 'dienstag'],
  ['wed', 'weds', 'wednesday', 'mi', 'mittwoch'],
  ['thu', 'thur', 'thurs', 'thursday', 'do', 'donnerstag'],
  ['fri', 'friday', 'fr', 'freitag'],
  ['sat', 'saturday', 'sa', 'samstag'],
  ['sun', 'sunday', 'so', 'sonntag'],
];

const placeOf = (word: string, words: readonly (readonly string[])[]): number | null => {
  const index = words.findIndex((one) => one.includes(word.toLowerCase()));
  return index < 0 ? null : index + 1;
};

/** January 1 … December 12; null: no month. */
export const monthOfWord = (word: string): number | null => placeOf(word, MONTH_WORDS);
/** Monday 1 … Sunday 7 (ISO 8601); null: no weekday. */
export const weekdayOfWord = (word: string): number | null => placeOf(word, WEEKDAY_WORDS);
