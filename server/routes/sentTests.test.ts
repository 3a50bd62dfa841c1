import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid } from 'uuid';
import type { Shown } from '../../contract/access/account.ts';
import type { Stored } from '../../contract/records.ts';
import type { Problem } from '../../contract/work.ts';
import type { SentAnswer } from '../../contract/water/sentTests.ts';
import { create, NOW, oneSock, work } from '../../store/testing/fixtures.ts';
import type { Client } from '../testing/client.ts';
import { House } from '../testing/house.ts';
import { Mailbox } from '../testing/mailbox.ts';

let house: House;
let owner: Client;
let client: Client;
let link: { client: Client; headers: Record<string, string> };
const { ids, writes } = oneSock();
const other = oneSock();
const mailbox = new Mailbox();
const DAY = 86_400_000;
const ago = (days: number): string => new Date(NOW - days * DAY).toISOString();

beforeAll(async () => {
  house = await House.open();
  owner = await house.owner();
  await owner.post('/work', work(...writes, ...other.writes));
  const [dkh, dose] = [uuid(), uuid()];
  const solution = uuid();
  const reading = (channelId: string, value: number, daysAgo: number) =>
    create('reading', {
      ...{ channelId, value, below: false, source: 'typed', quality: 'good', timing: null, serviceId: null },
      ...{ when: { kind: 'instant', at: ago(daysAgo) }, whoId: null, note: '' },
    });
  const channel = { componentId: null, systemId: ids.system };
  const typed = [
    create(
      'channel',
      { ...channel, name: 'Alkalinity', quantity: 'alkalinity', parameter: 'alkalinity' },
      dkh,
    ),
    create(
      'solution',
      { systemId: ids.system, parameter: 'alkalinity', name: 'Alk mix', perMl: 60, note: '' },
      solution,
    ),
    create('channel', { ...channel, name: 'Alk mix', quantity: 'dose', solutionId: solution }, dose),
    reading(dose, 20, 60),
    // 20 mL a day hold it no longer: 0.1 dKH a day lost over six weeks
    ...Array.from({ length: 8 }, (_, i) => reading(dkh, 8.6 - 0.5 * (i / 2), 40 - 5 * i)),
  ];
  const stored = await owner.post('/work', work(...typed));
  if (stored.status !== 200) throw new Error(stored.text);
  client = (await house.person(owner, 'client', { systemIds: [ids.system] }, 'ines')).client;
  const made = await owner.post<Shown>('/page-links', {
    ...{ id: uuid(), name: 'café', siteId: ids.site, systemIds: [], sendsTests: true, days: null },
  });
  link = { client: house.near(), headers: { Authorization: `Link ${made.json.token}` } };
  await mailbox.open();
});
afterAll(async () => {
  await house.close();
  await mailbox.close();
});

const sent = (shown: number, some: object = {}) => ({
  ...{ id: uuid(), revisionId: uuid(), systemId: ids.system, from: 'Ines', note: '', sure: false },
  values: [{ parameter: 'alkalinity', shown, unit: 'dKH', below: false }],
  ...some,
});
const saidOf = (answer: SentAnswer): string => ('said' in answer ? answer.said.join(' ') : '');

describe('tests sent by whoever lives beside the tank', () => {
  test('are judged at once, and the new dose goes back in a sentence', async () => {
    const { status, json } = await client.post<SentAnswer>('/sent-tests', sent(6.6));
    expect([status, saidOf(json)]).toEqual([201, expect.stringMatching(/^Alkalinity 6\.6 dKH: /)]);
    expect(saidOf(json)).toMatch(/Dose [\d.]+ mL a day of Alk mix/);
    // it is in the water’s records, by whom it says, and stands on Today until it is seen
    const told = (await owner.get<Stored<'sent-tests'>[]>('/records/sent-tests')).json.at(-1);
    expect(told?.content).toMatchObject({ from: 'Ines', systemId: ids.system, seen: [] });
    expect(told?.content.said.join(' ')).toBe(saidOf(json));
    const readings = (await owner.get<Stored<'reading'>[]>('/records/reading')).json;
    expect(readings.find((one) => one.id === told?.content.readingIds[0])?.content).toMatchObject({
      ...{ value: 6.6, note: 'sent by Ines' },
    });
  });
  test('sent again they are the same tests', async () => {
    const body = sent(6.7);
    const before = (await owner.get<Stored[]>('/records/reading')).json.length;
    const first = await client.post<SentAnswer>('/sent-tests', body);
    const second = await client.post<SentAnswer>('/sent-tests', body);
    expect(second.json).toEqual(first.json);
    expect((await owner.get<Stored[]>('/records/reading')).json.length).toBe(before + 1);
  });
  test('what is unlikely is asked about first, and nothing kept; sure of it, it is', async () => {
    const body = sent(66);
    const before = (await owner.get<Stored[]>('/records/reading')).json.length;
    const asked = await client.post<SentAnswer>('/sent-tests', body);
    expect(asked.json).toMatchObject({
      asked: [{ parameter: 'alkalinity', text: expect.stringContaining('6.6') as string }],
    });
    expect((await owner.get<Stored[]>('/records/reading')).json.length).toBe(before);
    expect((await client.post('/sent-tests', { ...body, ...sent(17), id: body.id, sure: true })).status).toBe(
      201,
    );
  });
  test('what cannot be is refused by its field, and so is a unit that is none of it', async () => {
    const refused = async (some: object): Promise<Problem> => {
      const { status, json } = await client.post<Problem>('/sent-tests', sent(8, some));
      expect([400, 422]).toContain(status);
      return json;
    };
    const value = { parameter: 'alkalinity', shown: 8, unit: 'dKH', below: false };
    expect((await refused({ values: [{ ...value, shown: 9e5 }] })).errors?.[0]).toMatchObject({
      pointer: '/values/0/shown',
      detail: expect.stringContaining('Alkalinity cannot be') as string,
    });
    expect((await refused({ values: [{ ...value, unit: 'toString' }] })).errors?.[0]?.detail).toContain(
      'not read in',
    );
    expect((await refused({ values: [] })).errors?.[0]?.detail).toContain('at least one value');
    expect((await refused({ values: [value, value] })).errors?.[0]?.detail).toContain('Each test once');
    expect((await refused({ from: ' ' })).errors?.[0]?.detail).toContain('Your name');
  });
  test('a link that may send sends for its water only; one that reads only is refused', async () => {
    expect((await link.client.post('/sent-tests', sent(7), link.headers)).status).toBe(201);
    const elsewhere = sent(7, { systemId: other.ids.system });
    expect((await link.client.post('/sent-tests', elsewhere, link.headers)).status).toBe(404);
    expect((await client.post('/sent-tests', elsewhere)).status).toBe(404);
  });
  test('those who do the work are told by mail', async () => {
    const { port } = mailbox;
    await owner.ask('/mail', {
      method: 'PUT',
      body: {
        ...{ host: '127.0.0.1', port, secure: false, user: '', password: '' },
        from: 'tank@example.org',
      },
    });
    const [me] = (await owner.get<{ id: string; version: number; role: string }[]>('/accounts')).json;
    const said = {
      baseVersion: me?.version,
      mail: 'marit@example.org',
      siteIds: [],
      systemIds: [],
      disabled: false,
    };
    const changed = await owner.ask(`/accounts/${me?.id ?? ''}`, {
      method: 'PUT',
      body: { ...said, role: 'owner' },
    });
    expect(changed.status).toBe(200);
    await client.post('/sent-tests', sent(6.9));
    await expect.poll(() => mailbox.letters.length, { timeout: 5000 }).toBe(1);
    expect(mailbox.letters[0]?.subject).toBe('Reef: tests from Ines');
    expect(mailbox.letters[0]?.text).toContain('Alkalinity 6.9 dKH');
  });
});
