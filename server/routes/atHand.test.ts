import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid } from 'uuid';
import {
  takePlan,
  takeRecords,
  type Held,
  type PlanChanges,
  type RecordChanges,
  type ToldChange,
} from '../../usecases/changes.ts';
import type { PlaceOverview } from '../../usecases/placesOverview.ts';
import type { Plan } from '../../usecases/plan/planRows.ts';
import type { Stored } from '../../contract/records.ts';
import { create, oneSock, plainComponent, swapped, work } from '../../store/testing/fixtures.ts';
import { hearing, type Client } from '../testing/client.ts';
import { House } from '../testing/house.ts';

let house: House;
let alone: Client;
const places = [oneSock(), oneSock()] as const;
const [here, there] = places;

/** A window that holds some places, brought up to date by what it is told. */
class Window {
  records: Held<Stored[]> = { cursor: null, body: [] };
  plan: Held<Plan> | null = null;
  constructor(readonly sites: readonly string[]) {}

  private asked(path: string, cursor: string | null | undefined): string {
    return `${path}?sites=${this.sites.join()}${cursor ? `&since=${encodeURIComponent(cursor)}` : ''}`;
  }
  async follow(): Promise<void> {
    const told = await alone.get<RecordChanges>(this.asked('/records', this.records.cursor));
    this.records = { cursor: told.json.cursor, body: takeRecords(this.records.body, told.json) };
    const rows = await alone.get<PlanChanges>(this.asked('/plan/changes', this.plan?.cursor));
    this.plan = { cursor: rows.json.cursor, body: takePlan(this.plan?.body ?? null, rows.json) };
  }
  get held() {
    return {
      records: this.records.body.map(({ kind, id, version }) => `${kind} ${id} ${version}`).sort(),
      jobs: this.plan?.body.jobs.map(({ jobId }) => jobId).sort(),
      waters: this.plan?.body.waters.map(({ systemId }) => systemId).sort(),
    };
  }
}

beforeAll(async () => {
  house = await House.open();
  alone = house.near();
  await alone.post('/work', work(...here.writes, ...there.writes));
});
afterAll(() => house.close());

type Step =
  | { do: 'log'; at: number }
  | { do: 'move' }
  | { do: 'drop' | 'bring back' }
  | { do: 'follow'; window: number };
const step: fc.Arbitrary<Step> = fc.oneof(
  { weight: 4, arbitrary: fc.record({ do: fc.constant('log' as const), at: fc.nat(1) }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('move' as const) }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constantFrom('drop' as const, 'bring back' as const) }) },
  { weight: 5, arbitrary: fc.record({ do: fc.constant('follow' as const), window: fc.nat(2) }) },
);

describe('a window that holds places of a house', () => {
  test('is told of them and of nothing else', async () => {
    const window = new Window([here.ids.site]);
    await window.follow();
    const ids = window.records.body.map(({ id }) => id);
    for (const id of Object.values(here.ids)) expect(ids).toContain(id);
    for (const id of Object.values(there.ids)) expect(ids).not.toContain(id);
    expect(window.plan?.body.jobs.map(({ jobId }) => jobId)).toEqual([here.ids.job]);
  });
  test('after any changes, things taken from place to place among them, it holds what a fresh one holds', async () => {
    // a spare that goes to and fro, with a job of its own that was done
    const spare = { component: uuid(), job: uuid() };
    const standing = (at: number) => ({
      ...plainComponent(places[at]?.ids.site ?? '', places[at]?.ids.system ?? ''),
      ...{ kindId: 'sock-felt', name: 'Spare sock' },
    });
    const job = here.writes.find(({ kind }) => kind === 'job');
    if (job?.op !== 'create') return expect.fail();
    await alone.post(
      '/work',
      work(
        create('component', standing(0), spare.component),
        {
          ...job,
          id: spare.job,
          revisionId: uuid(),
          content: { ...(job.content as object), componentId: spare.component },
        },
        create('service', swapped(spare.job, '2026-11-02')),
      ),
    );
    let [version, at] = [1, 0];
    let service: { id: string; version: number; deleted: boolean } | null = null;
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 12 }), async (steps) => {
        const windows = [[here.ids.site], [there.ids.site], [here.ids.site, there.ids.site]].map(
          (sites) => new Window(sites),
        );
        for (const one of steps)
          if (one.do === 'follow') await windows[one.window]?.follow();
          else if (one.do === 'log') {
            const made = create('service', swapped(places[one.at]?.ids.job ?? '', '2026-11-12'));
            await alone.post('/work', work(made));
            service = { id: made.id, version: 1, deleted: false };
          } else if (one.do === 'move') {
            at = 1 - at;
            const common = { kind: 'component' as const, id: spare.component, revisionId: uuid() };
            await alone.post('/work', {
              ...work(),
              writes: [{ op: 'revise', ...common, baseVersion: version++, content: standing(at) }],
            });
          } else if (service && service.deleted === (one.do === 'bring back')) {
            const { id, version: baseVersion } = service;
            const op = service.deleted ? 'restore' : 'delete';
            await alone.post('/work', {
              ...work(),
              writes: [{ op, kind: 'service', id, revisionId: uuid(), baseVersion }],
            });
            service = { id, version: baseVersion + 1, deleted: !service.deleted };
          }
        for (const window of windows) {
          await window.follow();
          const fresh = new Window(window.sites);
          await fresh.follow();
          expect(window.held).toEqual(fresh.held);
        }
      }),
      { numRuns: 30 },
    );
  }, 120_000);

  test('hears by its line of its places alone; of what comes from elsewhere that anything may be otherwise', async () => {
    const line = await hearing(alone, `/changes?sites=${there.ids.site}`);
    const told = (): ToldChange[] =>
      line
        .heard()
        .split('\n\n')
        .filter((block) => block.startsWith('event: change\n'))
        .map((block) => JSON.parse(block.slice(block.indexOf('data: ') + 6)) as ToldChange);
    await alone.post('/work', work(create('service', swapped(here.ids.job, '2026-11-13'))));
    await alone.post('/work', work(create('service', swapped(there.ids.job, '2026-11-13'))));
    const pump = uuid();
    const standing = ({ ids }: (typeof places)[number]) => plainComponent(ids.site, ids.system);
    await alone.post('/work', work(create('component', standing(here), pump)));
    const common = { kind: 'component' as const, id: pump, revisionId: uuid(), baseVersion: 1 };
    await alone.post('/work', { ...work(), writes: [{ op: 'revise', ...common, content: standing(there) }] });
    await expect.poll(() => told().length).toBe(4);
    const [elsewhere, mine, , moved] = told();
    expect(moved).toEqual({ kinds: null, told: null });
    expect(elsewhere).toMatchObject({ kinds: [], told: { records: [] } });
    expect(mine).toMatchObject({ kinds: ['service'], told: { records: [{ kind: 'service' }] } });
    expect(mine?.told?.since).toBe(elsewhere?.told?.cursor);
    line.close();
  });
  test('places are named by their ids, and not by the thousand', async () => {
    for (const sites of ['home', '', Array.from({ length: 201 }, () => uuid()).join()])
      expect((await alone.get(`/records?sites=${sites}`)).status).toBe(400);
    expect((await alone.get('/changes?sites=home')).status).toBe(400);
  });
  test('whoever chooses sees all places with what is to do', async () => {
    const { json } = await alone.get<PlaceOverview[]>('/places');
    expect(json.map(({ siteId }) => siteId).sort()).toEqual([here.ids.site, there.ids.site].sort());
    expect(json.reduce((sum, { jobs }) => sum + jobs, 0)).toBe(3);
  });
});
