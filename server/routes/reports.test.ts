import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid } from 'uuid';
import { buildRound } from '../../usecases/round/build.ts';
import type { RoundReport } from '../../usecases/round/report.ts';
import type { RoundWhat } from '../../contract/round/schemas.ts';
import type { SheetView } from '../../usecases/sitter/sheets.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import { create, NOW, oneSock, swapped, work } from '../../store/testing/fixtures.ts';
import type { Client } from '../testing/client.ts';
import { House } from '../testing/house.ts';
import { Mailbox } from '../testing/mailbox.ts';

let house: House;
let owner: Client;
let helper: Client;
let client: Client;
const { ids, writes } = oneSock();
const other = oneSock();
const [round, service] = [uuid(), uuid()];
const mailbox = new Mailbox();
let sequence = 0;
const act = (what: RoundWhat) =>
  create('round-action', {
    ...{ roundId: round, version: 1, device: 'phone', sequence: ++sequence, whoId: null, what },
    at: new Date(NOW - 600_000 + sequence * 1000).toISOString(),
  });

beforeAll(async () => {
  house = await House.open();
  owner = await house.owner();
  await owner.post('/work', work(...writes, ...other.writes));
  const { json } = await owner.get<Stored[]>('/snapshot');
  const steps = buildRound(evidenceOf(Snapshot.of(json)), [ids.job]);
  const content = { siteId: ids.site, day: '2026-11-25', personId: null, jobIds: [ids.job], steps };
  const doneId = steps.find((step) => step.id === `${ids.job} do`)?.id ?? '';
  const sent = await owner.post(
    '/work',
    work(
      create('round', content as unknown as RecordContent<'round'>, round),
      act({ do: 'begin' }),
      act({ do: 'done', stepId: doneId, found: 'right', minutes: 4, note: '', serviceId: service }),
      create(
        'service',
        {
          ...swapped(ids.job, '2026-11-25'),
          // typed from paper: a day, no hour
          ...{ found: 'right', minutes: 4, note: 'a snail in it' },
        },
        service,
      ),
      act({ do: 'closed' }),
    ),
  );
  if (sent.status !== 200) throw new Error(sent.text);
  helper = (await house.person(owner, 'helper', { siteIds: [ids.site] })).client;
  client = (await house.person(owner, 'client', { systemIds: [ids.system] })).client;
  await mailbox.open();
});
afterAll(async () => {
  await house.close();
  await mailbox.close();
});

describe('the report of a round', () => {
  test('as data: what was done and found; the client of that water reads the same', async () => {
    for (const who of [owner, client]) {
      const { status, json } = await who.get<RoundReport>(`/rounds/${round}/report`);
      expect([status, json.state]).toEqual([200, 'closed']);
      expect(json.jobs).toMatchObject([
        { thing: 'Filter sock', state: 'done', note: 'a snail in it', minutes: 4 },
      ]);
      expect(json.jobs[0]?.found).toBeTruthy();
    }
  });
  test('of other water it is not there, and a helper is refused', async () => {
    const stranger = (await house.person(owner, 'client', { systemIds: [other.ids.system] }, 'stranger'))
      .client;
    const hidden = await stranger.get(`/rounds/${round}/report`);
    const none = await stranger.get(`/rounds/${uuid()}/report`);
    expect([hidden.status, hidden.text]).toEqual([404, none.text]);
    expect((await stranger.get(`/rounds/${round}/report.pdf`)).status).toBe(404);
    expect((await helper.get(`/rounds/${round}/report`)).status).toBe(403);
  });
  test('as a PDF, and the round on paper', async () => {
    for (const path of ['report.pdf', 'print.pdf']) {
      const { status, headers, text } = await owner.get(`/rounds/${round}/${path}`);
      expect([status, headers['content-type'], text.slice(0, 5)]).toEqual([200, 'application/pdf', '%PDF-']);
      expect(text.trimEnd().endsWith('%%EOF')).toBe(true);
    }
    expect((await client.get(`/rounds/${round}/print.pdf`)).status).toBe(403);
  });
  test('a route: its rounds belong to its places, its paper has all of them; a client does not see it', async () => {
    const [route, ahead] = [uuid(), uuid()];
    const { json } = await owner.get<Stored[]>('/snapshot');
    const steps = buildRound(evidenceOf(Snapshot.of(json)), [ids.job]);
    const round_ = { siteId: ids.site, day: '2026-12-02', personId: null, jobIds: [ids.job], steps };
    const stops = [{ siteId: ids.site, roundId: ahead, travelMin: 25 }];
    const content = { day: '2026-12-02', personId: null, setOut: null, stops, note: '' };
    const elsewhere = [{ ...stops[0], siteId: other.ids.site }];
    const wrong = await owner.post<{ errors: { pointer: string }[] }>(
      '/work',
      work(
        create('round', round_ as unknown as RecordContent<'round'>, ahead),
        create('route', { ...content, stops: elsewhere } as RecordContent<'route'>, route),
      ),
    );
    expect([wrong.status, wrong.text]).toEqual([
      expect.any(Number),
      expect.stringContaining('This place has no such round.'),
    ]);
    expect(wrong.status).toBeGreaterThanOrEqual(400);
    expect(wrong.status).toBeLessThan(500);
    const sent = await owner.post(
      '/work',
      work(
        create('round', round_ as unknown as RecordContent<'round'>, ahead),
        create('route', content, route),
      ),
    );
    expect(sent.status).toBe(200);
    const paper = await owner.get(`/routes/${route}/print.pdf`);
    expect([paper.status, paper.headers['content-type'], paper.text.slice(0, 5)]).toEqual([
      ...[200, 'application/pdf', '%PDF-'],
    ]);
    expect((await owner.get(`/routes/${uuid()}/print.pdf`)).status).toBe(404);
    expect((await client.get(`/routes/${route}/print.pdf`)).status).toBe(403);
    const seen = await client.get<Stored[]>('/snapshot');
    expect(seen.text).not.toContain(route);
  });
  test('by mail: without a server it says so; with one the PDF is in the letter', async () => {
    const path = `/rounds/${round}/report/mail`;
    const none = await owner.post<{ detail: string }>(path, { to: 'cafe@example.org' });
    expect([none.status, none.json.detail]).toEqual([409, expect.stringContaining('No mail is set up')]);
    expect((await owner.post(path, { to: 'nobody' })).status).toBe(400);
    const { port } = mailbox;
    const mail = {
      host: '127.0.0.1',
      port,
      secure: false,
      user: '',
      password: '',
      from: 'jondrel@example.org',
    };
    expect((await owner.put('/mail', mail)).status).toBeLessThan(300);
    const sent = await owner.post<{ mailWord: string }>(path, { to: 'cafe@example.org' });
    expect(sent.json.mailWord).toBe(
      'Sent to cafe@example.org: the mail server took it and answered “250 queued as letter 1”.',
    );
    mailbox.refuses.set('gone@example.org', '5.1.1 no such person here');
    const refused = await owner.post<{ detail: string }>(path, { to: 'gone@example.org' });
    expect([refused.status, refused.json.detail]).toEqual([
      502,
      'The mail server 127.0.0.1 did not take it: it does not take mail for that address. It answered “550 5.1.1 no such person here”.',
    ]);
    const [letter] = mailbox.letters;
    expect(letter?.subject).toContain('Home: visit of');
    expect(letter?.attachments.map((one) => [one.filename, one.content.subarray(0, 5).toString()])).toEqual([
      ['home-2026-11-25.pdf', '%PDF-'],
    ]);
  });
});

describe('what a device says of a part since it was put on again', () => {
  const asked = (component: string, since: number) =>
    owner.get<{ value: number; runs: boolean } | null>(
      `/rounds/running?component=${component}&since=${encodeURIComponent(new Date(since).toISOString())}`,
    );
  test('the last flow it sent since then; nothing before it did; another part and a wrong question are refused', async () => {
    expect((await asked(ids.sock, NOW - 60_000)).json).toBeNull();
    const channel = create('channel', {
      ...{ componentId: ids.sock, systemId: null, name: 'Flow', quantity: 'flow', measure: 'flow' },
    });
    const reading = create('reading', {
      ...{ channelId: channel.id, value: 1800, below: false, source: 'device', quality: 'good' },
      ...{ when: { kind: 'instant', at: new Date(NOW).toISOString() }, timing: null, serviceId: null },
      ...{ whoId: null, note: '' },
    });
    expect((await owner.post('/work', work(channel, reading))).status).toBe(200);
    expect((await asked(ids.sock, NOW - 60_000)).json).toMatchObject({ value: 1800, runs: true });
    expect((await asked(ids.sock, NOW + 60_000)).json).toBeNull();
    expect((await asked(uuid(), NOW)).status).toBe(404);
    expect((await owner.get('/rounds/running?component=pump&since=today')).status).toBe(400);
  });
});

describe('a sitter’s sheet', () => {
  const task = { id: uuid(), jobId: ids.job, text: 'Change the sock', everyDays: 3 };
  const sheetId = uuid();
  const tick = (some: object = {}) => ({
    ...{ sheetId, taskId: task.id, day: '2026-11-25', note: '', id: uuid(), revisionId: uuid() },
    ...{ serviceId: uuid(), serviceRevisionId: uuid(), ...some },
  });
  const services = async () =>
    (await owner.get<Stored<'service'>[]>('/records/service')).json.filter(
      (one) => one.content.jobId === ids.job,
    );
  beforeAll(async () => {
    const content = {
      ...{ siteId: ids.site, from: '2026-11-25', to: '2026-12-01', helperId: null, tasks: [task], note: '' },
    };
    await owner.post('/work', work(create('sitter-sheet', content, sheetId)));
  });
  test('the helper of the place reads it; the client does not', async () => {
    const { json } = await helper.get<SheetView[]>('/sheets');
    expect(json.map((one) => one.tasks.map((line) => line.text))).toEqual([['Change the sock']]);
    expect((await client.get('/sheets')).status).toBe(403);
  });
  test('ticked off it is logged, once, whoever taps again', async () => {
    const before = (await services()).length;
    const first = tick();
    for (let i = 0; i < 2; i++) expect((await helper.post('/sheets/ticks', first)).status).toBe(200);
    expect((await owner.post('/sheets/ticks', tick())).status).toBe(200);
    const after = await services();
    expect(after).toHaveLength(before + 1);
    expect(after.find((one) => one.id === first.serviceId)?.content).toMatchObject({
      found: null,
      jobId: ids.job,
    });
    const [sheet] = (await helper.get<SheetView[]>('/sheets')).json;
    expect(sheet?.tasks[0]?.days[0]?.doneBy).toBe('helper');
  });
  test('what the sheet does not ask is refused, and a helper writes nothing else', async () => {
    const wrongDay = await helper.post<{ detail: string }>('/sheets/ticks', tick({ day: '2026-11-26' }));
    expect([wrongDay.status, wrongDay.json.detail]).toEqual([422, 'This task is not due on that day.']);
    expect((await helper.post('/sheets/ticks', tick({ taskId: uuid() }))).status).toBe(404);
    expect((await helper.post('/work', work(create('service', swapped(ids.job, '2026-11-24'))))).status).toBe(
      403,
    );
    const far = (await house.person(owner, 'helper', { siteIds: [other.ids.site] }, 'farhelper')).client;
    expect((await far.post('/sheets/ticks', tick({ day: '2026-11-28' }))).status).toBe(404);
    expect((await far.get<SheetView[]>('/sheets')).json).toEqual([]);
  });
});

describe('visits for calendars', () => {
  test('a feed by a secret link: the visits of its place and no other, until it is revoked', async () => {
    const made = await owner.post<{ id: string; token: string; feed: string }>('/page-links', {
      ...{ id: uuid(), name: 'phone', siteId: ids.site, systemIds: [], days: null },
    });
    expect(made.json.feed).toMatch(new RegExp(`/api/feeds/${made.json.token}$`));
    const path = `/feeds/${made.json.token}`;
    const stranger = house.near();
    const { status, headers, text } = await stranger.get(path);
    expect([status, headers['content-type']]).toEqual([200, 'text/calendar; charset=utf-8']);
    expect(text).toContain('BEGIN:VEVENT');
    expect(text).toContain(`UID:visit-${ids.site}-`);
    expect(text).not.toContain(other.ids.site);
    await owner.post(`/page-links/${made.json.id}/revoke`);
    expect((await stranger.get(path)).status).toBe(404);
    expect((await stranger.get(`/feeds/${uuid()}`)).status).toBe(404);
    // the file is for whoever plans
    expect((await owner.get('/plan.ics')).text).toContain(other.ids.site);
    expect((await client.get('/plan.ics')).status).toBe(403);
  });
});
