import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { v7 as uuid } from 'uuid';
import type { SignInEvent, AuthenticationView, SessionView, Shown } from '../../contract/access/account.ts';
import type { Revision } from '../../contract/work.ts';
import { oneSock, work } from '../../store/testing/fixtures.ts';
import type { Client } from '../testing/client.ts';
import { House, passwordOf } from '../testing/house.ts';
import { delayAfter, FREE_TRIES } from './throttle.ts';

let house: House;
beforeEach(async () => {
  house = await House.open();
});
afterEach(() => house.close());

const DAY_MS = 86_400_000;
const signIn = { signIn: 'marit', password: passwordOf('marit') };

describe('the first owner', () => {
  test('until there is one, this computer asks nobody; from then on it asks everybody', async () => {
    const before = house.near();
    expect((await before.get<AuthenticationView>('/authentication')).json).toMatchObject({
      signIn: 'none',
      me: null,
    });
    expect((await before.get('/snapshot')).status).toBe(200);
    const owner = await house.owner();
    expect((await owner.get<AuthenticationView>('/authentication')).json).toMatchObject({
      signIn: 'done',
      me: { name: 'Marit', role: 'owner' },
    });
    const refused = await before.get<{ detail: string }>('/snapshot');
    expect([refused.status, refused.json.detail]).toEqual([401, 'You are not signed in.']);
    expect((await before.get<AuthenticationView>('/authentication')).json).toMatchObject({
      signIn: 'needed',
      me: null,
    });
  });
  test('cannot be claimed twice, however close together', async () => {
    const claims = ['anna', 'bela', 'cora'].map((signIn) =>
      house.near().post('/access/first-owner', { name: signIn, signIn, password: passwordOf(signIn) }),
    );
    const statuses = (await Promise.all(claims)).map((one) => one.status).sort();
    expect(statuses).toEqual([201, 409, 409]);
    expect((await house.running.access.accounts.list()).filter((one) => one.role === 'owner')).toHaveLength(
      1,
    );
  });
  test('a weak password, a missing name: each field with its sentence', async () => {
    const refused = await house
      .near()
      .post<{ errors: { pointer: string; detail: string }[] }>('/access/first-owner', {
        ...{ name: ' ', signIn: 'a b', password: 'aaaaaaaaaaaaaaaa' },
      });
    expect(refused.status).toBe(400);
    expect(refused.json.errors.map((one) => one.pointer)).toEqual(['/name', '/signIn', '/password']);
  });
});

describe('signing in', () => {
  test('the cookie is for this host only, out of reach of scripts, never sent by another site', async () => {
    await house.owner();
    const answer = await house.near().post('/access/sign-in', signIn);
    expect(answer.headers['set-cookie']?.[0]).toMatch(
      /^__Host-jondrel-[0-9a-f]{8}=[^;]+; Path=\/; Expires=[^;]+; HttpOnly; Secure; SameSite=Strict$/,
    );
  });
  test('a wrong password and an unknown name are refused alike', async () => {
    await house.owner();
    const wrong = await house.near().post('/access/sign-in', { ...signIn, password: 'something else' });
    const unknown = await house.near().post('/access/sign-in', { ...signIn, signIn: 'nobody' });
    expect([wrong.status, wrong.text]).toEqual([401, unknown.text]);
  });
  describe('guessing is slowed, and nobody is kept out by it', () => {
    const guess = (client: Client, name = signIn.signIn) =>
      client.post<{ title: string }>('/access/sign-in', { signIn: name, password: 'guess after guess' });
    const guesses = async (client: Client, count: number): Promise<number[]> => {
      const statuses: number[] = [];
      for (let tries = 0; tries < count; tries++) statuses.push((await guess(client)).status);
      return statuses;
    };
    beforeEach(async () => {
      const owner = await house.owner();
      await owner.put('/network-access', { wide: true, names: [] });
    });
    test('after five wrong tries the next ones wait, and the answer says how long', async () => {
      const far = house.far();
      expect(await guesses(far, 5)).toEqual(Array<number>(5).fill(401));
      const slowed = await guess(far);
      expect([slowed.status, slowed.json.title]).toEqual([429, 'Too many tries']);
      expect(Number(slowed.headers['retry-after'])).toBeGreaterThan(0);
      // there the right one waits too; another name from there does not
      expect((await far.post('/access/sign-in', signIn)).status).toBe(429);
      expect((await guess(far, 'other')).status).toBe(401);
    });
    test('whoever guesses elsewhere keeps nobody out here, nor the other way', async () => {
      await guesses(house.far(), 7);
      expect((await house.near().post('/access/sign-in', signIn)).status).toBe(200);
      await guesses(house.near(), 7);
      expect((await house.near().post('/access/sign-in', signIn)).status).toBe(429);
    });
    test('tries side by side are tries', async () => {
      const far = house.far();
      const statuses = (await Promise.all(Array.from({ length: 20 }, () => guess(far)))).map(
        (one) => one.status,
      );
      expect(statuses.filter((status) => status === 401).length).toBeLessThanOrEqual(FREE_TRIES);
    });
    test('an unknown name is slowed alike: no oracle', async () => {
      const far = house.far();
      const tries = async (name: string): Promise<number[]> => {
        const statuses: number[] = [];
        for (let one = 0; one < 7; one++) statuses.push((await guess(far, name)).status);
        return statuses;
      };
      expect(await tries('nobody-of-that-name')).toEqual(await tries(signIn.signIn));
    });
    test('one’s own password: by person, whoever else is at it', async () => {
      const owner = house.near();
      await owner.post('/access/sign-in', signIn);
      const { client } = await house.person(owner, 'keeper');
      const change = (of: Client, old: string) =>
        of.post('/me/password', { old, password: 'five quiet words in a row' });
      for (let tries = 0; tries < 5; tries++) expect((await change(client, 'wrong')).status).toBe(422);
      expect((await change(client, 'wrong')).status).toBe(429);
      expect((await change(owner, signIn.password)).status).toBe(200);
    });
    test.each([
      [0, 0],
      [4, 0],
      [5, 2],
      [6, 4],
      [9, 32],
      [14, 900],
      [500, 900],
    ])('after %i wrong tries in a row: %i s', (wrong, seconds) => {
      expect(delayAfter(wrong)).toBe(seconds);
    });
  });
});

describe('sessions', () => {
  test('signing in gives a new id, and ends the one the device had', async () => {
    const client = await house.owner();
    const first = new Map(client.cookies);
    await client.post('/access/sign-in', signIn);
    expect([...client.cookies.values()]).not.toEqual([...first.values()]);
    const thief = house.near();
    for (const [name, value] of first) thief.cookies.set(name, value);
    expect((await thief.get('/snapshot')).status).toBe(401);
  });
  test('an id is changed for another each day; a request under way with the old one still holds for a minute', async () => {
    const client = await house.owner();
    const before = new Map(client.cookies);
    house.clock += DAY_MS + 1;
    // side by side, and on a line that stays open, it is not changed
    const beside = ['/snapshot', '/plan', '/changes'].map((path) => client.get(path));
    expect((await Promise.all(beside)).map((one) => one.status)).toEqual([200, 200, 200]);
    expect([...client.cookies.values()]).toEqual([...before.values()]);
    expect((await client.get('/authentication')).status).toBe(200);
    expect([...client.cookies.values()]).not.toEqual([...before.values()]);
    expect((await client.get<SessionView[]>('/me/sessions')).json).toHaveLength(1);
    const late = house.near();
    for (const [name, value] of before) late.cookies.set(name, value);
    expect((await late.get('/snapshot')).status).toBe(200);
    house.clock += 61_000;
    late.cookies.clear();
    for (const [name, value] of before) late.cookies.set(name, value);
    expect((await late.get('/snapshot')).status).toBe(401);
    expect((await client.get('/snapshot')).status).toBe(200);
  });
  test('idle for two weeks it has ended; busy it ends after ninety days all the same', async () => {
    const client = await house.owner();
    house.clock += 13 * DAY_MS;
    expect((await client.get('/snapshot')).status).toBe(200);
    house.clock += 15 * DAY_MS;
    expect((await client.get('/snapshot')).status).toBe(401);
    await client.post('/access/sign-in', signIn);
    let days = 0;
    for (; days < 100 && (await client.get('/snapshot')).status === 200; days += 10)
      house.clock += 10 * DAY_MS;
    expect(days).toBe(90);
  });
  test('one’s devices are listed and signed out, one or all; another person’s are out of reach', async () => {
    const client = await house.owner();
    const phone = house.near();
    await phone.post('/access/sign-in', signIn, { 'User-Agent': PHONE });
    const { json: devices } = await client.get<SessionView[]>('/me/sessions');
    expect(devices).toHaveLength(2);
    const [there] = devices.filter((one) => !one.here);
    expect(there?.device).toBe('Chrome on Android');
    const { client: ole } = await house.person(client, 'keeper', {}, 'ole');
    expect((await ole.delete(`/me/sessions/${there?.id ?? ''}`)).status).toBe(404);
    expect((await phone.get('/snapshot')).status).toBe(200);
    expect((await client.delete(`/me/sessions/${there?.id ?? ''}`)).status).toBe(200);
    expect((await phone.get('/snapshot')).status).toBe(401);
    await phone.post('/access/sign-in', signIn);
    expect((await client.post('/me/sign-out-everywhere')).json).toEqual({ devices: 2 });
    expect((await phone.get('/snapshot')).status).toBe(401);
    expect((await client.get('/snapshot')).status).toBe(401);
  });
  test('another password signs out all other devices', async () => {
    const client = await house.owner();
    const phone = house.near();
    await phone.post('/access/sign-in', signIn);
    const next = { old: 'not the old one', password: 'a longer set of words' };
    expect((await client.post('/me/password', next)).status).toBe(422);
    expect((await client.post('/me/password', { ...next, old: signIn.password })).status).toBe(200);
    expect((await client.get('/snapshot')).status).toBe(200);
    expect((await phone.get('/snapshot')).status).toBe(401);
    expect((await phone.post('/access/sign-in', signIn)).status).toBe(401);
  });
  test('outlive a restart', async () => {
    const client = await house.owner();
    await house.running.stop();
    await house.start();
    const again = house.near();
    for (const [name, value] of client.cookies) again.cookies.set(name, value);
    expect((await again.get('/snapshot')).status).toBe(200);
  });
});
const PHONE =
  'Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/156.0.0.0 Mobile Safari/537.36';

describe('people', () => {
  test('an invitation is taken once, within a week; asked for again, the older one ends', async () => {
    const owner = await house.owner();
    const id = uuid();
    const said = { id, personId: null, name: 'Ole', signIn: 'Ole@quay.example', mail: null };
    const rights = { role: 'keeper', siteIds: [], systemIds: [] };
    const first = await owner.post<Shown>('/accounts', { ...said, ...rights });
    const second = await owner.post<Shown>('/accounts', { ...said, ...rights });
    expect(second.json).toMatchObject({ id, mailed: false });
    expect(second.json.mailWord).toContain('No mail address');
    const look = (token: string) => house.near().post('/access/link', { token });
    expect((await look(first.json.token)).status).toBe(410);
    expect((await look(second.json.token)).json).toMatchObject({ purpose: 'invite', name: 'Ole' });
    const ole = house.near();
    // typed by hand, in small letters and without hyphens
    const typed = second.json.token.toLowerCase().replaceAll('-', ' ');
    const join = { token: typed, password: passwordOf('ole') };
    expect((await ole.post('/access/join', join)).status).toBe(200);
    expect((await house.near().post('/access/join', join)).status).toBe(410);
    expect((await ole.get('/accounts')).status).toBe(403);
    // nobody was made twice
    expect((await owner.get<unknown[]>('/records/person')).json).toHaveLength(2);
    const late = await owner.post<Shown>('/accounts', { ...said, ...rights, id: uuid(), signIn: 'late' });
    house.clock += 7 * DAY_MS + 1;
    expect((await look(late.json.token)).status).toBe(410);
  });
  test('a name to sign in with is nobody else’s; a place named must exist', async () => {
    const owner = await house.owner();
    const said = { id: uuid(), personId: null, name: 'M', signIn: 'MARIT', mail: null };
    const taken = await owner.post('/accounts', { ...said, role: 'keeper', siteIds: [], systemIds: [] });
    expect([taken.status, taken.json]).toMatchObject([422, { errors: [{ pointer: '/signIn' }] }]);
    const lost = { ...said, signIn: 'm', role: 'helper', siteIds: [uuid()], systemIds: [] };
    expect((await owner.post('/accounts', lost)).json).toMatchObject({ errors: [{ pointer: '/siteIds' }] });
    expect((await owner.post('/accounts', { ...lost, siteIds: [] })).status).toBe(400);
  });
  test('one person has one account', async () => {
    const owner = await house.owner();
    const me = (await owner.get<AuthenticationView>('/authentication')).json.me;
    const said = { id: uuid(), personId: me?.personId, name: 'Marit', signIn: 'again', mail: null };
    const second = await owner.post('/accounts', { ...said, role: 'keeper', siteIds: [], systemIds: [] });
    expect([second.status, second.json]).toMatchObject([422, { errors: [{ pointer: '/personId' }] }]);
  });
  test('a role that changes, a door that shuts: at once; on an older version it is a conflict; the last owner stays', async () => {
    const owner = await house.owner();
    const { client: ole, id } = await house.person(owner, 'keeper', {}, 'ole');
    const [row] = (await house.running.access.accounts.list()).filter((one) => one.id === id);
    const said = { baseVersion: row?.version, mail: null, siteIds: [], systemIds: [], disabled: false };
    expect((await owner.put(`/accounts/${id}`, { ...said, role: 'keeper', disabled: true })).status).toBe(
      200,
    );
    expect((await ole.get('/snapshot')).status).toBe(401);
    expect((await ole.post('/access/sign-in', { signIn: 'ole', password: passwordOf('ole') })).status).toBe(
      401,
    );
    expect((await owner.put(`/accounts/${id}`, { ...said, role: 'keeper' })).status).toBe(409);
    const me = (await owner.get<AuthenticationView>('/authentication')).json.me;
    const alone = await owner.put<{ detail: string }>(`/accounts/${me?.accountId ?? ''}`, {
      ...said,
      baseVersion: 1,
      role: 'keeper',
    });
    expect([alone.status, alone.json.detail]).toEqual([
      409,
      'The last owner stays one: make another owner first.',
    ]);
  });
  test('a link for another password: made by an owner, used once, all devices signed out', async () => {
    const owner = await house.owner();
    const { client: ole, id } = await house.person(owner, 'keeper', {}, 'ole');
    const { token } = (await owner.post<Shown>(`/accounts/${id}/reset`)).json;
    const password = 'quite another set of words';
    const again = house.near();
    expect((await again.post('/access/join', { token, password })).status).toBe(200);
    expect((await ole.get('/snapshot')).status).toBe(401);
    expect((await again.post('/access/join', { token, password })).status).toBe(410);
    expect((await house.near().post('/access/sign-in', { signIn: 'ole', password })).status).toBe(200);
  });
  test('every write says who, whatever was sent; settings and people are for owners', async () => {
    const owner = await house.owner();
    const { ids, writes } = oneSock();
    expect((await owner.post('/work', { ...work(...writes), who: 'Somebody else' })).status).toBe(200);
    const { json } = await owner.get<Revision[]>(`/records/site/${ids.site}/revisions`);
    expect(json[0]?.who).toBe('Marit');
    const { client: keeper } = await house.person(owner, 'keeper');
    const person = { op: 'create', kind: 'person', id: uuid(), revisionId: uuid(), content: { name: 'X' } };
    expect((await keeper.post('/work', { writes: [person] })).status).toBe(403);
    expect((await owner.post('/work', { writes: [person] })).status).toBe(200);
  });
  test('the log tells who came, who was refused, what was granted', async () => {
    const owner = await house.owner();
    await house.near().post('/access/sign-in', { signIn: 'thief', password: 'guess after guess' });
    await house.person(owner, 'keeper', {}, 'ole');
    const said = (await owner.get<SignInEvent[]>('/sign-in-log')).json.map(
      ({ who, what }) => `${who} ${what}`,
    );
    expect(said).toEqual([
      'ole took the invitation',
      'Marit invited ole as keeper',
      'an unknown name was refused: name and password do not fit',
      'Marit became the first owner',
    ]);
  });
});

describe('what is kept', () => {
  test('no password, no cookie and no token lies in the database or the keys; keys are for the server’s user alone', async () => {
    const owner = await house.owner();
    const { token } = await house.person(owner, 'keeper', {}, 'ole');
    const [cookie = ''] = owner.cookies.values();
    const secrets = [passwordOf('marit'), token, decodeURIComponent(cookie).slice(2).split('.')[0] ?? ''];
    expect(secrets.every((secret) => secret.length > 16)).toBe(true);
    await house.running.stop();
    const files = readdirSync(house.dataDir, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => join(entry.parentPath, entry.name));
    expect(files.length).toBeGreaterThan(1);
    for (const file of files) {
      const bytes = readFileSync(file, 'latin1');
      for (const secret of secrets) expect(bytes.includes(secret), file).toBe(false);
    }
    const keys = join(house.dataDir, 'keys');
    expect(statSync(keys).mode & 0o777).toBe(0o700);
    for (const name of readdirSync(keys)) expect(statSync(join(keys, name)).mode & 0o077, name).toBe(0);
    await house.start();
  });
  test('the archive tells nothing of accounts', async () => {
    const owner = await house.owner();
    const { text } = await owner.get('/export');
    expect(text).toContain('"kind":"person"');
    expect(text).not.toMatch(/argon2|sign_in|signIn|secret/);
  });
});

test('a first owner whose name stands in the records already is that person', async () => {
  const person = { op: 'create', kind: 'person', id: uuid(), revisionId: uuid(), content: { name: 'Marit' } };
  await house.near().post('/work', { writes: [person] });
  const owner = await house.owner();
  expect((await owner.get<unknown[]>('/records/person')).json).toHaveLength(1);
  expect((await owner.get<AuthenticationView>('/authentication')).json.me?.personId).toBe(person.id);
  // a client does no work here: they are nobody of the records
  const { writes, ids } = oneSock();
  await owner.post('/work', work(...writes));
  await house.person(owner, 'client', { systemIds: [ids.system] });
  expect((await owner.get<unknown[]>('/records/person')).json).toHaveLength(1);
});
