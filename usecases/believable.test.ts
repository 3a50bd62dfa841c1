import { describe, expect, test } from 'vitest';
import { addDays, dayOf, endOfDay } from '../core/time/day.ts';
import { Snapshot } from '../model/snapshot.ts';
import { ago, NOW, place } from '../model/testing/place.ts';
import { makePlan } from './plan/plan.ts';

// What a keeper would believe of a date from the first minute on.

const TODAY = dayOf(NOW, 'UTC');
const AT = endOfDay(TODAY, 'UTC');
type Here = ReturnType<typeof place>;
const rowsOf = (here: Here) => makePlan(Snapshot.of(here.records), () => AT, TODAY).jobs;
const rowOf = (here: Here, jobId: string) =>
  rowsOf(here).find((one) => one.jobId === jobId) ?? expect.fail('no row');

describe('jobs that go with another', () => {
  function unitHere() {
    const here = place();
    const systemId = here.system('Reef', 400);
    const unitId = here.component('make-up-unit', [systemId]);
    const membraneId = here.component('ro-membrane', [systemId], { parentId: unitId });
    const membrane = here.job({ componentId: membraneId }, 'ro-membrane', 'replace');
    const flush = here.job({ componentId: unitId }, 'make-up-unit', 'flush');
    return { here, membrane, flush };
  }
  const left = (here: Here, jobId: string, daysAgo: number) =>
    here.add('skip', {
      ...{ jobId, when: { kind: 'instant', at: ago(daysAgo) }, whoId: null, until: null },
      reason: 'flushed by the fitter',
    });

  test('a flush follows a new membrane and stays due until it is done', () => {
    const { here, membrane, flush } = unitHere();
    here.done(membrane, 12);
    expect(rowOf(here, flush).state).toBe('past-window');
    here.done(flush, 1);
    expect(rowOf(here, flush).recommended).toBeNull();
    // and another one after the next stage
    here.done(membrane, 0.1);
    expect(rowOf(here, flush).recommended).toBe(TODAY);
  });
  test('left out with a reason it is answered; the next stage calls it again', () => {
    const { here, membrane, flush } = unitHere();
    here.done(membrane, 12);
    left(here, flush, 11);
    expect(rowOf(here, flush).recommended).toBeNull();
    here.done(membrane, 2);
    expect(rowOf(here, flush).recommended).not.toBeNull();
  });
  test('a membrane of last year, or of “roughly in spring”, calls for nothing today', () => {
    const old = unitHere();
    old.here.done(old.membrane, 380);
    expect(rowOf(old.here, old.flush).recommended).toBeNull();
    const rough = unitHere();
    rough.here.done(rough.membrane, 0, {
      when: { kind: 'rough', from: addDays(TODAY, -60), to: addDays(TODAY, -20) },
    });
    expect(rowOf(rough.here, rough.flush).recommended).toBeNull();
  });
  test('seals logged without: open; dismissed: answered', () => {
    const here = place();
    const systemId = here.system('Reef', 400);
    const componentId = here.component('uv', [systemId]);
    const lamp = here.job({ componentId }, 'uv', 'lamp');
    const seals = here.job({ componentId }, 'uv', 'seals');
    here.done(lamp, 300);
    here.done(seals, 300);
    here.done(lamp, 20);
    expect(rowOf(here, seals).sentence).toMatch(/^Missed when “/);
    expect(rowOf(here, seals).chanceDueNow).toBe(1);
    left(here, seals, 19);
    expect(rowOf(here, seals).sentence).not.toContain('without it');
    expect(rowOf(here, seals).chanceDueNow).toBe(0);
  });
});

describe('equipment of unknown age', () => {
  function unknown() {
    const here = place();
    const systemId = here.system('Reef', 400);
    const add = (kindId: string, ...jobs: string[]) => {
      const componentId = here.component(kindId, [systemId]);
      return jobs.map((jobId) => here.job({ componentId }, kindId, jobId));
    };
    const looked = [
      ...add('return-pump', 'strip-soak'),
      ...add('skimmer', 'air-intake', 'body-soak'),
      ...add('skimmer-cup', 'empty', 'wipe-neck'),
      ...add('sock-felt', 'swap'),
    ];
    const [lamp = ''] = add('uv', 'lamp');
    const [heater = ''] = add('heater', 'check');
    return { here, looked, lamp, heater };
  }
  test('one walk round at the next visit, instead of so many overdue jobs', () => {
    const { here } = unknown();
    const rows = rowsOf(here);
    const looks = rows.filter((row) => row.state === 'look-first');
    expect(looks.length).toBeGreaterThan(4);
    expect(new Set(looks.map((row) => row.recommended))).toEqual(new Set([rows[0]?.nextVisit]));
    expect(rows.filter((row) => row.state === 'past-window')).toEqual([]);
  });
  test('no day before the first chance is advice', () => {
    const { here } = unknown();
    for (const row of rowsOf(here)) {
      expect((row.recommended ?? TODAY) >= TODAY).toBe(true);
      expect((row.jobDay ?? TODAY) >= TODAY).toBe(true);
    }
  });
  test('a lamp is not thrown away because nobody knows its age; a thermometer is checked at the next visit', () => {
    const { here, lamp, heater } = unknown();
    expect((rowOf(here, lamp).recommended ?? '') > addDays(TODAY, 14)).toBe(true);
    expect(rowOf(here, lamp).sentence).toMatch(/Enter when, even roughly\.$/);
    expect(rowOf(here, heater).recommended).toBe(rowOf(here, heater).nextVisit);
  });
});

test('an overhaul of a standby that hardly runs: by its hours, not within 20 years, and no year 2079', () => {
  const here = place();
  const systemId = here.system('Pool', 40_000);
  const componentId = here.component('large-pump', [systemId], { status: 'standby', dutyHoursPerDay: 1 });
  const jobId = here.job({ componentId }, 'large-pump', 'overhaul');
  here.done(jobId, 30);
  const row = rowOf(here, jobId);
  expect(row.recommended).toBeNull();
  expect(row.sentence).toMatch(/By its hours, not within 20 years\.$/);
});
