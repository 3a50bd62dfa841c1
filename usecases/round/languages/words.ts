import type { ParameterId, Verdict } from '../../../core/water/parameters.ts';
import type { Found } from '../../../core/wear/found.ts';

/**
 * All that a report says of itself, in one language. What a keeper typed (names, notes, reasons, a remark) stays as typed;
 * numbers, dates and lists go by the locale.
 */
export interface ReportWords {
  /** BCP 47, for numbers, dates and lists. */
  locale: string;
  heading: Record<'notRunning' | 'done' | 'notDone' | 'next' | 'pictures', string>;
  water: (system: string) => string;
  /** "Visit of …". */
  visit: (from: string, to: string | null) => string;
  givenUp: string;
  underWay: string;
  /** What came of the jobs, the first of them with its noun. */
  jobs: (n: number) => string;
  /** Agreeing with so many jobs. */
  outcome: (state: 'done' | 'in-part' | 'looked' | 'skipped' | 'open', n: number) => string;
  nothingDone: string;
  systemNotTested: (name: string) => string;
  outside: Record<Verdict, string>;
  allInBand: (tests: number) => string;
  someInBand: (inBand: number, tests: number) => string;
  noBandTests: (tests: number) => string;
  notBack: (things: number) => string;
  proved: (seen: number, read: number) => string;
  next: (items: string) => string;
  andMore: string;
  now: string;
  on: (day: string) => string;
  notTestedHere: string;
  notTested: (list: string) => string;
  never: string;
  last: (day: string) => string;
  firstTest: string;
  inPart: (percent: number) => string;
  lookedAt: string;
  found: (word: string) => string;
  /** How a part was found; null: in the words of its job. */
  grades: Record<Found, string> | null;
  waited: (min: number, planned: number) => string;
  skipped: (reason: string) => string;
  notComeTo: string;
  notSeenRunning: string;
  /** Beside what is not running. */
  leftOff: string;
  leftIn: string;
  hands: (min: number, estimated: number) => string;
  minutes: (min: number, estimated: number) => string;
  nextOn: (window: string) => string;
  was: (window: string) => string;
  window: (days: string) => string;
  days: (from: string, to: string) => string;
  goneOn: (reason: string) => string;
  price: (amount: string) => string;
  page: (page: number, of: number) => string;
  signedBy: (name: string) => string;
  taken: Record<'before' | 'after', string>;
  below: (value: string) => string;
  verdict: Record<Verdict, string>;
  noBand: string;
  atMost: (value: string) => string;
  atLeast: (value: string) => string;
  between: (low: string, high: string) => string;
  parameters: Record<ParameterId, string> | null;
  /** The job of testing a parameter. */
  test: (parameter: string) => string;
  /** Jobs of the catalogue, by their English words; null: as they are. */
  actions: Readonly<Record<string, string>> | null;
  /** Kinds of equipment, by their English names, where a thing bears the name of its kind. */
  kinds: Readonly<Record<string, string>> | null;
  mail: {
    subject: (place: string, day: string) => string;
    text: (place: string, day: string, who: string) => string;
  };
}
