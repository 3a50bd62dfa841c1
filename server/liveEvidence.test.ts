import fc from 'fast-check';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { v7 as uuid } from 'uuid';
import type { Stored } from '../contract/records.ts';
import { RecordIndex } from '../model/facts/recordIndex.ts';
import { create, oneSock, openTestStore, swapped, work, type TestStore } from '../store/testing/fixtures.ts';
import { LiveEvidence } from './liveEvidence.ts';

let here: TestStore;
let live: LiveEvidence;
const [first, second] = [oneSock(), oneSock()];
beforeAll(async () => {
  here = await openTestStore();
  live = new LiveEvidence(here.store);
  await here.store.apply(work(...first.writes, ...second.writes));
});
afterAll(() => here.close());

const byId = (records: readonly Stored[]): Stored[] => [...records].sort((a, b) => a.id.localeCompare(b.id));

test('kept up to date record by record, the index says what one made anew says', async () => {
  const doing = fc.oneof(
    fc.record({ do: fc.constant('log' as const), on: fc.boolean() }),
    fc.record({
      do: fc.constantFrom('move' as const, 'delete' as const, 'restore' as const),
      which: fc.nat(9),
    }),
    fc.record({ do: fc.constantFrom('ask' as const, 'forget' as const), which: fc.constant(0) }),
  );
  const jobs = [first.ids.job, second.ids.job];
  await fc.assert(
    fc.asyncProperty(fc.array(doing, { maxLength: 16 }), async (all) => {
      const made: { id: string; version: number; deleted: boolean; on: string }[] = [];
      for (const one of all) {
        if (one.do === 'log') {
          const on = jobs[one.on ? 0 : 1] ?? '';
          const id = uuid();
          await here.store.apply(work(create('service', swapped(on, '2026-11-20'), id)));
          made.push({ id, version: 1, deleted: false, on });
        } else if (one.do === 'ask') await live.now();
        else if (one.do === 'forget') here.store.forget();
        else {
          const known = made[one.which % Math.max(1, made.length)];
          if (!known || (one.do === 'restore') !== known.deleted) continue;
          const common = {
            kind: 'service' as const,
            id: known.id,
            revisionId: uuid(),
            baseVersion: known.version,
          };
          if (one.do === 'move') known.on = jobs.find((job) => job !== known.on) ?? '';
          await here.store.apply(
            work(
              one.do === 'move'
                ? { op: 'revise', ...common, content: swapped(known.on, '2026-11-21') }
                : { op: one.do, ...common },
            ),
          );
          known.version++;
          known.deleted = one.do === 'delete';
        }
      }
      const { index, snapshot } = await live.now();
      const anew = RecordIndex.of(snapshot);
      for (const job of jobs)
        expect(byId(index.on('servicesOfJob', job))).toEqual(byId(anew.on('servicesOfJob', job)));
    }),
    { numRuns: 60 },
  );
});
