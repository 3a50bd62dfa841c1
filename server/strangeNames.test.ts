import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid } from 'uuid';
import type { Problem } from '../contract/work.ts';
import { create, oneSock, swapped, work } from '../store/testing/fixtures.ts';
import type { Client } from './testing/client.ts';
import { House } from './testing/house.ts';

// Names that every object is born with, and refusals that point at what is to be corrected.

let house: House;
let owner: Client;
const { ids, writes } = oneSock();
beforeAll(async () => {
  house = await House.open();
  owner = await house.owner();
  const sent = await owner.post('/work', work(...writes));
  if (sent.status !== 200) throw new Error(sent.text);
});
afterAll(() => house.close());

/** As text: an object literal would set what it is born of. */
const sendText = (path: string, body: string) =>
  fetch(`${house.running.address}/api${path}`, {
    method: 'POST',
    body,
    headers: {
      ...{ 'Content-Type': 'application/json', Origin: house.running.address },
      Cookie: [...owner.cookies].map((one) => one.join('=')).join('; '),
    },
  });

describe('names that every object is born with', () => {
  test.each([
    ['__proto__', '{"__proto__":{"admin":true}}'],
    ['__proto__', '{"writes":[{"content":{"dimensions":{"__proto__":3}}}]}'],
    ['constructor', '{"writes":[{"content":{"choices":{"constructor":3}}}]}'],
  ])('no field may be named %s: %s', async (name, body) => {
    const answer = await sendText('/work', body);
    expect([answer.status, await answer.json()]).toEqual([
      400,
      expect.objectContaining({ detail: `No field may be named “${name}”.` }),
    ]);
  });
  test.each(['toString', 'valueOf', 'hasOwnProperty'])(
    'a calculator has no input “%s”, and says so at it',
    async (name) => {
      const { status, json } = await owner.post<Problem>('/calculators/change-series', { [name]: 3 });
      expect(status).toBe(422);
      expect(json.errors).toEqual([
        { pointer: `/${name}`, detail: expect.stringContaining(`“${name}” is no input of`) as string },
      ]);
    },
  );
  test('a file with sensors, people and things of such names is read as any other', async () => {
    const rows = ['constructor', 'toString', '__proto__'].map(
      (name, i) => `2026-11-2${i},${name},7.${i},valueOf`,
    );
    const form = new FormData();
    form.append('systemId', ids.system);
    form.append('file', new Blob([['date,sensor,value,who', ...rows].join('\n')]), 'log.csv');
    const answer = await fetch(`${house.running.address}/api/import-csv/preview`, {
      method: 'POST',
      body: form,
      headers: {
        Origin: house.running.address,
        Cookie: [...owner.cookies].map((one) => one.join('=')).join('; '),
      },
    });
    expect(answer.status).toBe(200);
    expect(await answer.text()).not.toContain('native code');
  });
});

describe('a refusal points at what is to be corrected', () => {
  test.each<[string, string, unknown, string]>([
    ['a value outside its limits', '/calculators/change-series', { C0: 100, n: -1, fraction: 0.3 }, '/n'],
    ['a body that is no object', '/calculators/change-series', [1, 2], ''],
    [
      'a record without a name',
      '/work',
      work(create('site', { name: '', timeZone: 'UTC', visits: null }, uuid())),
      '/name',
    ],
  ])('%s', async (_what, path, body, pointer) => {
    const { status, json } = await owner.post<Problem>(path, body);
    expect([400, 422]).toContain(status);
    expect(json.errors?.some((one) => one.pointer.endsWith(pointer) && one.detail.length > 5)).toBe(true);
  });
  test('a body that is no JSON: all of it', async () => {
    const answer = await sendText('/work', '{"writes":');
    expect([answer.status, ((await answer.json()) as Problem).errors]).toEqual([
      400,
      [{ pointer: '', detail: 'The body is not valid JSON.' }],
    ]);
  });
});

test('a conflict tells a helper that there is one, and not what is stored', async () => {
  const sheetId = uuid();
  const task = { id: uuid(), jobId: ids.job, text: 'Change the sock', everyDays: 1 };
  const secret = uuid();
  await owner.post(
    '/work',
    work(
      create(
        'sitter-sheet',
        { siteId: ids.site, from: '2026-11-25', to: '2026-12-01', helperId: null, tasks: [task], note: '' },
        sheetId,
      ),
      create('service', { ...swapped(ids.job, '2026-11-20'), note: 'SECRET' }, secret),
    ),
  );
  const { client: helper } = await house.person(owner, 'helper', { siteIds: [ids.site] });
  const tick = {
    ...{ sheetId, taskId: task.id, day: '2026-11-25', note: '', id: uuid(), revisionId: uuid() },
    ...{ serviceId: secret, serviceRevisionId: uuid() },
  };
  const { status, json, text } = await helper.post<Problem>('/sheets/ticks', tick);
  expect([status, json.stored, text.includes('SECRET')]).toEqual([409, undefined, false]);
  const keeper = (await house.person(owner, 'keeper')).client;
  expect((await keeper.post<Problem>('/sheets/ticks', { ...tick, id: uuid() })).text).toContain('SECRET');
});
