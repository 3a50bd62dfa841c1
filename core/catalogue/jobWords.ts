import type { Found } from '../wear/found.ts';
import type { WorkKind } from './types.ts';

// What people write on a list of jobs, as data: which works a word can be, and how it was found. Everyday words.

/** What a word on paper can be, the likeliest first; the unit's jobs decide which of them it is. */
export const doneWords: readonly {
  words: readonly string[];
  works: readonly WorkKind[];
  jobs?: readonly string[];
}[] = [
  {
    words: [
      'new one',
      'swapped',
      'replaced',
      'changed',
      'renewed',
      'new',
      'gewechselt',
      'getauscht',
      'erneuert',
    ],
    works: ['replace', 'wash'],
  },
  {
    words: ['soaked in vinegar', 'soaked', 'descaled', 'acid bath', 'entkalkt'],
    works: ['clean'],
    jobs: ['strip-soak', 'body-soak', 'soak', 'scrub'],
  },
  { words: ['washed', 'rinsed', 'hosed', 'gewaschen', 'gespült'], works: ['wash', 'clean'] },
  { words: ['emptied', 'geleert'], works: ['empty'] },
  { words: ['cleaned', 'scrubbed', 'gereinigt', 'geputzt'], works: ['clean', 'empty', 'wash'] },
  { words: ['brushed'], works: ['clean'] },
  {
    words: ['harvested', 'cut back', 'trimmed', 'pruned', 'geerntet'],
    works: [],
    jobs: ['harvest', 'scrape'],
  },
  { words: ['cleaned rollers, recal', 'cleaned rollers'], works: ['clean'], jobs: ['clean'] },
  { words: ['calibrated', 'recalibrated', 'recal', 'kalibriert'], works: ['calibrate'] },
  { words: ['checked', 'looked', 'inspected', 'geprüft'], works: ['inspect', 'calibrate'] },
  { words: ['refilled', 'topped up', 'filled', 'aufgefüllt'], works: ['refill'] },
  {
    words: ['backwashed', 'bw', 'backwash', 'rückgespült'],
    works: ['flush', 'clean', 'wash'],
    jobs: ['backwash'],
  },
  { words: ['flushed'], works: ['flush'] },
  { words: ['changed water', 'water change', 'wc', 'wasserwechsel'], works: ['change water'] },
  { words: ['changed over', 'switched over'], works: ['change over'] },
];

/** What a word means on one kind in particular: kind → word → job. */
export const doneWordsOfKind: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  'skimmer-cup': { cleaned: 'empty', washed: 'empty', rinsed: 'empty' },
};

/** How it was found, in everyday words. */
export const foundWordList: Readonly<Record<string, Found>> = {
  fine: 'as-new',
  'as new': 'as-new',
  clean: 'as-new',
  light: 'light',
  'bit dirty': 'light',
  'a bit dirty': 'light',
  right: 'right',
  'about right': 'right',
  due: 'right',
  clogged: 'overdue',
  overdue: 'overdue',
  'way overdue': 'overdue',
  'very dirty': 'overdue',
  dead: 'failed',
  failed: 'failed',
  broken: 'failed',
};
