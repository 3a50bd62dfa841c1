import { X509Certificate } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import { connect as connectTls, type ConnectionOptions } from 'node:tls';
import { afterEach, describe, expect, test } from 'vitest';
import type { AuthenticationView, NetworkAccessView } from '../../contract/access/account.ts';
import { oneSock, work } from '../../store/testing/fixtures.ts';
import { Client } from '../testing/client.ts';
import { House, passwordOf } from '../testing/house.ts';

let house: House;
afterEach(() => house.close());
const wideUrl = () => new URL(house.wideAddress());

describe('what an outsider on the network sees', () => {
  test('until it is opened: nothing listens', async () => {
    house = await House.open();
    expect(house.running.access.networkAccess().addresses()).toEqual([]);
    const port = Number(new URL(house.running.address).port);
    await expect(reaches('127.0.0.2', port)).resolves.toBe(false);
  });
  test('plain http: the page that says how to trust it, the authority’s certificate, and nothing else', async () => {
    house = await House.open();
    const owner = await house.owner();
    await owner.post('/work', work(...oneSock().writes));
    await owner.put('/network-access', { wide: true, names: [] });
    const plain = new Client(wideUrl().href.replace('https:', 'http:'));
    const origin = new URL(plain.address).origin;
    const page = (await plain.get(`${origin}/`)).text;
    for (const path of ['/', '/today', '/api/snapshot', '/api/authentication', '/assets/x.js', '/../data']) {
      const answer = await plain.get(`${origin}${path}`);
      expect([path, answer.status, answer.text]).toEqual([path, 200, page]);
    }
    expect(page).toContain(
      (await owner.get<NetworkAccessView>('/network-access')).json.certificate?.authorityFingerprint,
    );
    expect(page).toContain(wideUrl().origin);
    expect(page).not.toContain('<script');
    expect((await plain.post(`${origin}/api/access/sign-in`, {})).status).toBe(405);
    const taken = await plain.get(`${origin}/jondrel-authority.crt`);
    expect(taken.headers['content-type']).toBe('application/x-x509-ca-cert');
  });
  test('https without signing in: the door and nothing behind it', async () => {
    house = await House.open();
    const owner = await house.owner();
    await owner.post('/work', work(...oneSock().writes));
    await owner.put('/network-access', { wide: true, names: [] });
    const far = house.far();
    const authentication = await far.get<AuthenticationView>('/authentication');
    expect([authentication.status, authentication.json]).toMatchObject([200, { signIn: 'needed', me: null }]);
    expect(Object.keys(authentication.json).sort()).toEqual([
      'beyondThisComputer',
      'mail',
      'me',
      'now',
      'signIn',
    ]);
    for (const path of [
      '/snapshot',
      '/plan',
      '/export',
      '/network-access',
      '/about',
      '/changes',
      '/accounts',
      '/week',
    ])
      expect([path, (await far.get(path)).status]).toEqual([path, 401]);
    expect((await far.post('/work', work(...oneSock().writes))).status).toBe(401);
    // a stranger has nothing long to say
    expect((await far.post('/access/sign-in', { signIn: 'x'.repeat(30_000), password: '' })).status).toBe(
      413,
    );
    await far.post('/access/sign-in', { signIn: 'marit', password: passwordOf('marit') });
    expect((await far.get('/snapshot')).status).toBe(200);
  });
  test('a foreign name, another site’s page, a write that no page sent: refused', async () => {
    house = await House.open();
    const owner = await house.owner();
    await owner.put('/network-access', { wide: true, names: ['Pump-Room'] });
    const far = house.far();
    await far.post('/access/sign-in', { signIn: 'marit', password: passwordOf('marit') });
    expect((await far.get('/authentication', { Host: 'evil.example' })).status).toBe(421);
    expect((await far.get('/authentication', { Host: 'pump-room' })).status).toBe(200);
    for (const origin of ['https://evil.example', 'null', wideUrl().origin.replace('https:', 'http:')])
      expect([origin, (await far.post('/work', {}, { Origin: origin })).status]).toEqual([origin, 403]);
    const unnamed = await far.ask('/work', { method: 'POST', body: {} });
    expect(unnamed.status).toBe(400);
    const withoutOrigin = { Origin: '', 'Sec-Fetch-Site': 'cross-site' };
    expect((await far.post('/work', {}, withoutOrigin)).status).toBe(403);
    // the loopback's own listener does not take the wide name
    expect((await owner.get('/authentication', { Host: wideUrl().host })).status).toBe(421);
  });
  test('scripts of its own only, no outside host, no frame', async () => {
    house = await House.open();
    await house.owner().then((owner) => owner.put('/network-access', { wide: true, names: [] }));
    const csp = String((await house.far().get('/authentication')).headers['content-security-policy']);
    const of = (name: string) =>
      csp
        .split(';')
        .find((one) => one.trim().startsWith(`${name} `))
        ?.trim();
    expect(of('script-src')).toBe("script-src 'self'");
    expect(of('connect-src')).toBe("connect-src 'self'");
    expect(of('frame-ancestors')).toBe("frame-ancestors 'none'");
    expect(of('form-action')).toBe("form-action 'self'");
    expect(csp).not.toMatch(/https?:|\*/);
  });
  test('old TLS is refused', async () => {
    house = await House.open();
    await house.owner().then((owner) => owner.put('/network-access', { wide: true, names: [] }));
    const { hostname, port } = wideUrl();
    const old = { host: hostname, port: Number(port), maxVersion: 'TLSv1.1', minVersion: 'TLSv1' } as const;
    await expect(shakesHands({ ...old, rejectUnauthorized: false })).resolves.toBe(false);
    await expect(
      shakesHands({ host: hostname, port: Number(port), rejectUnauthorized: false }),
    ).resolves.toBe(true);
  });
});

describe('opened by the flag, before anybody owns it', () => {
  test('beyond this computer only the printed code makes the first owner; few tries; once', async () => {
    house = await House.open({ wide: true });
    const far = house.far();
    expect((await far.get<AuthenticationView>('/authentication')).json).toMatchObject({
      signIn: 'claim',
      me: null,
    });
    expect((await far.get('/snapshot')).status).toBe(401);
    const said = { name: 'Ole', signIn: 'ole', password: passwordOf('ole') };
    expect((await far.post('/access/first-owner', said)).status).toBe(403);
    expect((await far.post('/access/first-owner', { ...said, code: 'AAAA-BBBB-CCCC' })).status).toBe(403);
    const code = house.running.access.firstCode?.shown ?? '';
    expect((await far.post('/access/first-owner', { ...said, code: code.toLowerCase() })).status).toBe(201);
    expect((await far.get('/snapshot')).status).toBe(200);
    expect((await house.far().post('/access/first-owner', { ...said, signIn: 'b', code })).status).toBe(409);
    // this computer asks too from now on
    expect((await house.near().get('/snapshot')).status).toBe(401);
  });
  test('guessing at the code ends after twenty tries', async () => {
    house = await House.open({ wide: true });
    const said = { name: 'Ole', signIn: 'ole', password: passwordOf('ole') };
    const statuses: number[] = [];
    for (let tries = 0; tries < 21; tries++)
      statuses.push((await house.far().post('/access/first-owner', { ...said, code: `${tries}` })).status);
    expect(statuses.slice(-2)).toEqual([403, 429]);
  });
});

describe('opening and closing', () => {
  test('needs an owner; is kept for the next start; closed again it answers this computer only, with sign-in', async () => {
    house = await House.open();
    const refused = await house.near().put<{ detail: string }>('/network-access', { wide: true, names: [] });
    expect([refused.status, refused.json.detail]).toEqual([
      409,
      'Before it answers beyond this computer it needs an owner who signs in.',
    ]);
    const owner = await house.owner();
    const opened = (
      await owner.put<NetworkAccessView>('/network-access', { wide: true, names: ['pump-room'] })
    ).json;
    expect(opened).toMatchObject({ wide: true, names: ['pump-room'], hasOwner: true });
    await house.running.stop();
    await house.start();
    expect(house.running.access.networkAccess().isWide).toBe(true);
    const back = house.near();
    await back.post('/access/sign-in', { signIn: 'marit', password: passwordOf('marit') });
    const port = Number(wideUrl().port);
    await back.put('/network-access', { wide: false, names: [] });
    await expect.poll(() => reaches('127.0.0.2', port)).toBe(false);
    expect((await house.near().get('/snapshot')).status).toBe(401);
    expect((await back.get('/snapshot')).status).toBe(200);
  });
  test('a person’s own certificate, and sentences where it is none', async () => {
    house = await House.open();
    const keys = join(house.dataDir, 'keys');
    await house.owner().then((owner) => owner.put('/network-access', { wide: true, names: [] }));
    await house.running.stop();
    const own = { certFile: join(keys, 'server.pem'), keyFile: join(keys, 'server.key.pem') };
    await expect(house.start({ own: { ...own, keyFile: join(keys, 'authority.key.pem') } })).rejects.toThrow(
      'are not a certificate and its key.',
    );
    await expect(house.start({ own: { ...own, certFile: join(keys, 'none.pem') } })).rejects.toThrow(
      'cannot be read.',
    );
    await house.start({ own });
    expect(house.running.access.networkAccess().view('', true).certificate).toMatchObject({
      kind: 'own',
      authorityFingerprint: null,
    });
    // a file that breaks while it runs: the one in use goes on, and the owner reads why
    const kept = readFileSync(own.certFile);
    writeFileSync(own.certFile, 'nothing');
    await house.running.access.networkAccess().renew();
    expect(house.running.access.networkAccess().view('', true).problem).toContain(
      'are not a certificate and its key.',
    );
    writeFileSync(own.certFile, kept);
  });
  test('the certificate renews itself before it ends, by the same authority', async () => {
    house = await House.open();
    await house.owner().then((owner) => owner.put('/network-access', { wide: true, names: [] }));
    const networkAccess = house.running.access.networkAccess();
    const before = networkAccess.view('', true).certificate;
    await networkAccess.renew();
    expect(networkAccess.view('', true).certificate).toEqual(before);
    house.clock += 130 * 86_400_000;
    await networkAccess.renew();
    const after = networkAccess.view('', true).certificate;
    expect(after?.fingerprint).not.toBe(before?.fingerprint);
    expect(after?.authorityFingerprint).toBe(before?.authorityFingerprint);
    expect(Date.parse(after?.until ?? '')).toBeGreaterThan(house.clock + 170 * 86_400_000);
  });
  test('what it vouches for is itself: one authority, no further one below it, for servers only', async () => {
    house = await House.open();
    await house.owner().then((owner) => owner.put('/network-access', { wide: true, names: [] }));
    const read = (name: string) => new X509Certificate(readFileSync(join(house.dataDir, 'keys', name)));
    const [authority, leaf] = [read('authority.pem'), read('server.pem')];
    expect([authority.ca, leaf.ca]).toEqual([true, false]);
    expect(leaf.verify(authority.publicKey)).toBe(true);
    expect(leaf.keyUsage).toEqual(['1.3.6.1.5.5.7.3.1']);
  });
});

test('what goes wrong is logged without what it was about', async () => {
  const log = new PassThrough();
  let said = '';
  log.on('data', (chunk: Buffer) => (said += chunk.toString()));
  house = await House.open({ logTo: log });
  await house.owner();
  const secret = passwordOf('marit');
  house.running.access.accounts.check = () =>
    Promise.reject(Object.assign(new Error('the statement failed'), { parameters: [secret], query: secret }));
  const answer = await house.near().post('/access/sign-in', { signIn: 'marit', password: secret });
  expect([answer.status, answer.text.includes(secret)]).toEqual([500, false]);
  expect(said).toContain('the statement failed');
  expect(said).not.toContain(secret);
});

const reaches = (host: string, port: number): Promise<boolean> =>
  new Promise((done) => {
    const socket = connect({ host, port });
    socket.once('connect', () => {
      socket.destroy();
      done(true);
    });
    socket.once('error', () => done(false));
  });
const shakesHands = (options: ConnectionOptions): Promise<boolean> =>
  new Promise((done) => {
    const socket = connectTls(options, () => {
      socket.destroy();
      done(true);
    });
    socket.once('error', () => done(false));
  });
