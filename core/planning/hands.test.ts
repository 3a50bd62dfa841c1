import { describe, expect, test } from 'vitest';
import { handsWord, lackWord } from '../explain/handsWord.ts';
import { isThere, lacksOn, type Worker } from './hands.ts';

const SATURDAY = '2026-11-28';
const worker = (name: string, some: Partial<Worker> = {}): Worker => ({
  ...{ name, skills: [], permits: [], weekdays: [], minutesPerVisit: null, absences: [] },
  ...some,
});
const say = (lacks: ReturnType<typeof lacksOn>): string[] =>
  lacks.map((lack) => lackWord(lack, SATURDAY, '2026-11-25', 'day-month'));

test('somebody is there on their weekdays, unless they are away; without days said, whenever', () => {
  const weekend = worker('A', { weekdays: [6, 7], absences: [{ from: '2026-12-05', to: '2026-12-06' }] });
  const days = ['2026-11-27', SATURDAY, '2026-12-05', '2026-12-06', '2026-12-12'];
  expect(days.map((day) => isThere(weekend, day))).toEqual([false, true, false, false, true]);
  expect(days.every((day) => isThere(worker('B'), day))).toBe(true);
});

describe('what a job lacks on a day', () => {
  const marit = worker('Marit', { permits: [{ permit: 'confined-space', until: SATURDAY }] });
  const ole = worker('Ole', { weekdays: [1], skills: ['electrical'] });
  test('nothing, where one pair of hands will do', () => {
    expect(lacksOn({}, [marit], SATURDAY)).toEqual([]);
  });
  test('a second person: who is there is named', () => {
    expect(say(lacksOn({ people: 2 }, [marit, ole], SATURDAY))).toEqual([
      'It needs two people; on Sat 28 Nov only Marit is there.',
    ]);
    expect(lacksOn({ people: 2 }, [marit, worker('C')], SATURDAY)).toEqual([]);
    expect(say(lacksOn({ people: 2 }, [ole], SATURDAY))).toEqual(['Nobody is there on Sat 28 Nov.']);
  });
  test('a permit holds to its last day; ended, whose and when; held by somebody who is away', () => {
    const entry = { permits: ['confined-space'] } as const;
    expect(lacksOn(entry, [marit], SATURDAY)).toEqual([]);
    expect(say(lacksOn(entry, [marit], '2026-11-29'))).toEqual([
      'It needs a permit for confined-space entry: Marit’s ended on Sat 28 Nov.',
    ]);
    const away = worker('Sunniva', { permits: [{ permit: 'confined-space', until: null }], weekdays: [3] });
    expect(say(lacksOn(entry, [away, worker('C')], SATURDAY))).toEqual([
      'It needs a permit for confined-space entry; on Sat 28 Nov Sunniva is not there.',
    ]);
    expect(say(lacksOn(entry, [worker('C')], SATURDAY))).toEqual([
      'It needs a permit for confined-space entry; on Sat 28 Nov nobody has it.',
    ]);
  });
  test('training of somebody who is there', () => {
    expect(say(lacksOn({ skills: ['electrical'] }, [marit, ole], SATURDAY))).toEqual([
      'It needs somebody trained (licensed electrician); on Sat 28 Nov Ole is not there.',
    ]);
    expect(lacksOn({ skills: ['electrical'] }, [marit, ole], '2026-11-30')).toEqual([]);
  });
});

test('what a job needs of people, in words', () => {
  expect(handsWord({ people: 2, permits: ['discharge'], skills: ['pressure'] })).toBe(
    'two people, a permit for discharge, skill: pressure vessels',
  );
  expect(handsWord({})).toBe('');
});
