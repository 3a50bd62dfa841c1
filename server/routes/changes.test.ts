import { isDeepStrictEqual } from 'node:util';
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
  type ToldPlan,
} from '../../usecases/changes.ts';
import type { Plan } from '../../usecases/plan/planRows.ts';
import type { Stored } from '../../contract/records.ts';
import { create, oneSock, swapped, work } from '../../store/testing/fixtures.ts';
import { hearing, type Client } from '../testing/client.ts';
import { House } from '../testing/house.ts';

let house: House;
let alone: Client;
const { ids, writes } = oneSock();

/** A window: what it holds of records and plan, brought up to date by what it is told. */
class Window {
  records: Held<Stored[]> = { cursor: null, body: [] };
  plan: Held<Plan> | null = null;
  bytes = 0;

  async follow(): Promise<void> {
    const { cursor } = this.records;
    const since = (known: string | null | undefined): string =>
      known ? `?since=${encodeURIComponent(known)}` : '';
    const told = await alone.get<RecordChanges>(`/records${since(cursor)}`);
    this.records = { cursor: told.json.cursor, body: takeRecords(this.records.body, told.json) };
    const rows = await alone.get<PlanChanges>(`/plan/changes${since(this.plan?.cursor)}`);
    this.plan = { cursor: rows.json.cursor, body: takePlan(this.plan?.body ?? null, rows.json) };
    this.bytes = told.text.length + rows.text.length;
  }
}
const byId = (records: readonly Stored[]): Stored[] =>
  [...records].sort((a, b) => `${a.kind} ${a.id}`.localeCompare(`${b.kind} ${b.id}`));
/** When it was asked for is no part of it. */
const withoutClock = (plan: Plan): Plan => ({ ...plan, at: '' });
const fresh = async (): Promise<{ records: Stored[]; plan: Plan }> => {
  const records = (await alone.get<Stored[]>('/snapshot')).json;
  return { records, plan: withoutClock((await alone.get<Plan>('/plan')).json) };
};

beforeAll(async () => {
  house = await House.open();
  alone = house.near();
  await alone.post('/work', work(...writes));
});
afterAll(() => house.close());

type Step =
  | { do: 'log' }
  | { do: 'delete' | 'restore' | 'revise'; which: number }
  | { do: 'read' }
  | { do: 'follow'; window: number }
  | { do: 'forget' };
const step: fc.Arbitrary<Step> = fc.oneof(
  { weight: 4, arbitrary: fc.record({ do: fc.constant('log' as const) }) },
  {
    weight: 4,
    arbitrary: fc.record({
      do: fc.constantFrom('delete' as const, 'restore' as const, 'revise' as const),
      which: fc.nat(20),
    }),
  },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('read' as const) }) },
  { weight: 6, arbitrary: fc.record({ do: fc.constant('follow' as const), window: fc.nat(2) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('forget' as const) }) },
);

describe('what is told alone comes to the same as everything', () => {
  test('any sequence of writes, each window following when it will: the same records and the same plan', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 14 }), async (steps) => {
        const windows = [new Window(), new Window(), new Window()];
        const made: { id: string; version: number; deleted: boolean }[] = [];
        let day = 1;
        for (const one of steps) {
          if (one.do === 'log') {
            const id = uuid();
            day = (day % 24) + 1;
            const content = { ...swapped(ids.job, `2026-11-${String(day).padStart(2, '0')}`) };
            await alone.post('/work', work(create('service', content, id)));
            made.push({ id, version: 1, deleted: false });
          } else if (one.do === 'follow') await windows[one.window]?.follow();
          else if (one.do === 'read') await alone.post('/work', work(create('event', anEvent(), uuid())));
          else if (one.do === 'forget') house.running.store.forget();
          else {
            const known = made[one.which % Math.max(1, made.length)];
            if (!known || (one.do === 'restore') !== known.deleted) continue;
            const common = { kind: 'service', id: known.id, revisionId: uuid(), baseVersion: known.version };
            const content = swapped(ids.job, '2026-11-20');
            await alone.post('/work', {
              ...work(),
              writes: [{ op: one.do, ...common, ...(one.do === 'revise' ? { content } : {}) }],
            });
            known.version++;
            known.deleted = one.do === 'delete';
          }
        }
        const whole = await fresh();
        for (const window of windows) {
          await window.follow();
          expect(byId(window.records.body)).toEqual(byId(whole.records));
          expect(withoutClock(window.plan?.body ?? expect.fail())).toEqual(whole.plan);
        }
      }),
      { numRuns: 40 },
    );
  }, 120_000);

  test('one logged job is told in less than a twentieth of everything, what did not change not at all', async () => {
    const others = Array.from({ length: 40 }, () => oneSock().writes).flat();
    await alone.post('/work', work(...others));
    const window = new Window();
    await window.follow();
    const whole = window.bytes;
    await window.follow();
    expect(window.bytes).toBeLessThan(500);
    const before = new Set(window.plan?.body.jobs);
    await alone.post('/work', work(create('service', swapped(ids.job, '2026-11-24'))));
    await window.follow();
    expect(window.bytes).toBeLessThan(whole / 20);
    // the rows of the others are the same objects: what shows them need not be drawn again
    expect(window.plan?.body.jobs.filter((row) => !before.has(row)).length).toBeLessThan(4);
  });
});
describe('what the line carries', () => {
  /** Its words of one kind, in their order. */
  const words = <T>(text: string, event: string): T[] =>
    text
      .split('\n\n')
      .filter((block) => block.startsWith(`event: ${event}\n`))
      .map((block) => JSON.parse(block.slice(block.indexOf('data: ') + 6)) as T);

  test('goes on from state to state, and comes to the same as everything', async () => {
    const line = await hearing(alone);
    const window = new Window();
    await window.follow();
    const channel = create('channel', {
      ...{ componentId: null, systemId: ids.system, name: 'Probe', quantity: 'temperature' as const },
      parameter: 'temperature',
    });
    const service = create('service', swapped(ids.job, '2026-11-19', 'overdue'));
    await alone.post('/work', work(channel));
    await alone.post('/work', work(service));
    const store = house.running.store;
    await store.takeReadings(
      [{ channelId: channel.id, at: Date.parse('2026-11-20T08:00:00Z'), value: 25 }],
      '',
    );
    await alone.post(
      '/work',
      work({ op: 'delete', kind: 'service', id: service.id, revisionId: uuid(), baseVersion: 1 }),
    );
    // the plan of all of it is worked out by then
    const whole = await fresh();
    await expect.poll(() => words(line.heard(), 'change').length).toBe(4);
    const changes = words<ToldChange>(line.heard(), 'change');
    expect(changes.map(({ kinds }) => kinds)).toEqual([['channel'], ['service'], ['reading'], ['service']]);
    for (const { told } of changes) {
      expect(told?.since).toBe(window.records.cursor);
      const body = takeRecords(window.records.body, { whole: false, records: told?.records ?? [] });
      window.records = { cursor: told?.cursor ?? null, body };
    }
    expect(byId(window.records.body)).toEqual(byId(whole.records));
    const held = window.plan ?? expect.fail();
    /** The plan as the line has told it so far; the plan may have moved by itself before this window had it. */
    const heardPlan = (): Plan => {
      const plans = words<ToldPlan>(line.heard(), 'plan');
      const first = plans.findIndex(({ since }) => since === held.cursor);
      let plan = held;
      for (const told of plans.slice(first)) {
        expect(told.since).toBe(plan.cursor);
        plan = { cursor: told.cursor, body: takePlan(plan.body, told) };
      }
      expect(plans.length - first).toBeGreaterThanOrEqual(2);
      return withoutClock(plan.body);
    };
    await expect.poll(async () => isDeepStrictEqual(heardPlan(), (await fresh()).plan)).toBe(true);
    line.close();
  });

  test('of more than it carries it says the kinds alone, and where all is otherwise nothing', async () => {
    const line = await hearing(alone);
    const many = Array.from({ length: 201 }, () => create('event', anEvent(), uuid()));
    await alone.post('/work', work(...many));
    house.running.store.forget();
    await expect.poll(() => words(line.heard(), 'change').length).toBe(2);
    expect(words<ToldChange>(line.close(), 'change')).toEqual([
      { kinds: ['event'], told: null },
      { kinds: null, told: null },
    ]);
  });
});

const anEvent = () => ({
  ...{ siteId: ids.site, systemId: null, componentId: null, kind: 'observation' as const, whoId: null },
  ...{ until: null, endsLives: false },
  ...{ when: { kind: 'day' as const, day: '2026-11-20' }, note: 'looked in' },
});
