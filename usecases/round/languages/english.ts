import { count } from '../../../core/explain/words.ts';
import { verdictWords } from '../../../core/explain/verdictWord.ts';
import type { ReportWords } from './words.ts';

const things = (all: number): string =>
  all === 1
    ? 'The one thing that was switched off was'
    : `${all === 2 ? 'Both' : `All ${all}`} things that were switched off were`;

const outcomes = {
  done: 'done',
  'in-part': 'done in part',
  looked: 'looked at',
  skipped: 'skipped',
  open: 'not come to',
};

export const english: ReportWords = {
  locale: 'en-GB',
  heading: {
    notRunning: 'Not running',
    done: 'Done',
    notDone: 'Not done',
    next: 'What comes next',
    pictures: 'Pictures',
  },
  water: (system) => `Water, ${system}`,
  visit: (from, to) => `Visit of ${from}${to === null ? '' : ` to ${to}`}`,
  givenUp: 'given up before its end',
  underWay: 'it still goes on',
  jobs: (n) => count(n, 'job'),
  outcome: (state) => outcomes[state],
  nothingDone: 'Nothing was done.',
  systemNotTested: (name) => `${name} was not tested.`,
  outside: {
    below: 'below its band',
    above: 'above its band',
    stripped: 'stripped',
    'near-low': 'near the bottom of its band',
    'near-high': 'near the top of its band',
    'in-band': 'in its band',
    'no-band': 'no band set',
  },
  allInBand: (tests) => `all ${count(tests, 'test')} in their bands`,
  someInBand: (inBand, tests) => `${inBand} of ${count(tests, 'test')} in their bands, the rest has none`,
  noBandTests: (tests) => `${count(tests, 'test')}, no band to judge by`,
  notBack: (n) => `${count(n, 'thing')} ${n === 1 ? 'is not back as it was' : 'are not back as they were'}.`,
  proved: (seen, read) =>
    `${things(seen + read)} ${
      read === 0
        ? 'seen running again'
        : seen === 0
          ? 'proved running by a reading'
          : `proved running again, ${seen} by looking and ${read} by a reading`
    }.`,
  next: (items) => `Next: ${items}.`,
  andMore: 'and more',
  now: 'now',
  on: (day) => `on ${day}`,
  notTestedHere: 'Not tested at this visit.',
  notTested: (list) => `Not tested: ${list}.`,
  never: 'never',
  last: (day) => `last ${day}`,
  firstTest: 'the first test',
  inPart: (percent) => `done in part, ${percent} %`,
  lookedAt: 'looked at',
  found: (word) => `found: ${word}`,
  grades: null,
  waited: (min, planned) => `worked by itself for ${min} min, ${planned} planned`,
  skipped: (reason) => `skipped: ${reason}`,
  notComeTo: 'not come to',
  notSeenRunning: 'not seen running again',
  leftOff: 'left off',
  leftIn: 'left in',
  hands: (min, estimated) => `${min} min of hands, estimated ${estimated} min`,
  minutes: (min, estimated) => `${min} min, estimated ${estimated} min`,
  nextOn: (window) => `next ${window}`,
  was: (window) => `was ${window}`,
  window: (days) => `window ${days}`,
  days: (from, to) => `${from} to ${to}`,
  goneOn: (reason) => `Gone on all the same: ${reason}.`,
  price: (amount) => `Price: ${amount}`,
  page: (page, of) => `page ${page} of ${of}`,
  signedBy: (name) => `Signed by ${name}`,
  taken: { before: 'before', after: 'after' },
  below: (value) => `below ${value}`,
  verdict: verdictWords,
  noBand: 'no band set',
  atMost: (value) => `at most ${value}`,
  atLeast: (value) => `at least ${value}`,
  between: (low, high) => `${low} to ${high}`,
  parameters: null,
  test: (parameter) => `test ${parameter}`,
  actions: null,
  kinds: null,
  mail: {
    subject: (place, day) => `${place}: visit of ${day}`,
    text: (place, day, who) =>
      `Hello,\n\nthe report of the visit at ${place} on ${day}${who && ` (${who})`} is attached: what was tested, done and found, and what comes next.\n`,
  },
};
