import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import type { Plan } from '../usecases/plan/plan.ts';
import type { Problem, Work, WorkResult } from '../contract/work.ts';
import { create, NOW, oneSock, swapped, work } from '../store/testing/fixtures.ts';
import { serve, type Running } from './serve.ts';

let dataDir: string;
let running: Running;
beforeEach(async () => {
  dataDir = mkdtempSync(join(tmpdir(), 'jondrel-api-'));
  running = await serve({ dataDir, port: 0, webDir: null, about: { dataDir }, now: () => NOW });
});
afterEach(async () => {
  await running.stop();
  rmSync(dataDir, { recursive: true });
});

const url = (path: string): string => `${running.address}/api${path}`;
const get = async <T>(path: string): Promise<T> => (await fetch(url(path))).json() as Promise<T>;
const post = (path: string, body: string | FormData, headers: Record<string, string> = {}) =>
  fetch(url(path), {
    method: 'POST',
    body,
    headers: typeof body === 'string' ? { 'Content-Type': 'application/json', ...headers } : headers,
  });
const send = (unit: Work | object) => post('/work', JSON.stringify(unit));
const problem = async (response: Response, status: number): Promise<Problem> => {
  expect(response.status).toBe(status);
  expect(response.headers.get('content-type')).toContain('application/problem+json');
  return (await response.json()) as Problem;
};

describe('POST /api/work and the records', () => {
  test('writes, reads back, repeats without effect, keeps the history', async () => {
    const { ids, writes } = oneSock();
    const unit = work(...writes);
    const first = (await (await send(unit)).json()) as WorkResult;
    expect(first.results.map((result) => result.version)).toEqual([1, 1, 1, 1, 1]);
    expect(await (await send(unit)).json()).toEqual(first);
    expect(await get(`/records/site/${ids.site}`)).toMatchObject({
      kind: 'site',
      version: 1,
      deleted: false,
      content: { name: 'Home' },
    });
    expect(await get(`/records/site/${ids.site}/revisions`)).toHaveLength(1);
    expect(await get('/records/site')).toHaveLength(1);
    expect(await get('/records/site?deleted=true')).toHaveLength(0);
    expect((await get<unknown[]>('/snapshot')).length).toBe(5);
  });
  test('bad input is 4xx with a pointer, a sentence and what to do', async () => {
    const { writes } = oneSock();
    const bad = create('site', { name: '  ', timeZone: 'Nowhere/Here', visits: null });
    const refused = await problem(await send(work(...writes, bad)), 422);
    expect(refused.errors).toEqual([
      { pointer: '/writes/5/content/name', detail: 'The name of the place is missing.' },
      {
        pointer: '/writes/5/content/timeZone',
        detail: 'The time zone is not a time zone this computer knows, for example Europe/Berlin.',
      },
    ]);
    expect(refused.todo).toContain('nothing was stored');
    expect(await get('/snapshot')).toEqual([]);
    await problem(await post('/work', '{oops'), 400);
    await problem(await send({ writes: [] }), 400);
    const vessel = {
      ...oneSock().writes[2],
      content: {
        systemId: uuid(),
        name: 'V',
        shape: 'box',
        dimensions: { lengthCm: 10 },
        waterDepthCm: 5,
        displacementShare: 0,
      },
    };
    expect((await problem(await send({ writes: [vessel] }), 422)).errors?.[0]?.pointer).toBe(
      '/writes/0/content/systemId',
    );
    const unknownField = { ...bad, content: { name: 'A', timeZone: 'UTC', visits: null, colour: 'red' } };
    expect((await problem(await send({ writes: [unknownField] }), 422)).detail).toBe(
      '“colour” is not a field here.',
    );
  });
  test('a missing measure names its field', async () => {
    const { writes } = oneSock();
    const broken = writes.map((write) =>
      write.kind === 'vessel' && write.op === 'create'
        ? { ...write, content: { ...(write.content as object), dimensions: { lengthCm: 120 } } }
        : write,
    );
    expect((await problem(await send({ writes: broken }), 422)).errors).toEqual([
      { pointer: '/writes/2/content/dimensions/widthCm', detail: 'Width inside is missing.' },
    ]);
  });
  test('a conflict carries both texts', async () => {
    const { ids, writes } = oneSock();
    await send(work(...writes));
    const rename = (name: string) => ({
      writes: [
        {
          op: 'revise',
          kind: 'site',
          id: ids.site,
          revisionId: uuid(),
          baseVersion: 1,
          content: { name, timeZone: 'UTC', visits: null },
        },
      ],
    });
    expect((await send(rename('Cellar'))).status).toBe(200);
    const conflict = await problem(await send(rename('Attic')), 409);
    expect(conflict.stored).toMatchObject({ version: 2, content: { name: 'Cellar' } });
    expect(conflict.sent).toMatchObject({ name: 'Attic' });
  });
  test('what does not exist is 404, also routes', async () => {
    await problem(await fetch(url(`/records/site/${uuid()}`)), 404);
    await problem(await fetch(url(`/records/site/${uuid()}/revisions`)), 404);
    await problem(await fetch(url('/nothing')), 404);
    await problem(await fetch(url('/records/spaceship')), 400);
  });
});

describe('GET /api/plan', () => {
  test('today, a day, an instant; evidence after it is ignored', async () => {
    const { ids, writes } = oneSock();
    await send(
      work(
        ...writes,
        create('service', swapped(ids.job, '2026-11-10', 'right')),
        create('service', swapped(ids.job, '2026-11-20', 'light')),
      ),
    );
    const now = await get<Plan>('/plan');
    expect(now.jobs).toHaveLength(1);
    expect(now.jobs[0]).toMatchObject({
      lastDone: '2026-11-20',
      today: '2026-11-25',
      nextVisit: '2026-11-28',
    });
    expect((await get<Plan>('/plan?at=2026-11-15')).jobs[0]?.lastDone).toBe('2026-11-10');
    expect((await get<Plan>('/plan?at=2026-11-20T09:00:00%2B01:00')).jobs[0]?.lastDone).toBe('2026-11-10');
    await problem(await fetch(url('/plan?at=2026-02-31')), 400);
    await problem(await fetch(url('/plan?at=yesterday')), 400);
  });
});

describe('pictures', () => {
  test('sent, kept, given out; too large or no picture is refused', async () => {
    const form = (bytes: Buffer, name: string) => {
      const data = new FormData();
      data.append('picture', new Blob([new Uint8Array(bytes)]), name);
      return data;
    };
    const png = await sharp({ create: { width: 20, height: 20, channels: 3, background: '#123' } })
      .png()
      .toBuffer();
    const taken = await post('/pictures', form(png, 'Größe.png'));
    expect(taken.status).toBe(201);
    const content = (await taken.json()) as Parameters<typeof create<'picture'>>[1];
    expect(content).toMatchObject({ mime: 'image/png', widthPx: 20, name: 'Größe.png' });
    const id = uuid();
    await send(work(create('picture', content, id)));
    const given = await fetch(url(`/pictures/${id}`));
    expect(given.headers.get('content-type')).toBe('image/png');
    expect((await given.arrayBuffer()).byteLength).toBe(content.bytes);
    await problem(await post('/pictures', form(Buffer.from('not a picture at all'), 'x.png')), 422);
    await problem(await post('/pictures', form(Buffer.alloc(15 * 1024 * 1024 + 1), 'x.png')), 413);
    await problem(await post('/pictures', new FormData()), 422);
    await problem(await fetch(url(`/pictures/${uuid()}`)), 404);
  });
});

describe('export, import, backup, about', () => {
  test('export and import again: all is here already; a changed one is refused whole', async () => {
    const { writes } = oneSock();
    await send(work(...writes));
    const archive = await (await fetch(url('/export'))).text();
    expect(archive.split('\n')[0]).toBe('{"archive":"jondrel","schema":2}');
    const upload = (text: string) => {
      const data = new FormData();
      data.append('archive', new Blob([text]), 'a.ndjson');
      return post('/import', data);
    };
    expect(await (await upload(archive)).json()).toEqual({ added: 0, same: 5, refused: [] });
    const other = await upload(archive.replaceAll(/"madeAt":"2026/g, '"madeAt":"2025'));
    expect(other.status).toBe(409);
    expect(((await other.json()) as { refused: unknown[] }).refused).toHaveLength(5);
    await problem(await upload('no archive'), 422);
    await problem(await post('/import', new FormData()), 422);
    const zip = Buffer.from(await (await fetch(url('/export?pictures=true'))).arrayBuffer());
    expect(zip.subarray(0, 2).toString()).toBe('PK');
  });
  test('a backup is a folder with a database; the same second twice is a conflict', async () => {
    const { folder } = (await (await post('/backup', '{}')).json()) as { folder: string };
    expect(readFileSync(join(folder, 'jondrel.sqlite')).subarray(0, 15).toString()).toBe('SQLite format 3');
    await problem(await post('/backup', '{}'), 409);
  });
  test('about tells the server’s clock', async () => {
    expect(await get('/about')).toEqual({ dataDir, isLarge: false, now: '2026-11-25T14:20:00.000Z' });
  });
});

describe('loopback only', () => {
  const raw = (headers: Record<string, string>, method = 'GET') =>
    new Promise<number>((resolve, reject) => {
      const { port } = new URL(running.address);
      const sent = request({ host: '127.0.0.1', port, path: '/api/about', method, headers }, (response) => {
        response.resume();
        resolve(response.statusCode ?? 0);
      });
      sent.on('error', reject);
      sent.end();
    });
  test('a foreign Host is refused, loopback names are not', async () => {
    const { port } = new URL(running.address);
    expect(await raw({ Host: 'evil.example' })).toBe(421);
    expect(await raw({ Host: `127.0.0.1:${port}` })).toBe(200);
    expect(await raw({ Host: `localhost:${port}` })).toBe(200);
    expect(await raw({ Host: `[::1]:${port}` })).toBe(200);
  });
  test('a write with a foreign Origin is refused, one from here is not', async () => {
    const { writes } = oneSock();
    await problem(
      await post('/work', JSON.stringify(work(...writes)), { Origin: 'http://evil.example' }),
      403,
    );
    expect((await post('/work', JSON.stringify(work(...writes)), { Origin: running.address })).status).toBe(
      200,
    );
  });
  test('no inline script, no outside host', async () => {
    const policy = (await fetch(url('/about'))).headers.get('content-security-policy') ?? '';
    expect(policy).toContain("script-src 'self'");
    expect(policy).not.toContain("script-src 'self' 'unsafe-inline'");
  });
});

test('GET /api/changes tells a listener what changed', async () => {
  const abort = new AbortController();
  const response = await fetch(url('/changes'), { signal: abort.signal });
  const reader = response.body?.getReader() as ReadableStreamDefaultReader<Uint8Array> | undefined;
  if (!reader) expect.fail();
  let heard = '';
  const hear = async (until: string) => {
    while (!heard.includes(until)) {
      const { value, done } = await reader.read();
      if (done) expect.fail(heard);
      heard += new TextDecoder().decode(value);
    }
  };
  await hear('event: hello');
  const { ids, writes } = oneSock();
  await send(work(...writes));
  await hear('event: change');
  await hear(ids.site);
  abort.abort();
});

test('a second server on the same data is refused by name', async () => {
  // another process owns the lock: stand in for it
  const { writeFileSync } = await import('node:fs');
  writeFileSync(
    join(dataDir, 'jondrel.lock'),
    JSON.stringify({ pid: process.ppid, what: 'the server at http://localhost:4180' }),
  );
  await expect(serve({ dataDir, port: 0, webDir: null })).rejects.toThrow(
    /in use by the server at http:\/\/localhost:4180/,
  );
});

describe('calculators', () => {
  test('the list, one run, and what it refuses', async () => {
    expect((await get<unknown[]>('/calculators')).length).toBeGreaterThanOrEqual(60);
    const run = (body: object, id = 'change-to-target') => post(`/calculators/${id}`, JSON.stringify(body));
    const answer = (await (await run({ C0: 60, target: 20, volume: 500 })).json()) as {
      outputs: { litres: { value: number } };
    };
    expect(answer.outputs.litres.value).toBeCloseTo(333.333, 2);
    expect((await problem(await run({ C0: -1, target: 20, volume: 500 }), 422)).detail).toContain('Now');
    expect((await problem(await run({ colour: 1 }), 422)).detail).toContain('colour');
    await problem(await run({}, 'nothing'), 404);
  });
});

describe('GET /api/plan/jobs', () => {
  test('why a date lies where it lies; no such job is 404', async () => {
    const { ids, writes } = oneSock();
    await send(work(...writes, create('service', swapped(ids.job, '2026-11-20'))));
    const why = await get<{ jobId: string; knowMore: string[]; chances: unknown[] }>(`/plan/jobs/${ids.job}`);
    expect(why.jobId).toBe(ids.job);
    expect(why.knowMore.length).toBeGreaterThan(0);
    expect(why.chances.length).toBeGreaterThan(0);
    await problem(await fetch(url(`/plan/jobs/${uuid()}`)), 404);
  });
});

describe('water', () => {
  const CSV =
    'Date,NO3,PO4 ppm\n2026-11-01,12,0.05\n2026-11-08,13,0.06\n2026-11-15,14,0.06\n2026-11-22,16,0.07\n';
  const sendFile = (path: string, fields: Record<string, string>, text: string | null = CSV) => {
    const form = new FormData();
    for (const [name, value] of Object.entries(fields)) form.set(name, value);
    if (text !== null) form.set('file', new File([text], 'tests.csv'));
    return post(path, form);
  };
  test('a file is looked at, read in, judged, drawn, taken away as a table and taken back', async () => {
    const { ids, writes } = oneSock();
    await send(work(...writes));
    const preview = (await (await sendFile('/import-csv/preview', { systemId: ids.system })).json()) as {
      counts: { readings: number };
    };
    expect(preview.counts.readings).toBe(8);
    expect(await get(`/readings?system=${ids.system}`)).toEqual([]);
    const written = await sendFile('/import-csv', { systemId: ids.system, remember: 'true' });
    expect(written.status).toBe(201);
    const { importId } = (await written.json()) as { importId: string };

    const water = await get<{ litres: number; verdicts: { parameter: string; trend: { kind: string } }[] }>(
      `/water?system=${ids.system}`,
    );
    expect(water.litres).toBeGreaterThan(0);
    expect(water.verdicts.find((one) => one.parameter === 'nitrate')?.trend.kind).toBe('rising');
    const series = await get<{ readings: number; points: { value: number }[] }>(
      `/water/series?system=${ids.system}&parameter=nitrate&points=10`,
    );
    expect(series.points.map((point) => point.value)).toEqual([12, 13, 14, 16]);
    const sheet = await fetch(url(`/water/tests.csv?system=${ids.system}`));
    expect(sheet.headers.get('content-disposition')).toContain('attachment');
    expect(await sheet.text()).toContain('2026-11-22,,,16,0.07');

    expect((await post(`/imports/${importId}/take-back`, '{}')).status).toBe(200);
    expect(await get(`/readings?system=${ids.system}`)).toEqual([]);
  });
  test('no file, no system, a mapping that is none, a system that is not there: 4xx with a sentence', async () => {
    const { ids, writes } = oneSock();
    await send(work(...writes));
    expect((await problem(await sendFile('/import-csv', { systemId: ids.system }, null), 422)).detail).toBe(
      'No file was sent.',
    );
    const noSystem = await sendFile('/import-csv', {});
    expect(noSystem.status).toBeGreaterThanOrEqual(400);
    expect(noSystem.status).toBeLessThan(500);
    const broken = await sendFile('/import-csv/preview', { systemId: ids.system, mapping: '{"name":' });
    expect(broken.status).toBeGreaterThanOrEqual(400);
    expect(broken.status).toBeLessThan(500);
    await problem(await fetch(url(`/water?system=${uuid()}`)), 404);
    const nowhere = await fetch(url(`/water/series?system=${ids.system}&parameter=gold`));
    expect(nowhere.status).toBe(400);
    await problem(await post(`/imports/${uuid()}/take-back`, '{}'), 404);
  });
});

describe('water to work with', () => {
  test('a place’s change facts and make-up, a system’s source, and the steps ahead', async () => {
    const { ids, writes } = oneSock();
    await send(work(...writes));
    expect(await get(`/water/change?site=${ids.site}`)).toMatchObject({
      systems: [{ id: ids.system, proposed: null, usualL: null }],
      stores: [],
    });
    expect(await get(`/water/make-up?site=${ids.site}`)).toMatchObject({
      units: [],
      stores: [],
      topOffs: [],
    });
    expect(await get(`/water/source?system=${ids.system}&nutrient=phosphate`)).toEqual({
      kind: 'missing',
      what: 'tests',
    });
    expect(await get('/leads')).toEqual([]);
  });
  test('what is not there is 404, what is not asked well 400 with a sentence', async () => {
    await problem(await fetch(url(`/water/change?site=${uuid()}`)), 404);
    await problem(await fetch(url(`/water/make-up?site=${uuid()}`)), 404);
    await problem(await fetch(url(`/water/source?system=${uuid()}&nutrient=nitrate`)), 404);
    expect((await problem(await fetch(url('/water/change')), 400)).detail).toBe('“site” is missing.');
    const nowhere = await problem(await fetch(url('/water/change?site=here')), 400);
    expect(nowhere.detail).toContain('Say which place');
    const gold = await problem(await fetch(url(`/water/source?system=${uuid()}&nutrient=gold`)), 400);
    expect(gold.detail).toContain('nitrate or phosphate');
  });
});
