import { describe, expect, test } from 'vitest';
import { noonOf } from '../time/day.ts';
import { sayReason } from './ruleReason.ts';
import { chanceWord, count, dayWord, daysWord, listWord, rangeWord, relativeWord } from './words.ts';

const context = { ageDays: 4.5, today: '2026-11-25', zone: 'UTC', style: 'day-month' as const };
const wear = {
  kind: 'wear' as const,
  range: { lo: 3, hi: 7 },
  cycles: [],
  graded: 0,
  setAside: null,
  counted: null,
  soonerWith: null,
};

describe('words', () => {
  test('counts have their noun, singular and plural', () => {
    expect(count(1, 'day')).toBe('1 day');
    expect(count(1200, 'day')).toBe('1,200 days');
    expect(daysWord(0.3)).toBe('under a day');
    expect(listWord(['a', 'b', 'c'])).toBe('a, b and c');
    expect(listWord(['a'])).toBe('a');
  });
  test.each([
    [3, 7, '3 to 7 days'],
    [14, 60, '2 to 9 weeks'],
    [91, 182, '3 to 6 months'],
    [730, 1094, '2 to 3 years'],
    [365, 365, '12 months'],
    [7, 91, '7 days to 3 months'],
    [1, 1, '1 day'],
  ])('%d to %d days is “%s”', (lo, hi, words) => expect(rangeWord(lo, hi)).toBe(words));
  test('dates in three styles, the year only when it is another', () => {
    expect(dayWord('2026-11-07', context.today, 'day-month')).toBe('Sat 7 Nov');
    expect(dayWord('2027-01-02', context.today, 'month-day')).toBe('Sat, Jan 2, 2027');
    expect(dayWord('2026-11-07', context.today, 'iso')).toBe('Sat 2026-11-07');
  });
  test.each([
    ['2026-11-25', 'today'],
    ['2026-11-26', 'tomorrow'],
    ['2026-11-24', 'yesterday'],
    ['2026-11-30', 'in 5 days'],
    ['2026-11-07', '18 days ago'],
    ['2027-05-25', 'in 6 months'],
    ['2029-11-25', 'in 3.0 years'],
  ])('%s is %s', (day, words) => expect(relativeWord(day, context.today)).toBe(words));
  test.each([
    [0.001, 'under 1 in 100'],
    [0.01, '1 in 100'],
    [0.05, '1 in 20'],
    [0.2, '1 in 5'],
    [0.4, '2 in 5'],
    [0.5, '1 in 2'],
    [0.66, '2 in 3'],
    [0.93, '9 in 10'],
    [0.99, 'nearly certain'],
  ])('a chance of %d is “%s”', (chance, words) => expect(chanceWord(chance)).toBe(words));
});

describe('each kind of reason', () => {
  test.each([
    [wear, '4 days so far; usually every 3 to 7 days. Nothing learned yet.'],
    [
      { ...wear, cycles: [{ exposure: 6, found: 'right' as const }], graded: 1 },
      '4 days so far; found just due after 6 days.',
    ],
    [
      { ...wear, cycles: [{ exposure: 1, found: 'light' as const }], graded: 1 },
      '4 days so far; found half-way after 1 day.',
    ],
    [
      {
        ...wear,
        cycles: [
          { exposure: 5, found: 'light' as const },
          { exposure: 8, found: 'overdue' as const },
        ],
        graded: 2,
      },
      '4 days so far; found half-way after 5, overdue after 8 days.',
    ],
    [
      { ...wear, cycles: [{ exposure: 7, found: null }], graded: 0 },
      '4 days so far; done once after 7 days, condition not noted.',
    ],
    [
      { ...wear, cycles: [{ exposure: 190, found: 'failed' as const }], graded: 1 },
      '4 days so far; already failed after 190 days, so it lasts less. Usually every 3 to 7 days.',
    ],
    [
      {
        ...wear,
        cycles: [{ exposure: 6, found: 'right' as const }],
        graded: 1,
        setAside: { what: 'Another feed', at: Date.UTC(2026, 6, 12) },
      },
      '4 days so far; found just due after 6 days. Counts mainly since another feed on Sun 12 Jul.',
    ],
    [{ kind: 'calendar' as const, range: { lo: 7, hi: 14 }, by: null }, 'Every 7 to 14 days; 4 days so far.'],
    [
      { kind: 'calendar' as const, range: { lo: 365, hi: 365 }, by: null },
      'At least every 12 months; 4 days so far.',
    ],
    [
      {
        kind: 'usage' as const,
        ratedHours: { lo: 8000, hi: 9000 },
        usedHours: 8328,
        hoursPerDay: 24,
        metered: false,
      },
      '8,328 h so far; rated 8,000 to 9,000 h.',
    ],
    [
      {
        kind: 'usage' as const,
        ratedHours: { lo: 8000, hi: 9000 },
        usedHours: 400,
        hoursPerDay: 11.7,
        metered: true,
      },
      '400 h so far by its meter; rated 8,000 to 9,000 h.',
    ],
    [
      {
        kind: 'usage' as const,
        ratedHours: { lo: 8000, hi: 9000 },
        usedHours: null,
        hoursPerDay: 24,
        metered: false,
      },
      'Hours so far: not known; rated 8,000 to 9,000 h.',
    ],
    [
      {
        kind: 'water-test' as const,
        parameter: 'phosphate' as const,
        side: 'above' as const,
        limit: 0.1,
        crossed: null,
        latest: { value: 0.086, below: false, at: noonOf('2026-11-21', 'UTC') },
        trend: { perWeek: 0.0123, readings: 4 },
        systemName: null,
      },
      'Phosphate 0.086 mg/L on Sat 21 Nov, limit 0.1 mg/L; rising 0.0123 mg/L a week (4 tests).',
    ],
    [
      {
        kind: 'water-test' as const,
        parameter: 'phosphate' as const,
        side: 'above' as const,
        limit: 0.1,
        crossed: null,
        latest: { value: 0.06, below: false, at: noonOf('2026-11-21', 'UTC') },
        trend: null,
        systemName: null,
      },
      'Phosphate 0.06 mg/L on Sat 21 Nov, limit 0.1 mg/L; steady within test error.',
    ],
    [
      {
        kind: 'water-test' as const,
        parameter: 'alkalinity' as const,
        side: 'below' as const,
        limit: 7.5,
        crossed: { after: null, by: noonOf('2026-11-21', 'UTC') },
        latest: { value: 6.9, below: false, at: noonOf('2026-11-21', 'UTC') },
        trend: null,
        systemName: 'Trough',
      },
      'Alkalinity in Trough 6.9 dKH on Sat 21 Nov, under 7.5 dKH.',
    ],
    [
      {
        kind: 'condition' as const,
        measure: 'rejection' as const,
        limit: 95,
        clean: null,
        after: null,
        crossed: null,
        latest: { value: 95.8, at: noonOf('2026-11-04', 'UTC') },
        trend: { perDay: -0.016, readings: 8, from: 'readings' as const },
        lastWork: null,
      },
      'Rejection 95.8 % on Wed 4 Nov, limit 95 %; down 0.11 points a week (8 readings).',
    ],
    [
      {
        kind: 'condition' as const,
        measure: 'pressure-drop' as const,
        limit: 76,
        clean: 26,
        after: null,
        crossed: { after: null, by: noonOf('2026-11-24', 'UTC') },
        latest: { value: 81, at: noonOf('2026-11-24', 'UTC') },
        trend: null,
        lastWork: null,
      },
      'Pressure drop 81 kPa on Tue 24 Nov, over 76 kPa (26 kPa when clean): the flow behind it falls.',
    ],
    [
      {
        kind: 'condition' as const,
        measure: 'chlorine' as const,
        limit: 0.05,
        clean: null,
        after: null,
        crossed: null,
        latest: { value: 0, at: noonOf('2026-11-24', 'UTC') },
        trend: null,
        lastWork: null,
      },
      'Chlorine after the carbon below 0.02 mg/L on Tue 24 Nov, limit 0.05 mg/L.',
    ],
    [
      {
        kind: 'condition' as const,
        measure: 'chlorine' as const,
        limit: 0.05,
        clean: null,
        after: null,
        crossed: { after: noonOf('2026-11-03', 'UTC'), by: noonOf('2026-11-17', 'UTC') },
        latest: { value: 0.12, at: noonOf('2026-11-24', 'UTC') },
        trend: null,
        lastWork: null,
      },
      'Chlorine after the carbon 0.12 mg/L on Tue 24 Nov, over 0.05 mg/L, since between Tue 3 Nov and Tue 17 Nov: it destroys the membrane and passes into the water that is made.',
    ],
    [
      {
        kind: 'condition' as const,
        measure: 'air-draw' as const,
        limit: 480,
        clean: 600,
        after: 'clear the air intake',
        crossed: { after: null, by: noonOf('2026-11-24', 'UTC') },
        latest: { value: 400, at: noonOf('2026-11-24', 'UTC') },
        trend: null,
        lastWork: null,
      },
      'Air draw 400 L/h on Tue 24 Nov after “clear the air intake”, under 480 L/h (600 L/h when clean): hardly any foam is made.',
    ],
    [
      {
        kind: 'condition' as const,
        measure: 'flow' as const,
        limit: 2240,
        clean: 2800,
        after: null,
        crossed: null,
        latest: { value: 2400, at: noonOf('2026-11-24', 'UTC') },
        trend: { perDay: -5, readings: 1, from: 'earlier-cycles' as const },
        lastWork: null,
      },
      'Flow 2,400 L/h on Tue 24 Nov, limit 2,240 L/h (2,800 L/h when clean); down 35 L/h a week (earlier cycles).',
    ],
    [
      {
        kind: 'condition' as const,
        measure: 'flow' as const,
        limit: 2240,
        clean: 2800,
        after: null,
        crossed: { after: null, by: noonOf('2026-11-24', 'UTC') },
        latest: { value: 1910, at: noonOf('2026-11-24', 'UTC') },
        trend: null,
        lastWork: {
          measure: 'flow' as const,
          doneAt: noonOf('2026-11-20', 'UTC'),
          before: 1900,
          after: 1930,
          error: 42.4,
          outcome: 'no-clear-change' as const,
        },
      },
      'Flow 1,910 L/h on Tue 24 Nov, under 2,240 L/h (2,800 L/h when clean): less water reaches what it feeds. Doing it on Fri 20 Nov changed nothing that shows: 1,900 L/h before, 1,930 L/h after. Look for another cause first.',
    ],
    [
      {
        kind: 'depletion' as const,
        store: 'metres-left' as const,
        left: 640,
        unusable: 100,
        perDay: 63,
        by: 'readings' as const,
        declaredPerDay: null,
      },
      'About 5 m left to use; 0.6 m a day as read.',
    ],
    [
      {
        kind: 'depletion' as const,
        store: 'litres-left' as const,
        left: 31,
        unusable: 0,
        perDay: 6,
        by: 'declared' as const,
        declaredPerDay: null,
      },
      'About 31 L left to use; 6 L a day as you entered.',
    ],
    [
      {
        kind: 'season' as const,
        recurrence: 'FREQ=YEARLY;BYMONTH=4,10;BYMONTHDAY=1',
        day: '2027-04-01',
      },
      'Each year on 1 April and October: next Thu 1 Apr 2027.',
    ],
    [
      { kind: 'season' as const, recurrence: 'FREQ=MONTHLY;INTERVAL=2', day: '2026-12-01' },
      'Every 2 months: next Tue 1 Dec.',
    ],
    [
      {
        kind: 'after-event' as const,
        event: 'biological-work' as const,
        at: noonOf('2026-11-24', 'UTC'),
        days: 1,
        note: 'pellet reactor, strip',
      },
      'Due 1 day after biological work on Tue 24 Nov (pellet reactor, strip).',
    ],
    [
      { kind: 'every-nth' as const, n: 1, doneSince: 0, action: 'replace the lamp' },
      'Goes with “replace the lamp”.',
    ],
    [
      { kind: 'every-nth' as const, n: 4, doneSince: 1, action: 'drain a part, refill' },
      'Every 4th “drain a part, refill”; 1 time so far.',
    ],
    [
      { kind: 'every-nth' as const, n: 3, doneSince: 2, action: 'drain a part, refill' },
      'Every 3rd “drain a part, refill”; 2 times so far.',
    ],
  ])('%#: %j', (reason, sentence) => expect(sayReason(reason, context)).toBe(sentence));

  test('no number stands without a unit or a noun', () => {
    const said = sayReason(
      { kind: 'usage', ratedHours: { lo: 8000, hi: 9000 }, usedHours: 8328, hoursPerDay: 24, metered: false },
      context,
    );
    for (const [, after] of said.matchAll(/\d[\d,.]*\s*(\S+)/g))
      expect(['h', 'to']).toContain(after?.replace(/[.,;]$/, ''));
  });
});
