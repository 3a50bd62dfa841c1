import { beforeAll, describe, expect, test } from 'vitest';
import { recordKinds } from '../contract/kinds.ts';
import { references, type Stored } from '../contract/records.ts';
import { demoRecords } from './records.ts';
import { Snapshot } from '../model/snapshot.ts';
import { isMoved, planAtHand, recordsAtHand } from '../usecases/atHand.ts';
import { endOfDay } from '../core/time/day.ts';
import type { PlanChanges } from '../usecases/changes.ts';
import { makePlan } from '../usecases/plan/plan.ts';
import { placesOverview } from '../usecases/placesOverview.ts';

const TODAY = '2026-11-25';
let house: Snapshot;
let siteIds: string[];
const heldAt = (...sites: string[]): Stored[] =>
  house.everything().filter(recordsAtHand(house, new Set(sites)));

beforeAll(() => {
  house = Snapshot.of(demoRecords(TODAY));
  siteIds = house.all('site').map(({ id }) => id);
});

describe('the places that a window holds', () => {
  test('nothing that is held points to something that is not', () => {
    expect(siteIds.length).toBeGreaterThan(2);
    for (const siteId of siteIds) {
      const held = Snapshot.of(heldAt(siteId));
      for (const record of held.everything())
        for (const [field, kind] of Object.entries(references[record.kind])) {
          const value = (record.content as unknown as Record<string, unknown>)[field];
          for (const id of [value].flat())
            if (typeof id === 'string' && kind !== 'reading')
              expect([record.kind, field, held.get(kind, id)?.id]).toEqual([record.kind, field, id]);
        }
    }
  });
  test('each record is held somewhere, of a place alone at one place, and all places hold all', () => {
    const everywhere = new Set([
      'person',
      'setting',
      'picture',
      'method',
      'import',
      'import-mapping',
      'own-kind',
    ]);
    const holders = new Map<string, number>();
    for (const siteId of siteIds)
      for (const { id } of heldAt(siteId)) holders.set(id, (holders.get(id) ?? 0) + 1);
    for (const { id, kind } of house.everything())
      if (kind !== 'route')
        expect([kind, holders.get(id)]).toEqual([kind, everywhere.has(kind) ? siteIds.length : 1]);
    expect(heldAt(...siteIds)).toHaveLength(house.everything().length);
    expect(house.everything().filter(recordsAtHand(house, null))).toHaveLength(house.everything().length);
  });
  test('a route is held where all of its places are', () => {
    const [a = '', b = ''] = siteIds;
    const stop = { roundId: null, travelMin: null };
    const route: Stored<'route'> = {
      ...{ kind: 'route', id: 'r', version: 1, deleted: false },
      content: {
        ...{ day: '2026-11-25', personId: null, setOut: null, note: '' },
        stops: [
          { siteId: a, ...stop },
          { siteId: b, ...stop },
        ],
      },
    };
    expect([[a], [b], [a, b]].map((held) => recordsAtHand(house, new Set(held))(route))).toEqual([
      false,
      false,
      true,
    ]);
  });
});

describe('what comes to another place takes others along', () => {
  test('equipment moved, restored, a system moved; not what was only written anew, nor what nothing hangs on', () => {
    const [component] = house.all('component');
    const [service] = house.all('service');
    if (!component || !service) return expect.fail();
    const elsewhere = siteIds.find((id) => id !== component.content.siteId) ?? '';
    const again = { ...component, version: 2 };
    const moved = { ...again, content: { ...component.content, siteId: elsewhere } };
    expect(isMoved(house, moved, component)).toBe(true);
    expect(isMoved(house, again, { ...component, deleted: true })).toBe(true);
    expect(isMoved(house, again, undefined)).toBe(true);
    expect(isMoved(house, { ...again, content: { ...component.content, name: 'other' } }, component)).toBe(
      false,
    );
    expect(isMoved(house, component, undefined)).toBe(false);
    expect(isMoved(house, { ...service, version: 2 }, undefined)).toBe(false);
    expect(recordKinds).toContain('visit-change');
  });
});

describe('the plan of what is held', () => {
  let plan: ReturnType<typeof makePlan>;
  beforeAll(() => {
    plan = makePlan(house, (zone) => endOfDay(TODAY, zone), TODAY);
  }, 60_000);

  test('the plans of all places, one by one, are the plan of the house', () => {
    const { jobs, at, ...beside } = plan;
    const all: PlanChanges = { cursor: 'c', whole: true, at, rows: jobs, gone: [], beside };
    const parts = siteIds.map((id) => planAtHand(house, new Set([id]))(all));
    expect(parts.flatMap(({ rows }) => rows)).toHaveLength(jobs.length);
    expect(parts.flatMap((part) => part.beside?.waters ?? [])).toHaveLength(beside.waters.length);
    expect(parts.flatMap((part) => part.beside?.outOfBand ?? [])).toHaveLength(beside.outOfBand.length);
    expect(parts.every((part, i) => part.rows.every(({ siteId }) => siteId === siteIds[i]))).toBe(true);
  });
  test('of a change, a row that is not held is gone from where it may have been', () => {
    const [row] = plan.jobs;
    if (!row) return expect.fail();
    const change: PlanChanges = {
      ...{ cursor: 'c', whole: false, at: '', rows: [row], gone: ['x'] },
      beside: null,
    };
    const other = siteIds.filter((id) => id !== row.siteId);
    expect(planAtHand(house, new Set(other))(change)).toMatchObject({
      rows: [],
      gone: ['x', row.jobId],
      beside: null,
    });
    expect(planAtHand(house, new Set([row.siteId]))(change)).toEqual(change);
  });
  test('the overview counts what the plan says, the place with the most to do first', () => {
    const places = placesOverview(house, plan);
    expect(places.map(({ jobs }) => jobs).reduce((a, b) => a + b)).toBe(plan.jobs.length);
    for (const { siteId, comingUp, systems } of places) {
      const here = plan.jobs.filter((row) => row.siteId === siteId);
      expect(comingUp).toBe(here.filter(({ state }) => state === 'coming-up').length);
      expect(systems).toBe(house.all('system').filter(({ content }) => content.siteId === siteId).length);
    }
    const risks = places.map(({ dangers, now }) => dangers * 10_000 + now);
    expect(risks).toEqual([...risks].sort((a, b) => b - a));
  });
});
