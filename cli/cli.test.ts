import { execFile } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import ICAL from 'ical.js';
import { levelPlan } from '../usecases/levelling/levelPlan.ts';
import { instantAtOf, makePlan, type PlanEntry } from '../usecases/plan/plan.ts';
import { settingOf } from '../model/settings.ts';
import { evidenceOf } from '../model/water/testedWater.ts';
import { noonOf } from '../core/time/day.ts';
import { snapshotOfArchive } from '../store/archive.ts';
import { linesOfFile } from '../store/archiveFile.ts';
import { v7 as uuid } from 'uuid';
import { makeDemo } from '../demo/make.ts';
import { StandInMail } from '../demo/standInMail.ts';
import { serve } from '../server/serve.ts';
import { commandLine } from './testing/command.ts';

const dir = mkdtempSync(join(tmpdir(), 'jondrel-cli-'));
const data = join(dir, 'data');
const archive = join(dir, 'demo.ndjson');

interface Ran {
  code: number;
  out: string;
  err: string;
}
/** Runs the command line as a process of its own. */
const jondrel = (...args: string[]): Promise<Ran> => jondrelWith('', ...args);
const jondrelWith = (input: string, ...args: string[]): Promise<Ran> =>
  new Promise((resolve) => {
    const child = execFile(
      process.execPath,
      [...commandLine, ...args],
      { maxBuffer: 64 * 1024 * 1024 },
      (error, out, err) => resolve({ code: typeof error?.code === 'number' ? error.code : 0, out, err }),
    );
    child.stdin?.end(input);
  });

beforeAll(async () => {
  await makeDemo(data, '2026-11-25');
}, 180_000);
afterAll(() => rmSync(dir, { recursive: true }));

describe('import-csv', () => {
  const sample = (name: string): string =>
    join(import.meta.dirname, '..', 'store', 'testing', 'samples', name);
  test('by a mapping: what would be asked is listed by row and not written, exit 1; the same again adds nothing', async () => {
    const own = join(dir, 'import');
    await makeDemo(own, '2026-11-25');
    const column = (head: string, target: object) => ({ head, target });
    const parameter = (id: string, unit: string) => ({
      kind: 'parameter',
      parameter: id,
      unit,
      methodId: null,
    });
    const mapping = {
      name: 'weekly',
      shape: 'wide',
      signature: '',
      delimiter: null,
      encoding: null,
      skipRows: 1,
      headRows: 1,
      decimal: '.',
      dateOrder: 'mdy',
      // which system is said on the command line
      systemId: '00000000-0000-7000-8000-000000000009',
      source: 'imported',
      columns: [
        column('Date', { kind: 'date' }),
        column('Alk (dKH)', parameter('alkalinity', 'dKH')),
        column('Ca', parameter('calcium', 'mg/L Ca')),
        column('Mg', parameter('magnesium', 'mg/L Mg')),
        column('NO3', parameter('nitrate', 'mg/L NO3')),
        column('PO4 ppm', parameter('phosphate', 'mg/L PO4')),
        column('SG', { kind: 'density', as: null, temperatureC: null, temperatureColumn: 7, methodId: null }),
        column('Temp F', parameter('temperature', '°F')),
        column('Notes', { kind: 'note' }),
      ],
      sensors: {},
      things: {},
      found: {},
      people: {},
      remarks: {},
    };
    const file = join(dir, 'weekly.json');
    writeFileSync(file, JSON.stringify(mapping));
    const run = () =>
      jondrel(
        'import-csv',
        sample('reef-weekly.csv'),
        '--data',
        own,
        '--mapping',
        file,
        '--system',
        'Quarantine tank',
      );
    const asked = await run();
    expect(asked.code).toBe(1);
    expect(asked.err).toContain('Specific gravity by which convention');
    expect(JSON.parse(asked.out)).toMatchObject({ added: 181, refused: [], asked: [{ row: null }] });
    mapping.columns[6] = column('SG', {
      kind: 'density',
      as: '25/25',
      temperatureC: null,
      temperatureColumn: null,
      methodId: null,
    });
    writeFileSync(file, JSON.stringify(mapping));
    const salinity = await run();
    expect([salinity.code, (JSON.parse(salinity.out) as { added: number }).added]).toEqual([0, 34]);
    expect(JSON.parse((await run()).out)).toMatchObject({ importId: null, added: 0 });
    const unknown = await jondrel(
      'import-csv',
      sample('reef-weekly.csv'),
      '--data',
      own,
      '--mapping',
      'nothing',
    );
    expect(unknown.code).toBe(1);
    expect(unknown.err).toContain('There is no mapping “nothing”.');
  });
});

describe('plan', () => {
  test('the same from a data directory and from its archive, with exactly the promised fields', async () => {
    const [fromData, exported] = await Promise.all([
      jondrel('plan', '--data', data, '--at', '2026-11-25', '--json'),
      jondrel('export', '--data', data, archive),
    ]);
    expect([fromData.code, fromData.err, exported.code]).toEqual([0, '', 0]);
    const fromArchive = await jondrel('plan', '--archive', archive, '--at', '2026-11-25', '--json');
    expect(fromArchive.out).toBe(fromData.out);
    const { at, jobs } = JSON.parse(fromData.out) as { at: string; jobs: PlanEntry[] };
    expect(at).toBe('2026-11-25');
    expect(jobs.length).toBeGreaterThan(40);
    for (const job of jobs)
      expect(Object.keys(job)).toEqual([
        'jobId',
        'target',
        'action',
        'lastDone',
        'earliest',
        'likely',
        'latest',
        'recommended',
        'chanceDueNow',
        'state',
        'governs',
        'runnerUp',
        'sentence',
      ]);
  });
  test('--days keeps what is recommended soon', async () => {
    const { out } = await jondrel('plan', '--data', data, '--at', '2026-11-25', '--days', '3', '--json');
    const { jobs } = JSON.parse(out) as { jobs: PlanEntry[] };
    expect(jobs.length).toBeGreaterThan(3);
    expect(jobs.every((job) => job.recommended !== null && job.recommended <= '2026-11-28')).toBe(true);
  });
  test('--ics is a calendar of its visits, the same each time', async () => {
    const ask = () => jondrel('plan', '--data', data, '--at', '2026-11-25', '--ics');
    const [one, two] = await Promise.all([ask(), ask()]);
    expect([one.code, one.err]).toEqual([0, '']);
    expect(one.out).toMatch(/^BEGIN:VCALENDAR\r\n/);
    expect(one.out.match(/BEGIN:VEVENT/g)?.length).toBeGreaterThan(20);
    expect(two.out).toBe(one.out);
  });
  test('--ics, read by another library, holds the levelled plan: each visit at its day, each of its jobs', async () => {
    const file = join(dir, 'feed.ndjson');
    await jondrel('export', '--data', data, file);
    const { out } = await jondrel('plan', '--archive', file, '--at', '2026-11-25', '--ics');
    const calendar = new ICAL.Component(ICAL.parse(out) as unknown[]);
    const read = calendar
      .getAllSubcomponents('vevent')
      .map((event) => new ICAL.Event(event))
      .map(({ uid, startDate, description }) => [
        uid,
        startDate.toString().slice(0, 10),
        description.split('\n').length,
      ]);
    const snapshot = await snapshotOfArchive(linesOfFile(file, () => Promise.resolve()));
    const { jobs } = makePlan(snapshot, instantAtOf('2026-11-25'), '2026-11-25');
    const noon = noonOf('2026-11-25', settingOf(snapshot).homeZone);
    const planned = levelPlan(evidenceOf(snapshot), jobs, noon).flatMap((place) =>
      place.visits
        .filter((visit) => visit.entries.length > 0)
        .map((visit) => [`visit-${place.siteId}-${visit.day}`, visit.day, visit.entries.length]),
    );
    expect(planned.length).toBeGreaterThan(40);
    expect(read.map(String).sort()).toEqual(planned.map(String).sort());
  }, 120_000);
  test('bad input exits 1, wrong usage 2, damaged data 3', async () => {
    const damaged = join(dir, 'damaged.ndjson');
    writeFileSync(damaged, '{"archive":"jondrel","schema":1}\n{"kind":"site"}\n');
    const [day, none, usage, broken] = await Promise.all([
      jondrel('plan', '--data', data, '--at', '2026-02-31'),
      jondrel('plan', '--data', join(dir, 'nowhere'), '--at', '2026-11-25'),
      jondrel('plan', '--data', data),
      jondrel('plan', '--archive', damaged, '--at', '2026-11-25'),
    ]);
    expect([day.code, none.code, usage.code, broken.code]).toEqual([1, 1, 2, 3]);
    expect(day.err).toContain('“2026-02-31” is neither a day');
    expect([day.out, none.out, broken.out]).toEqual(['', '', '']);
  });
});

describe('export, import, backup, restore, check', () => {
  test('export, import into an empty database, export again: byte-identical', async () => {
    const copy = join(dir, 'copy');
    const again = join(dir, 'again.ndjson');
    await jondrel('export', '--data', data, archive);
    const imported = await jondrel('import', '--data', copy, archive);
    expect(imported.code).toBe(0);
    expect(JSON.parse(imported.out)).toMatchObject({ same: 0 });
    await jondrel('export', '--data', copy, again);
    expect(readFileSync(again).equals(readFileSync(archive))).toBe(true);
    const checked = await jondrel('check', '--data', copy);
    expect(JSON.parse(checked.out)).toMatchObject({ ok: true });
  });
  test('backup and restore; a writing command refuses while a server holds the data', async () => {
    const { out } = await jondrel('backup', '--data', data);
    expect(existsSync(join(out.trim(), 'jondrel.sqlite'))).toBe(true);
    const restored = join(dir, 'restored');
    expect((await jondrel('restore', '--data', restored, out.trim())).code).toBe(0);
    expect((await jondrel('plan', '--data', restored, '--at', '2026-11-25')).code).toBe(0);
    writeFileSync(
      join(restored, 'jondrel.lock'),
      JSON.stringify({ pid: process.pid, what: 'the server at http://localhost:4180' }),
    );
    const refused = await jondrel('import', '--data', restored, archive);
    expect(refused.code).toBe(1);
    expect(refused.err).toContain('in use by the server at http://localhost:4180');
  });
});

describe('people on the machine itself', () => {
  const own = join(dir, 'people');
  const sample = { name: 'Marit', signIn: 'marit', password: 'four quiet words marit' };
  test('reset-password lists who signs in, sets a password, refuses while a server runs, naming it', async () => {
    const running = await serve({ dataDir: own, port: 0, webDir: null });
    const asked = (path: string, body: object) =>
      fetch(`${running.address}/api${path}`, {
        method: 'POST',
        body: JSON.stringify(body),
        headers: { 'Content-Type': 'application/json' },
      });
    expect((await asked('/access/first-owner', sample)).status).toBe(201);
    const beside = await jondrelWith('another set of words\n', 'reset-password', 'marit', '--data', own);
    expect([beside.code, beside.err]).toMatchObject([1, expect.stringContaining('in use by the server at')]);
    await running.stop();
    expect((await jondrel('reset-password', '--data', own)).out).toBe('marit\tMarit\towner\tin use\n');
    const unknown = await jondrelWith('x\n', 'reset-password', 'nobody', '--data', own);
    expect([unknown.code, unknown.err]).toMatchObject([
      1,
      expect.stringContaining('Nobody signs in as “nobody”'),
    ]);
    const weak = await jondrelWith('short\n', 'reset-password', 'marit', '--data', own);
    expect([weak.code, weak.err]).toMatchObject([1, expect.stringContaining('at least 12 characters')]);
    const done = await jondrelWith('another set of words\n', 'reset-password', 'marit', '--data', own);
    expect([done.code, done.out]).toEqual([0, '']);
    const again = await serve({ dataDir: own, port: 0, webDir: null });
    const signIn = (password: string) =>
      fetch(`${again.address}/api/access/sign-in`, {
        method: 'POST',
        body: JSON.stringify({ signIn: 'marit', password }),
        headers: { 'Content-Type': 'application/json' },
      });
    expect((await signIn(sample.password)).status).toBe(401);
    expect((await signIn('another set of words')).status).toBe(200);
    await again.stop();
  });
  test('a restored backup brings no session and no secret link back to life', async () => {
    const running = await serve({ dataDir: own, port: 0, webDir: null });
    const { accounts, links } = running.access;
    const by = { who: 'Marit', address: 'here' };
    const [account] = await accounts.list();
    await running.access.sessions.keep(
      'secret',
      { accountId: account?.id ?? '', device: 'd', address: 'a' },
      null,
    );
    const said = { id: uuid(), name: 'café', siteId: uuid(), systemIds: [], sendsTests: false, days: null };
    const { token } = await links.make(said, by);
    await running.stop();
    const folder = (await jondrel('backup', '--data', own)).out.trim();
    expect((await jondrel('restore', '--data', own, folder)).code).toBe(0);
    const again = await serve({ dataDir: own, port: 0, webDir: null });
    expect(await again.access.sessions.find('secret')).toBeNull();
    expect(await again.access.links.open(token)).toBeNull();
    expect(await again.access.accounts.list()).toHaveLength(1);
    await again.stop();
  });
  test('mail: invitations and links go out by the server that was set; what it refuses is said in words', async () => {
    const mail = new StandInMail(Date.now);
    const running = await serve({
      dataDir: join(dir, 'mail'),
      port: 0,
      webDir: null,
      standIn: () => mail.letters,
    });
    const { accounts, post } = running.access;
    const by = { who: 'Marit', address: 'here' };
    const marit = await accounts.claim(sample, by);
    const setting = { host: '127.0.0.1', port: await mail.listen(), secure: false, user: '', password: null };
    expect(await post.trySend('a@b.example', 's', 't')).toMatchObject({ mailed: false });
    post.keep({ ...setting, from: 'keeper@tank.example' });
    const sent = await fetch(`${running.address}/api/access/sign-in`, {
      method: 'POST',
      body: JSON.stringify({ signIn: 'marit', password: sample.password }),
      headers: { 'Content-Type': 'application/json' },
    });
    const cookie = (sent.headers.get('set-cookie') ?? '').split(';')[0] ?? '';
    const headers = { 'Content-Type': 'application/json', Cookie: cookie, Origin: running.address };
    const invited = await fetch(`${running.address}/api/accounts`, {
      method: 'POST',
      headers,
      body: JSON.stringify({
        ...{ id: uuid(), personId: null, name: 'Ole', signIn: 'ole', mail: 'ole@quay.example' },
        ...{ role: 'keeper', siteIds: [], systemIds: [] },
      }),
    });
    const { token, mailed } = (await invited.json()) as { token: string; mailed: boolean };
    expect(mailed).toBe(true);
    expect(mail.letters[0]).toMatchObject({
      to: 'ole@quay.example',
      subject: 'Marit invites you to Jondrel',
    });
    expect(mail.letters[0]?.text).toContain(`/join#${token}`);
    // forgotten: the same answer for somebody and for nobody; a letter for somebody only
    await accounts.change(
      marit.id,
      {
        baseVersion: 1,
        mail: 'marit@tank.example',
        role: 'owner',
        siteIds: [],
        systemIds: [],
        disabled: false,
      },
      by,
    );
    const forgot = (signIn: string) =>
      fetch(`${running.address}/api/access/forgot`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ signIn }),
      });
    expect([(await forgot('marit')).status, (await forgot('nobody')).status]).toEqual([202, 202]);
    await expect
      .poll(() => mail.letters.map((letter) => letter.to))
      .toEqual(['marit@tank.example', 'ole@quay.example']);
    await mail.close();
    const refused = await post.trySend('a@b.example', 's', 't');
    expect(refused).toEqual({
      mailed: false,
      mailWord: 'The mail server 127.0.0.1 did not take it: it cannot be reached.',
    });
    await running.stop();
  });
});

describe('wear', () => {
  const line = (more: object) =>
    JSON.stringify({
      id: 'a',
      range: [28, 56],
      unit: 'day',
      cycles: [{ exposure: 190, found: 'overdue' }],
      exposureNow: 0,
      costRatio: 5,
      late: 'gradual',
      ...more,
    });
  test('one answer a line; a malformed one gets an error with its number, the rest are answered, exit 1', async () => {
    const good = await jondrelWith(`${line({})}\n${line({ id: 'b', late: 'sudden' })}\n`, 'wear', '--ndjson');
    expect([good.code, good.err]).toEqual([0, '']);
    const answers = good.out
      .trim()
      .split('\n')
      .map(
        (one) =>
          JSON.parse(one) as {
            id: string;
            earliest: number;
            likely: number;
            latest: number;
            recommended: number;
          },
      );
    expect(answers.map((one) => one.id)).toEqual(['a', 'b']);
    for (const { earliest, likely, latest, recommended } of answers) {
      expect(earliest).toBeLessThan(likely);
      expect(likely).toBeLessThan(latest);
      expect(recommended).toBeLessThanOrEqual(latest);
    }
    const bad = await jondrelWith(`{\n${line({})}\n`, 'wear', '--ndjson');
    expect(bad.code).toBe(1);
    expect(
      bad.out
        .trim()
        .split('\n')
        .map((one) => JSON.parse(one) as object),
    ).toMatchObject([{ line: 1 }, { id: 'a' }]);
  });
});

describe('calc', () => {
  test('lists, calculates from words and from lines, answers cases', async () => {
    const [list, one, lines] = await Promise.all([
      jondrel('calc', '--list', '--json'),
      jondrel('calc', 'change-to-target', 'C0=60', 'target=20', 'volume=500', '--json'),
      jondrelWith('{"C0":60,"target":20,"volume":500}\nno\n', 'calc', 'change-to-target', '--ndjson'),
    ]);
    expect((JSON.parse(list.out) as unknown[]).length).toBeGreaterThanOrEqual(60);
    const { outputs } = JSON.parse(one.out) as { outputs: { litres: { value: number; unit: string } } };
    expect(outputs.litres.value).toBeCloseTo(333.333, 2);
    expect(outputs.litres.unit).toBe('L');
    expect(lines.code).toBe(1);
    expect(
      lines.out
        .trim()
        .split('\n')
        .map((text) => JSON.parse(text) as object),
    ).toMatchObject([{ outputs: { litres: { unit: 'L' } } }, { line: 2 }]);
    const file = join(dir, 'cases.json');
    writeFileSync(
      file,
      JSON.stringify([
        { id: 'a', topic: 'glass electrode slope', inputs: { t: { value: 25, unit: 'degC' } } },
        { id: 'b', topic: 'visit packing', inputs: {} },
      ]),
    );
    const cases = await jondrel('calc', '--cases', file);
    expect(cases.code).toBe(0);
    const [a, b] = cases.out
      .trim()
      .split('\n')
      .map((text) => JSON.parse(text) as Record<string, unknown>);
    expect(a).toMatchObject({ id: 'a', outputs: { slope: { unit: 'mV/pH' } } });
    expect(b).toMatchObject({ id: 'b', notApplicable: expect.any(String) as string });
  });
  test('bad input says which field and its range, exit 1', async () => {
    const refused = await jondrel('calc', 'change-to-target', 'C0=-60', 'target=20', 'volume=500');
    expect([refused.code, refused.out]).toEqual([1, '']);
    expect(refused.err).toContain('Now: -60 mg/L is outside 0 to 1,000,000 mg/L');
    expect((await jondrel('calc', 'nothing', '--json')).code).toBe(1);
    expect((await jondrel('calc', '--cases', join(dir, 'not-there.json'))).code).toBe(1);
  });
});

describe('round', () => {
  interface Printed {
    place: string;
    date: string;
    visitMinutes: number | null;
    minutes: number;
    waits: { jobId: string; text: string; untilDate: string; chance: number | null }[];
    steps: {
      startMin: number;
      minutes: number;
      text: string;
      off: string[];
      on: string[];
      jobIds: string[];
    }[];
    still: { system: string; what: string; fromMin: number; minutes: number; limitMinutes: number | null }[];
    named: { rule: string; steps: number[]; harm: boolean; text: string }[];
  }
  const asked = async (...args: string[]): Promise<Printed> => {
    const ran = await jondrel('round', '--data', data, '--on', '2026-11-25', '--json', ...args);
    expect([ran.code, ran.err]).toEqual([0, '']);
    return JSON.parse(ran.out) as Printed;
  };
  test('fits the minutes of the visit; what waits is named with its chance; everything is one word more', async () => {
    const round = await asked('--place', 'workshop');
    expect(round.place).toBe('Workshop');
    expect(round.minutes).toBeLessThanOrEqual(round.visitMinutes ?? 0);
    expect(round.waits.length).toBeGreaterThan(0);
    for (const one of round.waits) {
      expect(one.untilDate > round.date).toBe(true);
      expect(one.chance).toBeGreaterThanOrEqual(0);
    }
    expect(round.named.filter((one) => one.harm)).toEqual([]);
    const ferry = await asked('--place', 'ferry terminal');
    expect(ferry.named.filter((one) => one.harm)).toEqual([]);
    const all = await asked('--place', 'workshop', '--all');
    expect(all.waits).toEqual([]);
    expect(all.minutes).toBeGreaterThan(round.minutes);
  });
  test('of all four places: everything goes on again, and every stop over its limit is named', async () => {
    for (const place of ['Workshop', 'Public library', 'Botanical conservatory', 'Ferry terminal']) {
      const { steps, still, named } = await asked('--place', place, '--all');
      expect([place, steps.flatMap((step) => step.on).sort()]).toEqual([
        place,
        steps.flatMap((step) => step.off).sort(),
      ]);
      let at = 0;
      for (const step of steps) {
        expect(step.startMin).toBeGreaterThanOrEqual(at);
        at = step.startMin;
      }
      const over = still.filter((one) => one.limitMinutes !== null && one.minutes > one.limitMinutes);
      expect(named.filter((one) => /^stands-still-(flow|heat|air)$/.test(one.rule))).toHaveLength(
        over.length,
      );
      // asked for everything, pairs and baths are named; by itself no round takes both
      const mayBe = ['standby', 'acid-and-bleach'];
      expect(named.filter((one) => one.harm && !mayBe.includes(one.rule))).toEqual([]);
    }
  });
  test('as one reads it; a place that is not there is named with those that are', async () => {
    const read = await jondrel('round', '--data', data, '--on', '2026-11-25', '--place', 'public library');
    expect(read.out).toMatch(
      /^Public library, 2026-1\d-\d\d: \d+ steps, \d+ min of \d+ min\n {3}0 {2}Look at /,
    );
    const wrong = await jondrel('round', '--data', data, '--place', 'Harbour');
    expect([wrong.code, wrong.err]).toEqual([1, expect.stringContaining('There is: ')]);
  });
});
