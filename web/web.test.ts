import { beforeAll, describe, expect, test } from 'vitest';
import { catalogue, findKind } from '../core/catalogue/index.ts';
import { makePlan, type PlanRow } from '../usecases/plan/plan.ts';
import type { Stored } from '../contract/records.ts';
import { Snapshot } from '../model/snapshot.ts';
import { endOfDay } from '../core/time/day.ts';
import { draftOf, equipmentWrites } from './parts/equipment/draft.ts';
import { draftWrites, emptyDraft, trueLitres } from './screens/first-run/draft.ts';
import { stopsOf } from './screens/system/path.ts';
import { groupsOf } from './screens/today/groups.ts';
import { componentRange, axisRanges, scaleOf } from './strip/geometry.ts';
import { stripOf } from './strip/stripData.ts';

const TODAY = '2026-11-25';
const kind = (id: string) => findKind(id) ?? expect.fail(id);

describe('the one axis', () => {
  const scale = scaleOf(500, axisRanges.list);
  test('now stands at its share, time runs both ways and never leaves the strip', () => {
    expect(scale.now).toBeCloseTo(6 + 488 * 0.3, 0);
    const xs = [-5000, -400, -30, -1, 0, 1, 3, 30, 400, 5000].map(scale.x);
    expect(xs).toEqual([...xs].sort((a, b) => a - b));
    expect(xs[0]).toBe(scale.pad);
    expect(xs.at(-1)).toBe(500 - scale.pad);
  });
  test('a day near now is wider than a day a month away', () =>
    expect(scale.x(2) - scale.x(1)).toBeGreaterThan(4 * (scale.x(31) - scale.x(30))));
  test('a component has the shortest reach that holds it', () => {
    expect(componentRange(20, 45)).toMatchObject({ pastDays: 30, aheadDays: 60 });
    expect(componentRange(900, 9000)).toMatchObject({ pastDays: 1461, aheadDays: 3700 });
  });
});

describe('describing a system', () => {
  const draft = {
    ...emptyDraft(),
    water: 'salt' as const,
    name: 'Reef',
    dimensions: { lengthCm: 120, widthCm: 50 },
    waterDepthCm: 45,
    displacementPercent: 10,
  };
  const context = { zone: 'Europe/Berlin', today: TODAY, ownKinds: [] };
  test('litres as they are typed, none while a measure is missing', () => {
    expect(trueLitres(draft)).toBeCloseTo(243, 6);
    expect(trueLitres({ ...draft, dimensions: { lengthCm: 120 } })).toBeNull();
    expect(trueLitres({ ...draft, waterDepthCm: -4 })).toBeNull();
  });
  test('the same draft is the same records: sending twice adds nothing', () => {
    const full = { ...draft, equipment: [draftOf(kind('skimmer'), catalogue)] };
    const ids = () => draftWrites(full, context).map((write) => `${write.kind} ${write.id}`);
    expect(ids()).toEqual(ids());
    expect(new Set(ids()).size).toBe(ids().length);
  });
  test('two of a kind are two units with parts of their own', () => {
    const two = { ...draftOf(kind('skimmer'), catalogue), count: 2 };
    const writes = equipmentWrites(two, { siteId: 's', systemId: 'y', parentId: null }, []);
    const components = writes.flatMap((write) =>
      write.op === 'create' && write.kind === 'component'
        ? [write.content as { name: string; parentId: string | null }]
        : [],
    );
    expect(components.map((one) => one.name)).toEqual([
      'Skimmer 1',
      'Skimmer cup and neck',
      'Skimmer 2',
      'Skimmer cup and neck',
    ]);
    expect(new Set(components.flatMap((one) => one.parentId ?? [])).size).toBe(2);
  });
});

describe('a described tank on screen', () => {
  let snapshot: Snapshot;
  let rows: PlanRow[];
  let systemId = '';
  beforeAll(() => {
    const equipment = ['return-pump', 'skimmer', 'sock-felt', 'uv'].map((id) => draftOf(kind(id), catalogue));
    const sock = equipment[2];
    if (sock) sock.last = { swap: { kind: 'day', day: '2026-11-01' } };
    const writes = draftWrites(
      { ...emptyDraft(), water: 'salt', name: 'Reef', equipment },
      { zone: 'Europe/Berlin', today: TODAY, ownKinds: [] },
    );
    snapshot = Snapshot.of(
      writes.map((write): Stored => ({
        kind: write.kind,
        id: write.id,
        version: 1,
        deleted: false,
        content: (write as { content: Stored['content'] }).content,
      })),
    );
    systemId = snapshot.all('system')[0]?.id ?? '';
    rows = makePlan(snapshot, (zone) => endOfDay(TODAY, zone), TODAY).jobs;
  });
  test('stations stand in the order water passes them', () => {
    expect(stopsOf(snapshot, systemId, rows).map((stop) => stop.name)).toEqual([
      'The water and its vessel',
      'Filter sock, felt',
      'Skimmer',
      'UV sterilizer',
      'Return pump',
    ]);
  });
  test('what nobody knows the age of is one walk round, not so many jobs to do today', () => {
    const groups = groupsOf(rows, []);
    const walk = groups.find((group) => group.id === 'walk')?.rows ?? [];
    expect(walk.length).toBeGreaterThanOrEqual(3);
    for (const row of walk) expect(row).toMatchObject({ state: 'look-first', lastDone: null });
    for (const group of groups)
      if (group.id !== 'walk')
        expect(group.rows.filter((row) => row.state === 'look-first' && row.lastDone === null)).toEqual([]);
  });
  test('every job is in exactly one group, the overdue sock among what to do now', () => {
    const groups = groupsOf(rows, []);
    expect(groups.flatMap((group) => group.rows).length).toBe(rows.length);
    expect(groups.find((group) => group.id === 'now')?.rows.map((row) => row.thing)).toContain(
      'Filter sock, felt',
    );
  });
  test('a strip is the plan in days from today', () => {
    const strip = stripOf(rows.find((row) => row.thing === 'Filter sock, felt') ?? expect.fail());
    expect(strip.lastDone).toBe(-24);
    expect(strip.window?.latest).toBeLessThan(0);
    expect(strip.state).toBe('past-window');
  });
});
