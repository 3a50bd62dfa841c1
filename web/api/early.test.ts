import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { askForHouse, askForSystem } from './early.ts';
import { client } from './queryClient.ts';

vi.mock('../offline/answers.ts', () => ({
  isKept: () => false,
  keepAnswer: () => Promise.resolve(),
  keepFor: () => Promise.resolve(),
  keptAnswer: () => Promise.resolve(undefined),
  answersKept: () => Promise.resolve(),
}));

vi.mock('../offline/house.ts', () => ({
  keepWhole: () => Promise.resolve(),
  keepStep: () => Promise.resolve(),
}));

const answers: Record<string, unknown> = {
  '/api/authentication': { me: null, signIn: 'none' },
  '/api/about': { now: '2026-11-25T12:00:00Z' },
  '/api/records': { cursor: 'a.1', whole: true, records: [] },
  '/api/plan/changes': { cursor: 'b.1 c.1', whole: true, at: '', rows: [], gone: [], beside: {} },
};
let asked: string[] = [];
let isRefused = false;
beforeEach(() => {
  asked = [];
  isRefused = false;
  vi.stubGlobal('fetch', (path: string) => {
    asked.push(path);
    const status = isRefused ? 401 : 200;
    return Promise.resolve(
      new Response(JSON.stringify(answers[path] ?? { title: 'no', detail: 'no' }), { status }),
    );
  });
});
afterEach(() => {
  client.clear();
  vi.unstubAllGlobals();
});

describe('what is asked for before a screen asks', () => {
  test('all that stands behind every screen, once', async () => {
    await askForHouse();
    await askForHouse();
    expect(asked.sort()).toEqual(Object.keys(answers).sort());
    expect(client.getQueryState(['plan'])?.status).toBe('success');
  });
  test('of a large house nothing before somebody has said which places', async () => {
    answers['/api/about'] = { now: '2026-11-25T12:00:00Z', isLarge: true };
    await askForHouse();
    expect(asked.sort()).toEqual(['/api/about', '/api/authentication']);
    answers['/api/about'] = { now: '2026-11-25T12:00:00Z' };
  });
  test('what was refused is forgotten, so that a screen asks anew and does not fail at once', async () => {
    isRefused = true;
    await askForHouse();
    await askForSystem('s');
    await askForSystem(null);
    for (const key of [['authentication'], ['about'], ['snapshot'], ['plan'], ['snapshot', 'water', 's']])
      expect([key, client.getQueryState(key)]).toEqual([key, undefined]);
    expect(asked).not.toContain('/api/records');
    isRefused = false;
    await askForHouse();
    expect(client.getQueryState(['snapshot'])?.status).toBe('success');
  });
  test('what is held stays, though asking anew failed', async () => {
    await askForHouse();
    await client.invalidateQueries({ queryKey: ['plan'] });
    isRefused = true;
    await askForHouse();
    expect(client.getQueryData(['plan'])).toBeDefined();
  });
});
