import { describe, expect, test } from 'vitest';
import type { Evidence, KnowMore } from '../planning/explainJob.ts';
import { evidenceWord, knowMoreWord, movedWord, taughtWord, workShownWord } from './evidenceWord.ts';

const TODAY = '2026-11-25';

describe('what was seen', () => {
  test.each<[Evidence, string]>([
    [{ kind: 'look', found: 'light' }, 'Looked at, found half-way'],
    [{ kind: 'reading', measure: 'flow', value: 2566 }, 'Flow 2,566 L/h'],
    [{ kind: 'reading', measure: 'feed', value: 12.5 }, 'Feed 12.5 g a day'],
    [{ kind: 'test', parameter: 'nitrate', value: 24, below: false }, 'Nitrate 24 mg/L'],
    [{ kind: 'test', parameter: 'phosphate', value: 0.02, below: true }, 'Phosphate below 0.02 mg/L'],
    [{ kind: 'event', what: 'Another feed' }, 'Another feed'],
    [{ kind: 'done', found: 'right', days: 42 }, 'Found just due after 42 days'],
    [{ kind: 'done', found: 'overdue', days: 1 }, 'Found overdue after 1 day'],
    [{ kind: 'done', found: null, days: 7 }, 'Done, condition not noted after 7 days'],
  ])('%j: %s', (evidence, words) => expect(evidenceWord(evidence)).toBe(words));
});

describe('what it did', () => {
  test.each([
    ['2026-12-02', '2026-12-06', 'Wed 2 Dec → Sun 6 Dec, 4 days later'],
    ['2026-12-02', '2026-12-01', 'Wed 2 Dec → Tue 1 Dec, 1 day sooner'],
    [null, '2026-12-01', 'gave Tue 1 Dec'],
    ['2026-12-01', null, 'took away Tue 1 Dec'],
    [null, null, 'no date'],
  ])('%s to %s: %s', (before, after, words) =>
    expect(movedWord(before, after, TODAY, 'day-month')).toBe(words),
  );
  test.each([
    [44, 47, 'lasts 44 → 47 days'],
    [44, 44.2, 'lasts about 44 days, as before'],
    [5.2, 4.1, 'lasts 5.2 → 4 days'],
  ])('a life of %d, then %d days: %s', (before, after, words) =>
    expect(taughtWord(before, after)).toBe(words),
  );
});

describe('how to know more', () => {
  test.each<[KnowMore, string]>([
    [{ kind: 'when-done' }, 'Enter when it was last done, even roughly: all dates count from it.'],
    [
      { kind: 'grade', graded: 0, cycles: 1 },
      'Note its condition each time: 0 of 1 entry so far. Three make the date its own.',
    ],
    [
      { kind: 'grade', graded: 1, cycles: 4 },
      'Note its condition each time: 1 of 4 entries so far. Three make the date its own.',
    ],
    [
      { kind: 'count', measure: 'feed' },
      'Enter feed: its life is then counted in g, so that a heavy month brings the date forward.',
    ],
    [
      { kind: 'count', measure: 'litres-through' },
      'Enter litres through it: its life is then counted in L, so that a heavy month brings the date forward.',
    ],
    [
      { kind: 'read', measure: 'flow' },
      'Read flow now and then: a line towards the limit tells of this very part.',
    ],
    [{ kind: 'test', parameter: 'phosphate' }, 'Test phosphate: none since it was last done.'],
    [
      { kind: 'look', ifLight: '2026-12-01', ifRight: '2026-11-25' },
      'Look today: if half-way, do by Tue 1 Dec; if just due, do it today.',
    ],
    [
      { kind: 'look', ifLight: null, ifRight: '2026-11-20' },
      'Look today: if half-way, no date yet; if just due, do it today.',
    ],
  ])('%j', (more, words) => expect(knowMoreWord(more, TODAY, 'day-month')).toBe(words));
});

test.each([
  ['better', 2650, '1,900 L/h before, 2,650 L/h after: it helped'],
  ['no-clear-change', 1930, '1,900 L/h before, 1,930 L/h after: no clear change (± 42 L/h)'],
  ['worse', 1700, '1,900 L/h before, 1,700 L/h after: it got worse'],
] as const)('what a job changed: %s', (outcome, after, words) =>
  expect(workShownWord({ measure: 'flow', doneAt: 0, before: 1900, after, error: 42.4, outcome })).toBe(
    words,
  ),
);
