import { get } from 'node:http';
import { PassThrough } from 'node:stream';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { pathWithoutSecrets } from './requestLog.ts';
import { House, passwordOf } from './testing/house.ts';

let house: House | null = null;
afterEach(async () => {
  vi.unstubAllEnvs();
  await house?.close();
  house = null;
});

describe('requests in the log', () => {
  test('a line each, with what came of it and how long it took; no word of what was sent', async () => {
    vi.stubEnv('JONDREL_LOG', 'debug');
    const log = new PassThrough();
    let said = '';
    log.on('data', (chunk: Buffer) => (said += chunk.toString()));
    house = await House.open({ logTo: log });
    const owner = await house.owner();
    await owner.get('/records?since=a-secret-of-the-query');
    await house.near().get('/feeds/the-token-of-a-calendar');
    const lines = said
      .split('\n')
      .filter((line) => line.includes('"ms"'))
      .map((line) => JSON.parse(line) as { msg: string; ms: number; level: number });
    expect(lines.map(({ msg }) => msg)).toEqual([
      'POST /api/access/first-owner 201',
      expect.stringMatching(/^GET \/api\/records \d+$/),
      expect.stringMatching(/^GET \/api\/feeds\/… 4\d\d$/),
    ]);
    for (const { ms } of lines) expect(ms).toBeGreaterThanOrEqual(0);
    for (const secret of [
      passwordOf('marit'),
      'a-secret-of-the-query',
      'the-token-of-a-calendar',
      'cookie',
      '::1',
    ])
      expect(said).not.toContain(secret);
  });
  test('as it runs, a request that was answered or refused says nothing', async () => {
    const log = new PassThrough();
    let said = '';
    log.on('data', (chunk: Buffer) => (said += chunk.toString()));
    house = await House.open({ logTo: log });
    await house.owner().then((owner) => owner.get('/records'));
    await house.near().get('/feeds/none');
    expect(said).toBe('');
  });
  test('the token of a calendar and a query are cut from an address', () => {
    expect(pathWithoutSecrets('/api/feeds/abc')).toBe('/api/feeds/…');
    expect(pathWithoutSecrets('/api/plan?token=abc')).toBe('/api/plan');
  });
});

test('an answer is sent compressed to whoever reads it so, a stream of events as it comes', async () => {
  const { running } = (house = await House.open());
  const encodingOf = (path: string) =>
    new Promise<string | undefined>((resolve, reject) => {
      const asked = get(
        `${running.address}/api${path}`,
        { headers: { 'Accept-Encoding': 'gzip' } },
        (answer) => {
          resolve(answer.headers['content-encoding']);
          asked.destroy();
        },
      );
      asked.on('error', reject);
    });
  expect(await encodingOf('/calculators')).toBe('gzip');
  expect(await encodingOf('/changes')).toBeUndefined();
});
