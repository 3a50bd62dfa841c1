import type { MeasureId } from '../../core/quantity/measures.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import { storedUnitOf, unitsOfParameter } from '../../core/water/parameterUnits.ts';

// What people write at the head of a column, as data. A new word is a new entry.

/** Words for a parameter; the longest that fits wins. */
const parameterWords: Readonly<Record<ParameterId, readonly string[]>> = {
  temperature: ['temperature', 'temperatur', 'temp', 'wassertemperatur'],
  salinity: [
    'salinity',
    'salinität',
    'salinitaet',
    'salt',
    'cond',
    'conductivity',
    'leitfähigkeit',
    'leitwert',
    'ec',
  ],
  ph: ['ph', 'ph-wert', 'ph display', 'ph tank'],
  alkalinity: ['alkalinity', 'alk', 'kh', 'karbonathärte', 'dkh', 'ta'],
  calcium: ['calcium', 'kalzium', 'ca'],
  magnesium: ['magnesium', 'mg'],
  nitrate: ['nitrate', 'nitrat', 'no3', 'nitrate-n', 'no3-n'],
  phosphate: ['phosphate', 'phosphat', 'po4', 'orthophosphate', 'orthophosphate-p', 'po4-p', 'phosphorus'],
  ammonia: ['ammonia', 'ammonium', 'nh3', 'nh4', 'tan'],
  nitrite: ['nitrite', 'nitrit', 'no2', 'nitrite-n', 'no2-n'],
  hardness: ['gh', 'general hardness', 'gesamthärte', 'hardness'],
  silicate: ['silicate', 'silikat', 'silicate-si', 'sio2', 'si'],
  oxygen: ['oxygen', 'sauerstoff', 'o2', 'do', 'dissolved oxygen'],
  chlorine: ['chlorine', 'chlor', 'free chlorine', 'cl2'],
  copper: ['copper', 'kupfer', 'cu'],
  chloride: ['chloride', 'chlorid', 'cl-'],
  'carbon-dioxide': ['carbon dioxide', 'co2', 'kohlendioxid'],
  sulfide: ['hydrogen sulfide', 'h2s', 'schwefelwasserstoff'],
  'total-gas': ['total gas pressure', 'tgp', 'total gas'],
  orp: ['orp', 'redox', 'rx'],
};
/** Words for gravity or density. */
const densityWords = ['sg', 'specific gravity', 'gravity', 'dichte', 'density', 'spez. gewicht'];
const roleWords = {
  date: ['date', 'datum', 'when', 'taken', 'day', 'tag', 'time', 'timestamp', 'date/time', 'wann'],
  time: ['uhrzeit', 'time', 'zeit', 'clock', 'hour'],
  note: [
    'note',
    'notes',
    'bemerkung',
    'bemerkungen',
    'remark',
    'remarks',
    'comment',
    'comments',
    'kommentar',
  ],
  who: ['who', 'initials', 'by', 'wer', 'person', 'tester'],
  what: ['what', 'equipment', 'item', 'part', 'was', 'thing'],
  did: ['did', 'done', 'action', 'job', 'work', 'getan'],
  found: ['how was it', 'found', 'condition', 'state', 'zustand'],
  minutes: ['min', 'minutes', 'minuten', 'took'],
  sensor: ['sensor', 'probe', 'channel', 'name', 'parameter'],
  value: ['value', 'reading', 'wert'],
  unit: ['unit', 'units', 'einheit'],
} as const;
export type Role = keyof typeof roleWords;
/** What is read on a piece of equipment, with its unit. */
const measureWords: readonly { words: readonly string[]; measure: MeasureId; unit: string }[] = [
  { words: ['gpm'], measure: 'flow', unit: 'US gal/min' },
  { words: ['l/h', 'lph', 'flow l/h', 'durchfluss'], measure: 'flow', unit: 'L/h' },
  { words: ['hours', 'pump hours', 'betriebsstunden', 'hrs'], measure: 'hours', unit: 'h' },
  { words: ['tds', 'tds out', 'product tds'], measure: 'product-tds', unit: 'ppm' },
];
const pressureWords: readonly { words: readonly string[]; side: 'in' | 'out'; unit: string }[] = [
  { words: ['psi in', 'in psi', 'pressure in psi'], side: 'in', unit: 'psi' },
  { words: ['psi out', 'out psi', 'pressure out psi'], side: 'out', unit: 'psi' },
  { words: ['bar in', 'in bar', 'druck ein'], side: 'in', unit: 'bar' },
  { words: ['bar out', 'out bar', 'druck aus'], side: 'out', unit: 'bar' },
];

/** Lower case, one space, without what stands in brackets or is a unit behind the name. */
export const plain = (head: string): string => head.toLowerCase().replace(/\s+/g, ' ').trim();
const withoutUnit = (head: string): string =>
  plain(head)
    .replace(/[([].*?[)\]]/g, ' ')
    .replace(/\b(mg\/l|µg\/l|ug\/l|ppm|ppb|ppt|meq\/l|mmol\/l|°?[cf]|ms\/cm|g\/kg)\s*$/, ' ')
    .replace(/[°:]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
const holds = (words: readonly string[], head: string): boolean => words.includes(head);

export function parameterOfHead(head: string): ParameterId | null {
  const word = withoutUnit(head);
  return (
    (Object.keys(parameterWords) as ParameterId[]).find((parameter) =>
      holds(parameterWords[parameter], word),
    ) ?? null
  );
}
export const isDensityHead = (head: string): boolean => holds(densityWords, withoutUnit(head));
export function roleOfHead(head: string): Role | null {
  const word = plain(head).replace(/[:.]$/, '');
  return (Object.keys(roleWords) as Role[]).find((role) => holds(roleWords[role], word)) ?? null;
}
export const measureOfHead = (head: string) =>
  measureWords.find(({ words }) => holds(words, plain(head))) ?? null;
export const pressureOfHead = (head: string) =>
  pressureWords.find(({ words }) => holds(words, plain(head))) ?? null;

/** Ways to write a unit, by parameter; the first rule that fits wins. Written lower case without spaces. */
const unitWords: readonly { unit: string; of?: readonly ParameterId[]; written: readonly string[] }[] = [
  { unit: 'dKH', of: ['alkalinity'], written: ['dkh', '°dh', 'dh', '°dkh', '°kh'] },
  { unit: 'meq/L', of: ['alkalinity'], written: ['meq/l', 'mval/l', 'mmol/l', 'meq'] },
  { unit: 'mg/L CaCO3', of: ['alkalinity', 'hardness'], written: ['mg/lcaco3', 'ppm', 'ppmcaco3', 'mg/l'] },
  { unit: 'dGH', of: ['hardness'], written: ['dgh', '°dh', '°gh', 'dh'] },
  { unit: 'mmol/L Ca', of: ['calcium'], written: ['mmol/l'] },
  { unit: 'mmol/L Mg', of: ['magnesium'], written: ['mmol/l'] },
  { unit: 'mg/L Ca', of: ['calcium'], written: ['mg/l', 'ppm'] },
  { unit: 'mg/L Mg', of: ['magnesium'], written: ['mg/l', 'ppm'] },
  { unit: 'mg/L NO3', of: ['nitrate'], written: ['mg/l', 'ppm', 'mg/lno3', 'ppmno3'] },
  { unit: 'mg/L NO3-N', of: ['nitrate'], written: ['mg/lno3-n', 'mg/ln', 'ppmn', 'mg/l-n'] },
  { unit: 'mg/L NO2', of: ['nitrite'], written: ['mg/l', 'ppm', 'mg/lno2'] },
  { unit: 'mg/L NO2-N', of: ['nitrite'], written: ['mg/lno2-n', 'mg/ln', 'mg/l-n'] },
  { unit: 'µg/L NO2-N', of: ['nitrite'], written: ['µg/l-n', 'ug/l-n', 'µg/ln', 'ppb-n'] },
  { unit: 'mg/L NH3', of: ['ammonia'], written: ['mg/l', 'ppm'] },
  { unit: 'mg/L NH3-N', of: ['ammonia'], written: ['mg/l-n', 'mg/ln'] },
  { unit: 'mg/L PO4', of: ['phosphate'], written: ['mg/l', 'ppm', 'mg/lpo4'] },
  { unit: 'mg/L PO4-P', of: ['phosphate'], written: ['mg/l-p', 'mg/lp', 'mg/lpo4-p'] },
  { unit: 'µg/L P', of: ['phosphate'], written: ['µg/l-p', 'ug/l-p', 'µg/lp', 'ppb-p', 'ppbp'] },
  { unit: 'µg/L PO4', of: ['phosphate'], written: ['µg/l', 'ug/l', 'ppb'] },
  { unit: 'mg/L SiO2', of: ['silicate'], written: ['mg/l', 'ppm'] },
  { unit: 'mg/L Si', of: ['silicate'], written: ['mg/l-si', 'mg/lsi'] },
  { unit: 'µg/L Si', of: ['silicate'], written: ['µg/l-si', 'ug/l-si', 'µg/lsi'] },
  { unit: '°F', of: ['temperature'], written: ['f', '°f', 'degf'] },
  { unit: '°C', of: ['temperature'], written: ['c', '°c', 'degc'] },
  { unit: 'ppt', of: ['salinity'], written: ['ppt', '‰', 'g/kg', 'psu', 'g/l'] },
  { unit: 'mS/cm', of: ['salinity'], written: ['ms/cm', 'ms'] },
  { unit: 'µS/cm', of: ['salinity'], written: ['µs/cm', 'us/cm', 'µs'] },
  { unit: 'mg/L', of: ['oxygen'], written: ['mg/l', 'ppm'] },
  { unit: 'mV', of: ['orp'], written: ['mv'] },
  { unit: 'pH', of: ['ph'], written: ['ph', ''] },
];

/** A unit as somebody writes it behind or below a name; null: it is not said, or not one of this parameter's. */
export function unitOfWords(parameter: ParameterId, written: string): string | null {
  const word = plain(written).replace(/[\s\u03bc]/g, (c) => (c === '\u03bc' ? 'µ' : ''));
  return (
    unitWords.find((one) => (!one.of || one.of.includes(parameter)) && one.written.includes(word))?.unit ??
    null
  );
}

/** The unit in a head: in brackets, behind the name, or the species of the name itself ("Nitrate-N [mg/L]"). */
export function unitOfHead(parameter: ParameterId, head: string): string | null {
  const bracket = /[([](.*?)[)\]]/.exec(head)?.[1];
  const behind = /(mg\/l|µg\/l|ug\/l|ppm|ppb|ppt|meq\/l|mmol\/l|°?[cf]|ms\/cm|g\/kg)\s*$/i.exec(
    plain(head),
  )?.[1];
  if (bracket && bracket in unitsOfParameter(parameter)) return bracket;
  const species = /-(n|p|si)\b/i.exec(plain(head))?.[1];
  const written = bracket ?? (withoutUnit(head) === plain(head) ? null : behind) ?? null;
  if (written === null) return parameter === 'ph' ? 'pH' : null;
  const found = species ? unitOfWords(parameter, `${written}-${species}`) : null;
  return found ?? unitOfWords(parameter, written);
}

/** What a column without a word for its unit is in, in the programme's usual unit; only where there is but one usual one. */
export const usualUnit = (parameter: ParameterId): string | null =>
  (
    [
      'calcium',
      'magnesium',
      'nitrate',
      'nitrite',
      'ph',
      'orp',
      'oxygen',
      'silicate',
      'ammonia',
    ] as ParameterId[]
  ).includes(parameter)
    ? storedUnitOf(parameter)
    : null;
