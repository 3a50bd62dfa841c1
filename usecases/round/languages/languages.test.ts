import { describe, expect, test } from 'vitest';
import { catalogue } from '../../../core/catalogue/index.ts';
import { parameterIds } from '../../../core/water/parameters.ts';
import { languageIds, type LanguageId } from '../../../contract/languages.ts';
import { defaultSetting } from '../../../model/settings.ts';
import type { ReportJob, ReportReading } from '../report.ts';
import { jobWord, nextWord, untestedWord, wholeWord, windowWord } from '../reportWord.ts';
import { actionIn, bandIn, dayIn, parameterIn, priceIn, reportWords, thingIn, valueIn } from './index.ts';

const foreign = languageIds.filter((id) => id !== 'en');
const TODAY = '2026-11-27';

describe.each(foreign)('a report in %s', (language) => {
  const words = reportWords(language);
  test('knows every kind of equipment and every job of the catalogue', () => {
    const actions = new Set(catalogue.flatMap((kind) => kind.jobs.map((job) => job.action)));
    const kinds = catalogue.map((kind) => kind.name);
    // a word that both languages share is no gap, a missing entry is
    expect(kinds.filter((name) => words.kinds?.[name] === undefined)).toEqual([]);
    expect(
      [...actions].filter(
        (action) => words.actions?.[action] === undefined && actionIn(words, action) === action,
      ),
    ).toEqual([]);
  });
  test('says no word of the catalogue that is gone', () => {
    const actions = new Set(catalogue.flatMap((kind) => kind.jobs.map((job) => job.action)));
    const kinds = new Set(catalogue.map((kind) => kind.name));
    expect(Object.keys(words.actions ?? {}).filter((action) => !actions.has(action))).toEqual([]);
    expect(Object.keys(words.kinds ?? {}).filter((name) => !kinds.has(name))).toEqual([]);
  });
  test('names every parameter', () =>
    expect(parameterIds.filter((id) => !words.parameters?.[id])).toEqual([]));
  test('has no English sentence left in a whole report', () => {
    const day = (of: string) => dayIn(words, of, TODAY, 'day-month');
    const said = [
      wholeWord(words, {
        jobs: [job('done'), job('in-part'), job('looked'), job('skipped'), job('open')],
        systems: [
          { id: 'a', name: 'A', readings: [], untested: [] },
          {
            id: 'b',
            name: 'B',
            readings: [reading('above'), reading('below'), reading('stripped')],
            untested: [],
          },
          { id: 'c', name: 'C', readings: [reading('in-band')], untested: [] },
          { id: 'd', name: 'D', readings: [reading('in-band'), reading('no-band')], untested: [] },
          { id: 'e', name: 'E', readings: [reading('no-band')], untested: [] },
        ],
        leftOff: [],
        proved: { seen: 2, read: 1 },
      }),
      wholeWord(words, { jobs: [], systems: [], leftOff: [], proved: { seen: 1, read: 0 } }),
      nextWord(
        words,
        ['2026-11-27', '2026-12-05', '2026-12-06', '2026-12-07'].map((on) => ({
          ...{ jobId: on, thing: 'Skimmer', system: 'B', action: 'strip and soak', day: on },
        })),
        day,
        TODAY,
      ),
      untestedWord(
        words,
        [
          { parameter: 'nitrate', lastDay: null },
          { parameter: 'ph', lastDay: TODAY },
        ],
        day,
      ),
      jobWord(
        words,
        job('in-part', { found: 'slimy', grade: 'overdue', waited: { min: 30, plannedMin: 20 } }),
      ),
      windowWord(words, { recommended: TODAY, earliest: TODAY, latest: '2027-01-08' }, day),
      ...Object.values(words.heading),
      bandIn(words, 'nitrate', { lo: 5, hi: null }, defaultSetting),
      bandIn(words, 'nitrate', { lo: null, hi: 5 }, defaultSetting),
      valueIn(words, 'nitrate', 0.5, true, defaultSetting),
      words.mail.text('X', day(TODAY), 'Y'),
    ].join(' ');
    expect(said).not.toMatch(
      /\b(the|were|not|done|next|tested|found|below|above|least|most|water|visit|both|again|slimy)\b/i,
    );
  });
});

const job = (state: ReportJob['state'], some: Partial<ReportJob> = {}): ReportJob => ({
  ...{ jobId: state, thing: 'Skimmer', system: 'B', action: 'strip and soak', state, shareDone: 0.5 },
  ...{
    waited: null,
    reason: '',
    found: null,
    grade: null,
    note: '',
    minutes: null,
    estimateMin: 5,
    pictures: [],
  },
  ...{ before: null, after: null },
  ...some,
});
const reading = (verdict: ReportReading['verdict']): ReportReading => ({
  ...{ parameter: 'nitrate', value: 1, below: false, band: null, verdict, points: [] },
});

// figures as the languages write them: CLDR (Unicode), by way of the platform
test.each<[LanguageId, string, string, string, string]>([
  ['en', 'Price: 1,245.50 EUR', '0.05 mg/L PO₄', 'Fri 27 Nov', 'Skimmer'],
  ['de', 'Preis: 1.245,50 EUR', '0,05 mg/L PO₄', 'Fr., 27. Nov.', 'Abschäumer'],
  ['fr', 'Prix : 1 245,50 EUR', '0,05 mg/L PO₄', 'ven. 27 nov.', 'Écumeur'],
  ['es', 'Precio: 1245,50 EUR', '0,05 mg/L PO₄', 'vie, 27 nov', 'Separador de espuma'],
])('%s writes numbers, days and names its own way', (language, price, value, day, skimmer) => {
  const words = reportWords(language);
  const plain = (text: string) => text.replaceAll(/[\u00A0\u202F]/g, ' ');
  expect(plain(priceIn(words, 1245.5, 'EUR'))).toBe(price);
  expect(valueIn(words, 'phosphate', 0.05, false, defaultSetting)).toBe(value);
  expect(dayIn(words, '2026-11-27', TODAY, 'day-month')).toBe(day);
  expect(thingIn(words, 'Skimmer')).toBe(skimmer);
});
test('what was done agrees with how much of it there was', () => {
  const said = (language: LanguageId, ...states: ReportJob['state'][]) =>
    wholeWord(reportWords(language), {
      ...{ jobs: states.map((state) => job(state)), systems: [], leftOff: [] },
      proved: { seen: 0, read: 0 },
    });
  expect(said('fr', 'done', 'looked', 'looked')).toBe('1 travail fait et 2 contrôlés à vue.');
  expect(said('fr', 'done', 'done')).toBe('2 travaux faits.');
  expect(said('es', 'done', 'skipped', 'skipped')).toBe('1 tarea hecha y 2 omitidas.');
  expect(said('de', 'done', 'done', 'open')).toBe('2 Arbeiten erledigt und 1 nicht geschafft.');
});

test('what a keeper named and wrote stays as it is', () => {
  const words = reportWords('fr');
  expect(thingIn(words, 'Old Bess')).toBe('Old Bess');
  expect(actionIn(words, 'talk to it')).toBe('talk to it');
  expect(actionIn(words, 'test general hardness')).toBe('tester : dureté totale');
  expect(parameterIn(words, 'ph', 'sentence')).toBe('pH');
  expect(parameterIn(reportWords('de'), 'nitrate', 'sentence')).toBe('Nitrat');
});
