import { describe, expect, test } from 'vitest';
import { instantAtOf, makePlan } from '../usecases/plan/plan.ts';
import { PlanState } from '../usecases/plan/planState.ts';
import type { RecordKind, Stored } from '../contract/records.ts';
import { Snapshot } from '../model/snapshot.ts';
import { addDays } from '../core/time/day.ts';
import { demoRecords } from './records.ts';

// A plan kept up to date record by record must say what a plan made at once says: over the whole demo.

const TODAY = '2026-11-25';
const records = demoRecords(TODAY);
const evidence: ReadonlySet<RecordKind> = new Set<RecordKind>([
  'service',
  'look',
  'skip',
  'event',
  'reading',
]);
const at = instantAtOf(TODAY);
const fresh = makePlan(Snapshot.of(records), at, TODAY);
const dayOfRecord = ({ content }: Stored): string => {
  const when = (content as { when?: { kind: string; day?: string; at?: string } }).when;
  return when?.day ?? when?.at?.slice(0, 10) ?? '';
};

describe('kept up to date', () => {
  test('the evidence of the last two days, one record at a time', () => {
    const late = records.filter(
      (record) => evidence.has(record.kind) && dayOfRecord(record) > addDays(TODAY, -2),
    );
    expect(late.length).toBeGreaterThan(15);
    const held = new Set(late);
    const state = new PlanState(Snapshot.of(records.filter((record) => !held.has(record))), at);
    for (const record of late) state.apply([record]);
    state.settle();
    expect(state.plan(TODAY)).toEqual(fresh);
  });
  test('what it says of each water, asked after every record, is what a fresh one says', () => {
    const late = records.filter(
      (record) => evidence.has(record.kind) && dayOfRecord(record) > addDays(TODAY, -9),
    );
    const held = new Set(late);
    const state = new PlanState(Snapshot.of(records.filter((record) => !held.has(record))), at);
    const before = state.beside();
    for (const record of late) {
      state.apply([record]);
      state.beside();
    }
    const { waters, outOfBand, incoming, stores, dangers } = state.beside();
    expect({ waters, outOfBand, incoming, stores, dangers }).toEqual({
      ...{ waters: fresh.waters, outOfBand: fresh.outOfBand, incoming: fresh.incoming },
      ...{ stores: fresh.stores, dangers: fresh.dangers },
    });
    expect(before.waters).not.toEqual(waters);
    // one record corrected, one system renamed: both are heard
    const test = late.findLast((record): record is Stored<'reading'> => record.kind === 'reading');
    const system = records.find((record): record is Stored<'system'> => record.kind === 'system');
    if (!test || !system) expect.fail('the demo has tests and systems');
    for (const changed of [
      { ...test, version: 2, deleted: true },
      { ...system, version: 2, content: { ...system.content, name: 'Otherwise' } },
    ] satisfies Stored[]) {
      state.apply([changed]);
      const whole = Snapshot.of(records);
      whole.apply(changed);
      expect(state.beside().waters).toEqual(new PlanState(whole, at).beside().waters);
      state.apply([{ ...(changed.kind === 'reading' ? test : system), version: 3 }]);
    }
  });
  test('what stands ready in drums: one leaks, is mended, is off, is taken away, holds less', () => {
    const drum = records
      .filter((record): record is Stored<'component'> => record.kind === 'component')
      .find(({ content }) => content.holds);
    if (!drum?.content.holds) expect.fail('the demo has a drum');
    const { holds } = drum.content;
    const leak: Stored<'event'> = {
      ...{ kind: 'event', id: '01a231f8-19cc-72a8-949b-6ab0b53eef4b', version: 1, deleted: false },
      content: {
        ...{ siteId: null, systemId: null, componentId: drum.id, kind: 'leak', until: null },
        ...{ when: { kind: 'day', day: TODAY }, endsLives: false, whoId: null, note: '' },
      },
    };
    const changed = (version: number, some: Partial<Stored<'component'>['content']>): Stored => ({
      ...drum,
      version,
      content: { ...drum.content, ...some },
    });
    const state = new PlanState(Snapshot.of(records), at);
    const whole = Snapshot.of(records);
    const said: string[] = [JSON.stringify(state.beside().stores)];
    for (const record of [
      leak,
      { ...leak, version: 2, deleted: true },
      changed(2, { status: 'off', statusSince: null }),
      changed(3, { holds: { ...holds, unusableL: holds.unusableL + 10 } }),
      changed(4, { status: 'removed' }),
      changed(5, {}),
    ] satisfies Stored[]) {
      state.apply([record]);
      whole.apply(record);
      const { stores } = state.beside();
      expect(stores).toEqual(new PlanState(Snapshot.of(whole.everything()), at).beside().stores);
      said.push(JSON.stringify(stores));
    }
    // there and not there, full and less so: it did change
    expect(new Set(said).size).toBeGreaterThan(2);
  });
  test('in any order, also where a record comes before what it belongs to is renewed', () => {
    const late = records
      .filter((record) => evidence.has(record.kind) && dayOfRecord(record) > addDays(TODAY, -9))
      .reverse();
    const held = new Set(late);
    const state = new PlanState(Snapshot.of(records.filter((record) => !held.has(record))), at);
    state.apply(late);
    state.settle();
    expect(state.plan(TODAY)).toEqual(fresh);
  });
  test('equipment, jobs and systems that come, go and come back', () => {
    const state = new PlanState(Snapshot.of(records), at);
    const some = records
      .filter((record) => ['component', 'job', 'channel', 'site', 'system', 'setting'].includes(record.kind))
      .filter((_, k) => k % 9 === 0);
    for (const record of some)
      state.apply([{ ...record, version: 2, deleted: record.kind !== 'site' && record.kind !== 'system' }]);
    state.settle();
    const gone = some.map((record) => ({
      ...record,
      version: 2,
      deleted: record.kind !== 'site' && record.kind !== 'system',
    }));
    expect(state.plan(TODAY).jobs).toEqual(makePlan(Snapshot.of([...records, ...gone]), at, TODAY).jobs);
    for (const record of some) state.apply([{ ...record, version: 3 }]);
    state.settle();
    expect(state.plan(TODAY).jobs).toEqual(fresh.jobs);
  });
  test('a visit that is moved, and people who are away: the visit by which a job comes up', () => {
    const site = records.find((record): record is Stored<'site'> => record.kind === 'site');
    const visit = fresh.jobs.find((row) => row.siteId === site?.id)?.nextVisit ?? expect.fail();
    const moved: Stored<'visit-change'> = {
      ...{ kind: 'visit-change', id: 'moved', version: 1, deleted: false },
      content: {
        ...{ siteId: site?.id ?? '', day: visit, to: addDays(visit, 1), minutes: null },
        ...{ whoId: null, reason: 'fair' },
      },
    };
    const away = records
      .filter((record): record is Stored<'person'> => record.kind === 'person')
      .map((person) => ({
        ...{ ...person, version: 2 },
        content: { ...person.content, absences: [{ from: TODAY, to: addDays(TODAY, 20), note: '' }] },
      }));
    expect(away.length).toBeGreaterThan(0);
    const state = new PlanState(Snapshot.of(records), at);
    state.apply([moved]);
    state.settle();
    const visitOf = () => state.plan(TODAY).jobs.find((row) => row.siteId === site?.id)?.nextVisit;
    expect(visitOf()).toBe(addDays(visit, 1));
    state.apply(away);
    state.settle();
    expect((visitOf() ?? '') > addDays(TODAY, 20)).toBe(true);
    const whole = Snapshot.of(records).with([moved, ...away]);
    expect(state.plan(TODAY).jobs).toEqual(makePlan(whole, at, TODAY).jobs);
  });
  test('the next day', () => {
    const state = new PlanState(Snapshot.of(records), at);
    const next = addDays(TODAY, 1);
    state.renew(instantAtOf(next));
    expect(state.plan(next)).toEqual(makePlan(Snapshot.of(records), instantAtOf(next), next));
  });
});

test('a service changes its own row and those tied to it, no other', () => {
  const state = new PlanState(Snapshot.of(records), at);
  const job = fresh.jobs.find((row) => row.thing === 'Filter sock' || row.action.startsWith('swap'));
  const { rows, gone } = state.apply([
    {
      kind: 'service',
      id: '00000000-0000-7000-8000-00000000feed',
      version: 1,
      deleted: false,
      content: {
        jobId: job?.jobId ?? '',
        when: { kind: 'day', day: TODAY },
        whoId: null,
        found: 'right',
        shareDone: 1,
        minutes: null,
        supplies: [],
        note: '',
        pictureIds: [],
      },
    },
  ]);
  expect(gone).toEqual([]);
  expect(rows.map((row) => row.jobId)).toContain(job?.jobId);
  expect(rows.length).toBeLessThan(12);
  expect(rows.find((row) => row.jobId === job?.jobId)?.lastDone).toBe(TODAY);
});
