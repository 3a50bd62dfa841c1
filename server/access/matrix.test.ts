import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid } from 'uuid';
import type { Shown } from '../../contract/access/account.ts';
import { roleIds, type CallerKind } from '../../contract/access/rights.ts';
import { oneSock, work } from '../../store/testing/fixtures.ts';
import type { Client } from '../testing/client.ts';
import { House, passwordOf } from '../testing/house.ts';
import { routesOf } from '../testing/routes.ts';
import { matrix } from './matrix.ts';

const everybody = 'owner keeper helper client device alone link sending-link nobody';
const people = 'owner keeper helper client';
const work_ = 'owner keeper alone';
const readers = 'owner keeper helper client alone';

/** Written out by hand, apart from the table that the server follows: who reaches what. */
const expected: Record<keyof typeof matrix, string> = {
  'GET /authentication': everybody,
  'POST /access/first-owner': everybody,
  'POST /access/sign-in': everybody,
  'POST /access/link': everybody,
  'POST /access/join': everybody,
  'POST /access/forgot': everybody,
  'GET /me/sessions': people,
  'DELETE /me/sessions/:id': people,
  'POST /me/password': people,
  'GET /accounts': 'owner alone',
  'POST /accounts': 'owner alone',
  'PUT /accounts/:id': 'owner alone',
  'POST /accounts/:id/reset': 'owner alone',
  'POST /accounts/:id/sign-out': 'owner alone',
  'GET /sign-in-log': 'owner alone',
  'GET /page-links': 'owner alone',
  'POST /page-links': 'owner alone',
  'POST /page-links/:id/revoke': 'owner alone',
  'GET /network-access': 'owner alone',
  'PUT /network-access': 'owner alone',
  'GET /mail': 'owner alone',
  'PUT /mail': 'owner alone',
  'DELETE /mail': 'owner alone',
  'POST /mail/try': 'owner alone',
  'GET /mail/stand-in': 'owner alone',
  'GET /week': `${readers} link sending-link`,
  'GET /changes': readers,
  'GET /pictures/:id': `${readers} link sending-link`,
  'POST /device/readings': 'device',
  'GET /about': work_,
  'POST /work': work_,
  'GET /snapshot': work_,
  'GET /records': work_,
  'GET /plan/changes': work_,
  'GET /places': work_,
  'GET /readings': work_,
  'GET /records/:kind': work_,
  'GET /records/:kind/:id': work_,
  'GET /records/:kind/:id/revisions': work_,
  'GET /calculators': work_,
  'POST /calculators/:id': work_,
  'GET /plan': work_,
  'GET /plan/jobs/:jobId': work_,
  'POST /plan/what-if': work_,
  'GET /plan/power-cut': work_,
  'POST /pictures': work_,
  'GET /export': 'owner alone',
  'POST /import': 'owner alone',
  'POST /backup': 'owner alone',
  'GET /safekeeping': 'owner alone',
  'POST /import-csv/preview': work_,
  'POST /import-csv': work_,
  'POST /imports/:id/take-back': work_,
  'GET /water': work_,
  'GET /water/series': work_,
  'GET /water/tests.csv': work_,
  'GET /water/change': work_,
  'GET /water/make-up': work_,
  'GET /water/source': work_,
  'GET /leads': work_,
  'GET /rounds/off': work_,
  'GET /rounds/running': work_,
  'GET /rounds/readings/:id': work_,
  'GET /rounds/:id/report': 'owner keeper client alone',
  'GET /rounds/:id/report.pdf': 'owner keeper client alone',
  'POST /rounds/:id/report/mail': work_,
  'GET /rounds/:id/print.pdf': work_,
  'GET /routes/:id/print.pdf': work_,
  'GET /plan.ics': work_,
  'GET /feeds/:token': everybody,
  'POST /sent-tests': 'owner keeper helper client alone sending-link',
  'GET /sheets': 'owner keeper helper alone',
  'POST /sheets/ticks': 'owner keeper helper alone',
  // they end the sessions that all rows are asked by: signed in again first
  'POST /access/sign-out': everybody,
  'POST /me/sign-out-everywhere': people,
};
const signInOf = (kind: CallerKind): string => (kind === 'owner' ? 'marit' : kind);
const kinds: readonly CallerKind[] = [...roleIds, 'alone', 'link', 'sending-link', 'nobody'];

let house: House;
let empty: House;
const callers = new Map<CallerKind, { client: Client; headers: Record<string, string> }>();

beforeAll(async () => {
  empty = await House.open();
  house = await House.open();
  const owner = await house.owner();
  const { ids, writes } = oneSock();
  await owner.post('/work', work(...writes));
  const sees = { siteIds: [ids.site], systemIds: [ids.system] };
  callers.set('owner', { client: owner, headers: {} });
  for (const role of ['keeper', 'helper', 'client'] as const)
    callers.set(role, { client: (await house.person(owner, role, sees)).client, headers: {} });
  const { token } = await house.person(owner, 'device', sees);
  callers.set('device', { client: house.near(), headers: { Authorization: `Bearer ${token}` } });
  for (const kind of ['link', 'sending-link'] as const) {
    const link = await owner.post<Shown>('/page-links', {
      ...{ id: uuid(), name: 'café', siteId: ids.site, systemIds: [], days: null },
      sendsTests: kind === 'sending-link',
    });
    callers.set(kind, { client: house.near(), headers: { Authorization: `Link ${link.json.token}` } });
  }
  callers.set('alone', { client: empty.near(), headers: {} });
  callers.set('nobody', { client: house.near(), headers: {} });
});
afterAll(async () => {
  await house.close();
  await empty.close();
});

test('every route of the application is in the matrix, in this test, and nowhere else', () => {
  const routes = routesOf(house.running.app).sort();
  expect(routes).toEqual(Object.keys(matrix).sort());
  expect(routes).toEqual(Object.keys(expected).sort());
});

describe.each(kinds)('%s', (kind) => {
  test.each(Object.entries(expected))('%s', async (route, allowed) => {
    const caller = callers.get(kind);
    if (!caller) throw new Error(`nobody asks as ${kind}`);
    const [method = '', pattern = ''] = route.split(' ');
    if (route === 'POST /me/sign-out-everywhere' && people.split(' ').includes(kind))
      await caller.client.post('/access/sign-in', {
        signIn: signInOf(kind),
        password: passwordOf(signInOf(kind)),
      });
    const path = pattern.replace(':kind', 'site').replace(/:\w+/, uuid());
    const { status } = await caller.client.ask(path, {
      method,
      headers: caller.headers,
      ...(method === 'GET' ? {} : { body: {} }),
    });
    if (allowed.split(' ').includes(kind)) {
      // what the handler itself makes of an empty request: taken, or found wanting, but never refused at the door
      expect([401, 403]).not.toContain(status);
      expect(status).toBeLessThan(500);
    } else expect(status).toBe(kind === 'nobody' ? 401 : 403);
  });
});

test('a path beside the matrix is not there, whoever asks', async () => {
  for (const kind of kinds) {
    const caller = callers.get(kind);
    const { status } = (await caller?.client.get('/secrets', caller.headers)) ?? {};
    expect(status, kind).toBe(404);
  }
});
