import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { visitDays } from '../../core/planning/visits.ts';
import { addDays, dayOf } from '../../core/time/day.ts';
import { visitsFor } from './visitsFor.ts';
import type { RecordContent, RecordKind, Stored } from '../../contract/records.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { NOW } from '../../model/testing/place.ts';
import { rhythmOf } from '../../model/facts/rhythm.ts';

// Thu 26 Nov 2026; visits on Saturdays and Tuesdays.
const TODAY = dayOf(NOW, 'UTC');
const SITE = 'site';
const WEEKS = 6;
let count = 0;
const record = <K extends RecordKind>(kind: K, content: RecordContent<K>, id?: string): Stored<K> => ({
  ...{ kind, id: id ?? `${kind} ${count++}`, version: 1, deleted: false, content },
});
const site = (holidays: { day: string; note: string }[] = []): Stored<'site'> =>
  record(
    'site',
    {
      ...{ name: 'Home', timeZone: 'UTC', holidays },
      visits: { weekdays: [2, 6], everyWeeks: 1, from: '2026-11-02', minutes: 90 },
    },
    SITE,
  );
const moved = (day: string, to: string | null): Stored<'visit-change'> =>
  record('visit-change', { ...{ siteId: SITE, day, to, minutes: null, whoId: null, reason: 'fair' } });
const daysOf = (...records: Stored[]): string[] => visitDays(rhythmOf(Snapshot.of(records), SITE), TODAY, 4);

describe('the visits that are made', () => {
  test('as usual', () =>
    expect(daysOf(site())).toEqual(['2026-11-28', '2026-12-01', '2026-12-05', '2026-12-08']));
  test('one is moved, one left out, one added, one a holiday', () => {
    expect(
      daysOf(
        site([{ day: '2026-12-05', note: 'fair' }]),
        moved('2026-11-28', '2026-11-29'),
        moved('2026-12-01', null),
        moved('2026-12-03', '2026-12-03'),
      ),
    ).toEqual(['2026-11-29', '2026-12-03', '2026-12-08', '2026-12-12']);
  });
  test('yesterday’s, moved to tomorrow, is made tomorrow', () => {
    const late = moved('2026-11-24', '2026-11-27');
    expect(daysOf(site(), late)[0]).toBe('2026-11-27');
    expect(visitsFor(Snapshot.of([site(), late]), site(), TODAY, WEEKS).visits[0]).toMatchObject({
      day: '2026-11-27',
      movedFrom: '2026-11-24',
    });
  });
  test('none while everybody is away, with one of two there they go on', () => {
    const away = (name: string, from: string, to: string): Stored<'person'> =>
      record('person', { name, absences: [{ from, to, note: '' }] });
    const ida = away('Ida', '2026-11-20', '2026-12-24');
    expect(daysOf(site(), ida)[0]).toBe('2026-12-26');
    expect(daysOf(site(), ida, away('Ole', '2026-11-28', '2026-11-29'))[0]).toBe('2026-12-01');
  });
  test('the next visits are the plan’s, whatever was moved, left out, a holiday, or nobody’s day', () => {
    const near = fc.integer({ min: -10, max: 7 * WEEKS }).map((days) => addDays(TODAY, days));
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.tuple(near, fc.option(near)), { selector: ([day]) => day, maxLength: 5 }),
        fc.array(near, { maxLength: 4 }),
        fc.array(fc.tuple(fc.subarray([1, 2, 3, 6, 7]), fc.array(fc.tuple(near, near), { maxLength: 2 })), {
          maxLength: 2,
        }),
        (changes, holidays, people) => {
          const here = site(holidays.map((day) => ({ day, note: 'feast' })));
          const snapshot = Snapshot.of([
            here,
            ...changes.map(([day, to]) => moved(day, to)),
            ...people.map(([weekdays, spans]) =>
              record('person', {
                ...{ name: 'Ida', comes: { weekdays, minutes: null } },
                absences: spans.map(([a, b]) => ({ from: a < b ? a : b, to: a < b ? b : a, note: '' })),
              }),
            ),
          ]);
          const end = addDays(TODAY, 7 * WEEKS);
          const next = visitDays(rhythmOf(snapshot, SITE), TODAY, 60).filter((day) => day <= end);
          expect(next).toEqual(visitsFor(snapshot, here, TODAY, WEEKS).visits.map((visit) => visit.day));
        },
      ),
      { numRuns: 500 },
    );
  });
});
