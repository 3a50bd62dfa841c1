import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { Stored } from '../../contract/records.ts';
import type { ToldChange } from '../../usecases/changes.ts';
import type { Fetched } from './laidOver.ts';
import { takeChange } from './follow.ts';

// there is no disk of a browser here
vi.mock('../offline/house.ts', () => ({ keepStep: () => Promise.resolve() }));

const record = (id: string, version = 1, deleted = false): Stored =>
  ({ kind: 'service', id, version, deleted, content: {} }) as unknown as Stored;
const told = (since: string, cursor: string, ...records: Stored[]): ToldChange => ({
  kinds: ['service'],
  told: { since, cursor, records },
});

let client: QueryClient;
let fetches: (() => void)[];
let stop: () => void;
beforeEach(async () => {
  client = new QueryClient();
  fetches = [];
  const observer = new QueryObserver<Fetched>(client, {
    queryKey: ['snapshot'],
    staleTime: Number.POSITIVE_INFINITY,
    // each answer is another state
    queryFn: () =>
      new Promise((done) => {
        const n = fetches.length;
        fetches.push(() => done({ body: [record(`asked ${n}`)], begunAt: n, cursor: `state ${n}` }));
      }),
  });
  stop = observer.subscribe(() => undefined);
  fetches[0]?.();
  await expect.poll(held).toEqual(['state 0', 'asked 0']);
});
afterEach(() => {
  stop();
  client.clear();
});
const held = (): unknown[] => {
  const data = client.getQueryData<Fetched>(['snapshot']);
  return [data?.cursor, ...(data?.body.map(({ id }) => id) ?? [])];
};

describe('a change that comes by the line', () => {
  test('is taken where it goes on from what is held: nothing is asked for', () => {
    takeChange(client, told('state 0', 'state a', record('new')));
    takeChange(client, told('state a', 'state b', record('asked 0', 2, true)));
    expect(held()).toEqual(['state b', 'new']);
    expect(fetches).toHaveLength(1);
    // what the window wrote itself stays laid over until it has asked for it
    expect(client.getQueryData<Fetched>(['snapshot'])?.begunAt).toBe(0);
  });

  test('of another state, or too large to be carried: what is missing is asked for', async () => {
    takeChange(client, told('state z', 'state y', record('new')));
    expect(held()).toEqual(['state 0', 'asked 0']);
    expect(fetches).toHaveLength(2);
    fetches[1]?.();
    await expect.poll(held).toEqual(['state 1', 'asked 1']);
    takeChange(client, { kinds: ['service'], told: null });
    expect(fetches).toHaveLength(3);
  });

  test('while an answer is on its way, which may be older: asked for anew, and that one is dropped', async () => {
    void client.invalidateQueries({ queryKey: ['snapshot'] });
    takeChange(client, told('state 0', 'state a', record('new')));
    expect(fetches).toHaveLength(3);
    fetches[1]?.();
    fetches[2]?.();
    await expect.poll(held).toEqual(['state 2', 'asked 2']);
  });

  test('of kinds that tell nothing of the water, the water is not asked for again', async () => {
    const asked: string[] = [];
    const stops = ['water', 'leads'].map((what) =>
      new QueryObserver(client, {
        queryKey: ['snapshot', what],
        staleTime: Number.POSITIVE_INFINITY,
        queryFn: () => Promise.resolve(asked.push(what)),
      }).subscribe(() => undefined),
    );
    await expect.poll(() => asked).toEqual(['water', 'leads']);
    takeChange(client, { kinds: ['shift-note'], told: null });
    await expect.poll(() => asked.slice(2)).toEqual(['leads']);
    takeChange(client, { kinds: ['service'], told: null });
    await expect.poll(() => asked.slice(3).sort()).toEqual(['leads', 'water']);
    for (const each of stops) each();
  });
});
