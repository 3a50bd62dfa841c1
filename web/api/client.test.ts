import { afterEach, describe, expect, test, vi } from 'vitest';
import { api } from './client.ts';
import type { Work } from '../../contract/work.ts';

const work: Work = { writes: [], why: '', who: '' };
function answering(response: Response): void {
  vi.stubGlobal('fetch', () => Promise.resolve(response));
}
const noAnswer = { problem: { status: 0, title: 'No answer' } };
afterEach(() => vi.unstubAllGlobals());

describe('an answer of the server', () => {
  test('cut off in its middle is none: it is not taken for a refusal', async () => {
    const half = new ReadableStream({
      start(stream) {
        stream.enqueue(new TextEncoder().encode('{"results":['));
        stream.error(new TypeError('network error'));
      },
    });
    answering(new Response(half, { status: 200 }));
    await expect(api.work(work)).rejects.toMatchObject(noAnswer);
  });
  test('of somebody else, who wants a sign-in for the network, is none', async () => {
    answering(new Response('<html>Welcome, guest</html>', { status: 200 }));
    await expect(api.work(work)).rejects.toMatchObject(noAnswer);
  });
  test('is what it says, a refusal by its own words', async () => {
    answering(new Response('{"results":[]}', { status: 200 }));
    expect(await api.work(work)).toEqual({ results: [] });
    answering(new Response('{"status":422,"title":"No","detail":"When is missing."}', { status: 422 }));
    await expect(api.work(work)).rejects.toMatchObject({ problem: { detail: 'When is missing.' } });
    answering(new Response('nothing that can be read', { status: 503 }));
    await expect(api.work(work)).rejects.toMatchObject({ problem: { status: 503 } });
  });
});
