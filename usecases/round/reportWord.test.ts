import { pictureRows } from './report.ts';
import { describe, expect, test } from 'vitest';
import type { Verdict } from '../../core/water/parameters.ts';
import type { ReportJob, ReportReading } from './report.ts';
import { priceIn, reportWords } from './languages/index.ts';
import { jobWord, nextWord, provedWord, untestedWord, wholeWord } from './reportWord.ts';

const en = reportWords('en');
const job = (state: ReportJob['state'], some: Partial<ReportJob> = {}): ReportJob => ({
  ...{ jobId: state, thing: 'Sock', system: 'Reef', action: 'swap', state, shareDone: 1, waited: null },
  ...{ reason: '', found: null, grade: null, note: '', minutes: null, estimateMin: 5, pictures: [] },
  ...{ before: null, after: null },
  ...some,
});
const reading = (parameter: ReportReading['parameter'], verdict: Verdict): ReportReading => ({
  ...{ parameter, value: 1, below: false, band: null, verdict, points: [] },
});
const water = (name: string, ...readings: ReportReading[]) => ({ id: name, name, readings, untested: [] });
const all = { systems: [], jobs: [], leftOff: [], proved: { seen: 0, read: 0 } };

describe('the sentence of the whole stands on what was judged', () => {
  test('what was not tested is not called fine', () => {
    expect(wholeWord(en, { ...all, jobs: [job('done')], systems: [water('Reef')] })).toBe(
      '1 job done. Reef was not tested.',
    );
  });
  test('half done is half, looked at is looked at, and what was not come to is said', () => {
    const jobs = [job('done'), job('in-part'), job('looked'), job('skipped'), job('open')];
    expect(wholeWord(en, { ...all, jobs })).toBe(
      '1 job done, 1 done in part, 1 looked at, 1 skipped and 1 not come to.',
    );
    expect(wholeWord(en, all)).toBe('Nothing was done.');
  });
  test('in their bands only where there are bands; what lies outside is named', () => {
    const of = (...readings: ReportReading[]) =>
      wholeWord(en, { ...all, systems: [water('Reef', ...readings)] });
    expect(of(reading('nitrate', 'in-band'), reading('calcium', 'near-low'))).toContain(
      'Reef: all 2 tests in their bands.',
    );
    expect(of(reading('nitrate', 'in-band'), reading('calcium', 'no-band'))).toContain(
      'Reef: 1 of 2 tests in their bands, the rest has none.',
    );
    expect(of(reading('calcium', 'no-band'))).toContain('Reef: 1 test, no band to judge by.');
    expect(of(reading('nitrate', 'above'), reading('phosphate', 'stripped'))).toContain(
      'Reef: nitrate above its band and phosphate stripped.',
    );
  });
  test('running is said of what was looked at or read, and of nothing that is left off', () => {
    expect(provedWord(en, { seen: 1, read: 0 })).toBe(
      'The one thing that was switched off was seen running again.',
    );
    expect(provedWord(en, { seen: 0, read: 2 })).toBe(
      'Both things that were switched off were proved running by a reading.',
    );
    expect(provedWord(en, { seen: 2, read: 1 })).toContain('2 by looking and 1 by a reading');
    const leftOff = [{ what: 'Pump', said: '', on: false, until: null }];
    expect(wholeWord(en, { ...all, leftOff, proved: { seen: 2, read: 0 } })).toBe(
      'Nothing was done. 1 thing is not back as it was.',
    );
  });
});

test('a job in words: its part, how it was found, what stood in the bath too long', () => {
  expect(jobWord(en, job('in-part', { shareDone: 0.5, found: 'grey', grade: 'right', note: 'hums' }))).toBe(
    'done in part, 50 %. found: grey. hums',
  );
  expect(jobWord(en, job('done', { waited: { min: 32, plannedMin: 20 } }))).toBe(
    'worked by itself for 32 min, 20 planned',
  );
  expect(jobWord(en, job('done', { waited: { min: 18, plannedMin: 20 } }))).toBe('');
});

test('a price has its cents and its currency', () => {
  expect(priceIn(en, 1245, 'EUR')).toBe('Price: 1,245.00 EUR');
  expect(priceIn(en, 45.5, '')).toBe('Price: 45.50');
});

test('what was not tested, with when it was last; what comes next in a sentence', () => {
  const day = (of: string): string => `on ${of}`;
  expect(
    untestedWord(
      en,
      [
        { parameter: 'nitrate', lastDay: '2026-11-12' },
        { parameter: 'nitrite', lastDay: null },
      ],
      day,
    ),
  ).toBe('nitrate, last on 2026-11-12; nitrite, never');
  const next = ['a', 'b', 'c', 'd'].map((id) => ({
    ...{ jobId: id, thing: id, system: 'Reef', action: 'clean', day: '2026-12-05' },
  }));
  expect(nextWord(en, [], day, '2026-11-27')).toBe('');
  expect(nextWord(en, next.slice(0, 1), String, '2026-11-27')).toBe('Next: a, clean, on 2026-12-05.');
  expect(nextWord(en, next.slice(0, 1), String, '2026-12-06')).toBe('Next: a, clean, now.');
  expect(nextWord(en, next, String, '2026-11-27')).toMatch(/^Next: a, .*; b, .*; c, .*; and more\.$/);
});

test('pictures stand before beside after; where nobody said which, as they were taken', () => {
  const of = (...taken: ('before' | 'after' | null)[]) =>
    pictureRows(taken.map((one, i) => ({ id: String(i), taken: one }))).map((row) =>
      row.map((one) => one?.id ?? null),
    );
  expect(of('before', 'before', 'after')).toEqual([
    ['0', '2'],
    ['1', null],
  ]);
  expect(of('before', 'after', 'after')).toEqual([
    ['0', '1'],
    [null, '2'],
  ]);
  expect(of(null, null, null)).toEqual([['0', '1'], ['2']]);
  expect(of()).toEqual([]);
});
