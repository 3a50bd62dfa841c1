import { beforeAll, describe, expect, test } from 'vitest';
import { sitesWithin, systemsWithin, withinScope, type Scope } from '../usecases/access/scope.ts';
import { definitionsOf } from '../model/facts/definition.ts';
import { RecordIndex } from '../model/facts/recordIndex.ts';
import { lacksOfJobs } from '../usecases/workers.ts';
import { endOfToday, makePlan, type Plan } from '../usecases/plan/plan.ts';
import { recordKinds } from '../contract/kinds.ts';
import { Snapshot } from '../model/snapshot.ts';
import { weekAtPlace } from '../usecases/week.ts';
import { demoRecords } from './records.ts';

// The page of a place over the whole scenario: what it tells, and what it must not tell.

const TODAY = '2026-11-25';
const NOW = Date.parse(`${TODAY}T14:20:00Z`);
let snapshot: Snapshot;
let plan: Plan;
const week = (siteId: string, scope: Scope) =>
  weekAtPlace(
    { snapshot, index: RecordIndex.of(snapshot), definitionOf: definitionsOf(snapshot) },
    plan,
    siteId,
    scope,
    NOW,
  );
const idOf = (kind: 'site' | 'system', name: string): string =>
  snapshot.all(kind).find((one) => one.content.name === name)?.id ?? '';

beforeAll(() => {
  snapshot = Snapshot.of(demoRecords(TODAY));
  plan = makePlan(snapshot, endOfToday(NOW), TODAY);
}, 60_000);

describe('this week at a place', () => {
  test('has what is off first, then what is due, all of this place, and what was done in seven days', () => {
    const site = idOf('site', 'Workshop');
    const found = week(site, null);
    expect(found).toMatchObject({ place: 'Workshop', today: TODAY, until: '2026-12-01' });
    expect(found?.systems.map((one) => one.name)).toEqual([
      'Staghorn trough',
      'Jellyfish cylinder',
      'Quarantine tank',
    ]);
    const rows = new Map(plan.jobs.map((row) => [row.jobId, row]));
    expect(found?.jobs.length).toBeGreaterThan(5);
    expect(found?.jobs.every((job) => rows.get(job.jobId)?.siteId === site)).toBe(true);
    expect(found?.jobs.filter((job) => job.state === 'left-off')).toHaveLength(1);
    expect(found?.done.every((one) => one.day > '2026-11-18' && one.day <= TODAY)).toBe(true);
  });
  test('for the reader of one system names no other system and no job that is not its own', () => {
    const system = idOf('system', 'Jellyfish cylinder');
    const scope = { siteIds: [], systemIds: [system] };
    const site = idOf('site', 'Workshop');
    const text = JSON.stringify(week(site, scope));
    for (const { content } of snapshot.all('system'))
      if (content.name !== 'Jellyfish cylinder') expect(text).not.toContain(content.name);
    expect(week(site, scope)?.jobs.every((job) => job.systems.join() === 'Jellyfish cylinder')).toBe(true);
    // a unit that serves others too is named, its reason may speak of their water and is not
    const shared = plan.jobs.filter((row) => row.systemIds.includes(system) && row.systemIds.length > 1);
    const shown =
      week(site, scope)?.jobs.filter((job) => shared.some((row) => row.jobId === job.jobId)) ?? [];
    expect(shown.length).toBeGreaterThan(0);
    expect(shown.every((job) => job.sentence === null)).toBe(true);
  });
  test('is nothing at a place of which nothing may be known', () => {
    const scope = { siteIds: [], systemIds: [idOf('system', 'Jellyfish cylinder')] };
    expect(week(idOf('site', 'Public library'), scope)).toBeNull();
    expect(sitesWithin(snapshot, scope)).toEqual([idOf('site', 'Workshop')]);
  });
});

describe('a scope', () => {
  test('of all places together holds every record that is about water; no record lies in two places of people', () => {
    const sites = snapshot.all('site').map((site) => site.id);
    const scopes = sites.map((id): Scope => ({ siteIds: [id], systemIds: [] }));
    expect(scopes.flatMap((scope) => systemsWithin(snapshot, scope)).sort()).toEqual(
      snapshot
        .all('system')
        .map((one) => one.id)
        .sort(),
    );
    const nobodys = new Set([
      'person',
      'setting',
      'method',
      'import',
      'import-mapping',
      'own-kind',
      'change-plan',
    ]);
    const tells = scopes.map((scope) => withinScope(snapshot, scope));
    // readings are told apart by their channels: a few of them stand for all
    for (const kind of recordKinds)
      for (const record of snapshot.all(kind).slice(0, 60)) {
        const within = tells.filter((isWithin) => isWithin(record)).length;
        // the make-up unit of the workshop fills the carboys of the conservatory too
        if (nobodys.has(kind)) expect([kind, within]).toEqual([kind, 0]);
        else expect([kind, within > 0]).toEqual([kind, true]);
      }
  });
});

test('hands: the beach well waits for a permit that has ended, and one person alone is told nothing', () => {
  const said = [...lacksOfJobs(snapshot, plan.jobs).values()].flatMap((one) => one.lacks);
  expect(said).toContainEqual({
    kind: 'permit',
    permit: 'discharge',
    ended: { name: 'Ole', until: '2026-11-05' },
    away: [],
  });
  const one = Snapshot.of(demoRecords(TODAY).filter((record) => record.kind !== 'person'));
  expect(lacksOfJobs(one, plan.jobs).size).toBe(0);
});
