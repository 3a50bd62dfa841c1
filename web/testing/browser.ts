import 'fake-indexeddb/auto';
import { cleanup, configure } from '@testing-library/react';
import { afterAll, afterEach, vi } from 'vitest';
import { House } from '../../server/testing/house.ts';

// What a browser has and jsdom lacks.

// a machine that is busy with other things is slow, not wrong
configure({ asyncUtilTimeout: 20_000 });

/** A line on which nothing is ever told: a test's window asks. */
class SilentLine extends EventTarget {
  static readonly CONNECTING = 0;
  static readonly CLOSED = 2;
  readonly readyState = 1;
  close(): void {
    // nothing was open
  }
}
vi.stubGlobal('EventSource', SilentLine);
vi.stubGlobal('matchMedia', (media: string) => ({
  ...{ matches: false, media, onchange: null },
  addEventListener: () => undefined,
  removeEventListener: () => undefined,
  addListener: () => undefined,
  removeListener: () => undefined,
}));
vi.stubGlobal(
  'ResizeObserver',
  class {
    observe(): void {}
    unobserve(): void {}
    disconnect(): void {}
  },
);
/** One window: its turn comes when whoever had it is through. */
const turns = new Map<string, Promise<unknown>>();
vi.stubGlobal(
  'navigator',
  Object.assign(navigator, {
    locks: {
      request: (name: string, ...rest: unknown[]): Promise<unknown> => {
        const turn = rest.at(-1) as () => Promise<unknown>;
        const next = (turns.get(name) ?? Promise.resolve()).then(turn);
        turns.set(
          name,
          next.catch(() => undefined),
        );
        return next;
      },
    },
  }),
);
afterEach(cleanup);

/** What the line does to a request; null: nothing. */
export type Line = (path: string, init: RequestInit | undefined) => Promise<void> | null;
let line: Line = () => null;
/** A line that is slow, or breaks, until the test ends. */
export function onLine(next: Line): void {
  line = next;
}
afterEach(() => {
  line = () => null;
});

/** A real server with an empty house, which this window asks. */
export async function openHouse(): Promise<House> {
  const house = await House.open();
  const nodeFetch = globalThis.fetch;
  vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
    await line(path, init);
    return nodeFetch(new URL(path, house.running.address), { ...init, signal: null });
  });
  afterAll(() => house.close());
  return house;
}
