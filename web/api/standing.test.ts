import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { RecordContent, Stored } from '../../contract/records.ts';
import { RecordIndex } from '../../model/facts/recordIndex.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { takeRecords } from '../../usecases/changes.ts';
import { evidenceHere } from './evidence.ts';
import { follows, snapshotHere } from './standing.ts';

const jobs = ['j0', 'j1', 'j2'];
const skip = (id: string, job: number, version: number, deleted = false): Stored => ({
  ...{ kind: 'skip', id, version, deleted },
  content: { jobId: jobs[job] ?? '', reason: '' } as RecordContent<'skip'>,
});
const event = (id: string, on: number): Stored => ({
  ...{ kind: 'event', id, version: 1, deleted: false },
  content: { siteId: 's', systemId: null, componentId: `c${on}` } as RecordContent<'event'>,
});
/** What belongs to what; whoever asks orders it by time. */
const buckets = (index: RecordIndex) =>
  [
    ...jobs.map((id) => index.on('skipsOfJob', id)),
    ...[0, 1].map((n) => index.on('eventsOfComponent', `c${n}`)),
    index.on('eventsOfSite', 's'),
  ].map((some: readonly Stored[]) => [...some].sort((a, b) => a.id.localeCompare(b.id)));
const change = fc.record({
  id: fc.nat(5),
  job: fc.nat(2),
  what: fc.constantFrom('skip' as const, 'skip' as const, 'delete' as const, 'event' as const),
});
type Change = { id: number; job: number; what: 'skip' | 'delete' | 'event' };
const recordOf = ({ id, job, what }: Change, version: number): Stored =>
  what === 'event' ? event(`e${id}`, job % 2) : skip(`k${id}`, job, version, what === 'delete');

describe('records that go on from others', () => {
  test('are what records made anew are, with their index; what they go on from stays as it was', () => {
    fc.assert(
      fc.property(fc.array(fc.array(change, { minLength: 1, maxLength: 4 }), { maxLength: 12 }), (units) => {
        let body: Stored[] = [skip('k0', 0, 1), event('e0', 0)];
        const none: never[] = [];
        const past: { body: Stored[]; snapshot: Snapshot; index: RecordIndex }[] = [];
        let version = 1;
        for (const unit of units) {
          const snapshot = snapshotHere(body, none);
          past.push({ body, snapshot, index: evidenceHere(snapshot).index });
          const records = unit.map((one) => recordOf(one, ++version));
          const after = takeRecords(body, { whole: false, records });
          follows(body, after, records);
          body = after;
        }
        past.push({
          body,
          snapshot: snapshotHere(body, none),
          index: evidenceHere(snapshotHere(body, none)).index,
        });
        for (const one of past) {
          const anew = Snapshot.of(one.body);
          expect(one.snapshot.everything()).toEqual(anew.everything());
          expect(buckets(one.index)).toEqual(buckets(RecordIndex.of(anew)));
        }
      }),
      { numRuns: 200 },
    );
  });
  test('what waits on this device is laid over them, its index too', () => {
    const body = [skip('k0', 0, 1), event('e0', 0)];
    const base = snapshotHere(body, []);
    evidenceHere(base);
    const writes = [
      { op: 'delete' as const, kind: 'skip' as const, id: 'k0', revisionId: 'r', baseVersion: 1 },
      {
        op: 'create' as const,
        kind: 'skip' as const,
        id: 'k1',
        revisionId: 'q',
        content: skip('k1', 2, 1).content,
      },
    ];
    const units = [{ writes }] as unknown as Parameters<typeof snapshotHere>[1];
    const over = snapshotHere(body, units);
    expect(buckets(evidenceHere(over).index)).toEqual(buckets(RecordIndex.of(over)));
    expect(evidenceHere(over).index.on('skipsOfJob', 'j2')).toHaveLength(1);
    expect(evidenceHere(base).index.on('skipsOfJob', 'j0')).toHaveLength(1);
  });
  test('kinds that did not change are shared, so that a change costs what its own kind does', () => {
    const many = Array.from({ length: 50 }, (_, i) => event(`e${i}`, i % 2));
    const base = snapshotHere(many, []);
    const after = [...many, skip('k9', 1, 1)];
    follows(many, after, [skip('k9', 1, 1)]);
    const next = snapshotHere(after, []);
    expect(next).not.toBe(base);
    expect(next.get('event', 'e3')).toBe(base.get('event', 'e3'));
    expect(base.all('skip')).toEqual([]);
  });
});
