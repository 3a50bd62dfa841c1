import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { beforeEach, describe, expect, test } from 'vitest';
import type { Stored } from '../../contract/records.ts';
import { takeRecords } from '../../usecases/changes.ts';
import { answersKept, forgetHouse, keepFor, SHAPE } from './answers.ts';
import { device } from './device.ts';
import { keepStep, keepWhole, keptHouse, type Step } from './house.ts';

const PATH = '/snapshot';
interface Told extends Step {
  whole: false;
  records: Stored[];
}
const person = (id: string, name: string): Stored => ({
  ...{ kind: 'person', id, version: 1, deleted: false },
  content: { name },
});
const state = (n: number, epoch = 'e'): string => `${epoch}.${n}`;
/** Record n is written on the way to state n. */
const bodyAt = (n: number): Stored[] => Array.from({ length: n }, (_, i) => person(`p${i + 1}`, `n${i + 1}`));
const stepFrom = (from: number, to: number): Told => ({
  ...{ since: state(from), cursor: state(to), whole: false },
  records: bodyAt(to).slice(from),
});
const read = () => keptHouse<Stored[], Told>(PATH, (known, step) => takeRecords(known, step));
const rows = async (): Promise<number> => (await (await device()).getAllKeys('answers')).length;

beforeEach(async () => {
  await answersKept();
  await (await device()).clear('answers');
});

describe('records and plan as a device keeps them', () => {
  test('whatever windows of the device keep, in whatever order: what is read back is the latest state any of them had', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.record({ window: fc.nat(2), by: fc.integer({ min: 1, max: 4 }) }), {
          minLength: 1,
          maxLength: 25,
        }),
        async (moves) => {
          await (await device()).clear('answers');
          const at: (number | undefined)[] = [];
          let server = 0;
          for (const { window, by } of moves) {
            server += by;
            const from = at[window];
            if (from === undefined) await keepWhole(PATH, bodyAt(server), state(server));
            else await keepStep(PATH, stepFrom(from, server), bodyAt(server));
            // another window is behind, and does not know
            at[window] = server - (by % 2);
          }
          expect((await read())?.body).toEqual(bodyAt(server));
        },
      ),
      { numRuns: 60 },
    );
  });
  test('an earlier state that comes late overwrites nothing; one of another start of the server does', async () => {
    await keepWhole(PATH, bodyAt(5), state(5));
    await keepStep(PATH, stepFrom(5, 6), bodyAt(6));
    await keepWhole(PATH, bodyAt(2), state(2));
    await keepStep(PATH, stepFrom(2, 4), bodyAt(4));
    expect((await read())?.body).toHaveLength(6);
    await keepWhole(PATH, bodyAt(1), state(0, 'another'));
    expect((await read())?.body).toHaveLength(1);
  });
  test('a change is kept by itself, and after many all of it anew', async () => {
    await keepWhole(PATH, bodyAt(0), state(0));
    for (let n = 0; n < 150; n++) await keepStep(PATH, stepFrom(n, n + 1), bodyAt(n + 1));
    expect(await rows()).toBe(151);
    for (let n = 150; n < 230; n++) await keepStep(PATH, stepFrom(n, n + 1), bodyAt(n + 1));
    expect(await rows()).toBeLessThan(60);
    expect((await read())?.body).toEqual(bodyAt(230));
  });
  test('what a version of another shape kept is none', async () => {
    const db = await device();
    await db.put('answers', { path: PATH, body: '[]', cursor: state(1), keptAt: 0, shape: SHAPE - 1 });
    expect(await read()).toBeUndefined();
    await keepStep(PATH, stepFrom(1, 2), bodyAt(2));
    expect((await read())?.body).toEqual(bodyAt(2));
  });
  test('another holder finds nothing, nor does whoever holds other places', async () => {
    await keepFor('ida');
    await keepWhole(PATH, bodyAt(1), state(1));
    await keepStep(PATH, stepFrom(1, 2), bodyAt(2));
    await forgetHouse();
    expect(await rows()).toBe(0);
    await keepWhole(PATH, bodyAt(1), state(1));
    await keepFor('ole');
    expect(await read()).toBeUndefined();
  });
  test('states of two parts go on only where both do', async () => {
    await keepWhole('/plan', ['a'], 'r.3 b.2');
    await keepWhole('/plan', ['older rows'], 'r.2 b.2');
    expect((await keptHouse('/plan', (known) => known))?.body).toEqual(['a']);
    await keepWhole('/plan', ['b'], 'r.3 b.3');
    expect((await keptHouse('/plan', (known) => known))?.body).toEqual(['b']);
  });
});
