import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import type { AccountView, Shown } from '../../contract/access/account.ts';
import type { WeekAtPlace } from '../../usecases/week.ts';
import { create, oneSock, swapped, work } from '../../store/testing/fixtures.ts';
import { matrix } from './matrix.ts';
import { hearing, sentByDevices, type Client } from '../testing/client.ts';
import { House } from '../testing/house.ts';

// Two places of one installation: whoever may see the one must learn nothing of the other, by whatever way.

let house: House;
let owner: Client;
let helper: Client;
let client: Client;
const [north, south] = [oneSock(), oneSock()];
const second = { system: uuid(), vessel: uuid() };
const pictures = { north: uuid(), south: uuid() };
const SECRET = 'Secret basin';
const named = (name: string, writes: typeof north.writes) =>
  writes.map((write) =>
    write.op === 'create' && (write.kind === 'site' || write.kind === 'system')
      ? { ...write, content: { ...(write.content as object), name: `${name} ${write.kind}` } }
      : write,
  );

beforeAll(async () => {
  house = await House.open();
  owner = await house.owner();
  const kept = async (id: string) => {
    const form = new FormData();
    const colour = id === pictures.north ? 'red' : 'blue';
    const image = sharp({ create: { width: 4, height: 4, channels: 3, background: colour } }).png();
    form.append('picture', new Blob([new Uint8Array(await image.toBuffer())]), 'p.png');
    const cookie = [...owner.cookies].map((one) => one.join('=')).join('; ');
    const headers = { Cookie: cookie, Origin: house.running.address };
    const sent = await fetch(`${house.running.address}/api/pictures`, {
      method: 'POST',
      body: form,
      headers,
    });
    return create('picture', (await sent.json()) as never, id);
  };
  const withPicture = (job: string, picture: string) =>
    create('service', { ...swapped(job, '2026-11-24'), pictureIds: [picture] });
  const sent = await owner.post(
    '/work',
    work(
      ...named('North', north.writes),
      ...named(SECRET, south.writes),
      create(
        'system',
        { siteId: north.ids.site, name: 'Back room', water: 'fresh', believedVolumeL: 80, note: '' },
        second.system,
      ),
      await kept(pictures.north),
      await kept(pictures.south),
      withPicture(north.ids.job, pictures.north),
      withPicture(south.ids.job, pictures.south),
    ),
  );
  if (sent.status !== 200) throw new Error(sent.text);
  helper = (await house.person(owner, 'helper', { siteIds: [north.ids.site] })).client;
  client = (await house.person(owner, 'client', { systemIds: [north.ids.system] })).client;
});
afterAll(() => house.close());

const tells = (text: string): boolean =>
  text.includes(SECRET) ||
  Object.values(south.ids).some((id) => text.includes(id)) ||
  text.includes(pictures.south);

describe('a helper and a client of one place', () => {
  test('read its week, and nothing in it is of another place', async () => {
    for (const who of [helper, client]) {
      const { status, json, text } = await who.get<WeekAtPlace & { places: unknown[] }>('/week');
      expect([status, json.place]).toEqual([200, 'North site']);
      expect(json.places).toHaveLength(1);
      expect(json.done.map((one) => one.thing)).toEqual(['Filter sock']);
      expect(tells(text)).toBe(false);
    }
  });
  test('a client of one system does not learn of the other one at the same place', async () => {
    const systems = async (who: Client) =>
      (await who.get<WeekAtPlace>('/week')).json.systems.map((one) => one.name);
    expect(await systems(helper)).toEqual(['North system', 'Back room']);
    expect(await systems(client)).toEqual(['North system']);
    expect((await client.get('/week')).text).not.toContain('Back room');
  });
  test('by id: another place is a place that is not there', async () => {
    for (const who of [helper, client]) {
      const other = await who.get(`/week?site=${south.ids.site}`);
      const none = await who.get(`/week?site=${uuid()}`);
      expect([other.status, other.text]).toEqual([404, none.text]);
    }
  });
  test('by list, record, search, export and table: refused, of their own place too', async () => {
    const paths = ['/snapshot', '/records/system', `/records/system/${south.ids.system}`, '/plan', '/leads'];
    const more = [
      '/export',
      `/water/tests.csv?system=${south.ids.system}`,
      `/water?system=${south.ids.system}`,
    ];
    for (const who of [helper, client])
      for (const path of [...paths, ...more]) {
        const { status, text } = await who.get(path);
        expect([path, status, tells(text)]).toEqual([path, 403, false]);
      }
  });
  test('pictures: their own place’s, not the other’s', async () => {
    for (const who of [helper, client]) {
      expect((await who.get(`/pictures/${pictures.north}`)).status).toBe(200);
      expect((await who.get(`/pictures/${pictures.south}`)).status).toBe(404);
    }
    expect((await owner.get(`/pictures/${pictures.south}`)).status).toBe(200);
  });
  test('events: they hear that something of theirs changed, by no id, and nothing of the other place', async () => {
    const heard = await Promise.all([hearing(owner), hearing(helper), hearing(client)]);
    await owner.post('/work', work(create('service', swapped(south.ids.job, '2026-11-25'))));
    await owner.post('/work', work(create('service', swapped(north.ids.job, '2026-11-25'))));
    await new Promise((done) => setTimeout(done, 300));
    const [all, helpers, clients] = heard.map((one) => one.close());
    expect(all?.match(/event: change/g)).toHaveLength(2);
    expect(helpers?.match(/event: change/g)).toHaveLength(1);
    expect(clients).toBe(helpers);
    expect(helpers).toContain('data: {"kinds":null,"told":null}');
  });
  test('an open line is cut as soon as the person is signed out', async () => {
    const { client: gone, id } = await house.person(owner, 'helper', { siteIds: [north.ids.site] }, 'gone');
    const line = await hearing(gone);
    await owner.post(`/accounts/${id}/sign-out`);
    await expect.poll(() => line.ended()).toBe(true);
  });
});

describe('a secret link', () => {
  const make = async (systemIds: string[] = [], days: number | null = null) => {
    const said = { id: uuid(), name: 'café', siteId: north.ids.site, systemIds, days };
    const { id, token } = (await owner.post<Shown>('/page-links', said)).json;
    return { id, headers: { Authorization: `Link ${token}` } };
  };
  test('opens its place or its system, reads only, and says nothing of another place', async () => {
    const { headers } = await make();
    const week = await house.near().get<WeekAtPlace>('/week', headers);
    expect([week.status, week.json.place, tells(week.text)]).toEqual([200, 'North site', false]);
    const narrow = await house.near().get<WeekAtPlace>('/week', (await make([north.ids.system])).headers);
    expect(narrow.json.systems.map((one) => one.name)).toEqual(['North system']);
    expect((await house.near().get(`/week?site=${south.ids.site}`, headers)).status).toBe(404);
    expect((await house.near().get(`/pictures/${pictures.south}`, headers)).status).toBe(404);
    expect((await house.near().post('/work', work(), headers)).status).toBe(403);
  });
  test('stolen, it is revoked and opens nothing from then on', async () => {
    const { id, headers } = await make();
    expect((await house.near().get('/week', headers)).status).toBe(200);
    expect((await owner.post(`/page-links/${id}/revoke`)).status).toBe(200);
    const after = await house.near().get('/week', headers);
    expect([after.status, tells(after.text)]).toEqual([401, false]);
    expect((await house.near().get(`/pictures/${pictures.north}`, headers)).status).toBe(401);
  });
  test('ends by itself where it was said', async () => {
    const { headers } = await make([], 2);
    house.clock += 2 * 86_400_000 - 1000;
    expect((await house.near().get('/week', headers)).status).toBe(200);
    house.clock += 1000;
    expect((await house.near().get('/week', headers)).status).toBe(401);
  });
});

test('a device sends readings of its own place only, and reads nothing', async () => {
  const channel = (systemId: string) =>
    create('channel', { componentId: null, systemId, name: 'Temperature', quantity: 'temperature' });
  const [mine, theirs] = [channel(north.ids.system), channel(south.ids.system)];
  await owner.post('/work', work(mine, theirs));
  const { token } = await house.person(owner, 'device', { siteIds: [north.ids.site] }, 'probe');
  const headers = { Authorization: `Bearer ${token}` };
  const send = (channelId: string) =>
    house
      .near()
      .post(
        '/device/readings',
        { readings: [{ channelId, at: '2026-11-25T08:00:00Z', value: 25.1 }] },
        headers,
      );
  const used = async () =>
    (await owner.get<AccountView[]>('/accounts')).json.find((one) => one.name === 'probe')?.seenAt;
  expect(await used()).toBeNull();
  expect((await send(mine.id)).json).toEqual({ taken: 1 });
  // whoever looks after tokens sees which are in use
  expect(await used()).toBe(new Date(house.clock).toISOString());
  // heard twice, kept once
  await send(mine.id);
  expect(await sentByDevices(owner)).toEqual([{ at: Date.parse('2026-11-25T08:00:00Z'), value: 25.1 }]);
  const other = await send(theirs.id);
  const none = await send(uuid());
  expect([other.status, other.text]).toEqual([422, none.text]);
});

describe('every route, asked for another place', () => {
  const queries = (id: string): string =>
    new URLSearchParams({ system: id, site: id, component: id, since: '2026-11-01T00:00:00Z' }).toString();
  test.each(['helper', 'client', 'link', 'sending-link', 'device'] as const)(
    '%s: no answer holds a name of it',
    async (kind) => {
      const said = { id: uuid(), name: kind, siteId: north.ids.site, systemIds: [], days: null };
      const token =
        kind === 'device'
          ? (await house.person(owner, 'device', { siteIds: [north.ids.site] }, 'probe2')).token
          : (await owner.post<Shown>('/page-links', { ...said, sendsTests: kind === 'sending-link' })).json
              .token;
      const who = kind === 'helper' ? helper : kind === 'client' ? client : house.near();
      const headers: Record<string, string> =
        kind === 'helper' || kind === 'client'
          ? {}
          : { Authorization: `${kind === 'device' ? 'Bearer' : 'Link'} ${token}` };
      for (const route of Object.keys(matrix)) {
        const [method = '', pattern = ''] = route.split(' ');
        if (pattern.startsWith('/access') || pattern.startsWith('/me') || pattern === '/changes') continue;
        for (const id of [...Object.values(south.ids), pictures.south]) {
          const path = `${pattern.replace(':kind', 'system').replace(/:\w+/, id)}?${queries(id)}`;
          const body = { systemId: id, siteId: id, sheetId: id, taskId: id, jobId: id, id, channelId: id };
          const { text } = await who.ask(path, { method, headers, ...(method === 'GET' ? {} : { body }) });
          expect(text, `${route} ${id}`).not.toContain(SECRET);
        }
      }
    },
  );
});

// last: it uses up the tries of this address
test('secrets that come along with a request cannot be guessed at for long', async () => {
  const guess = (n: number) => house.near().get('/week', { Authorization: `Link ${n}` });
  const statuses: number[] = [];
  for (let n = 0; n < 70; n++) statuses.push((await guess(n)).status);
  expect([statuses[0], statuses.at(-1)]).toEqual([401, 429]);
});

/** Listens to what a caller is sent, until closed. */
