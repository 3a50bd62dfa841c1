import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { afterEach, expect, test, vi } from 'vitest';
import { askedSince, records } from './laidOver.ts';

// Answers of the server, each given when the test says so.
const answers: (() => void)[] = [];
const clock = { now: 0 };
vi.spyOn(performance, 'now').mockImplementation(() => clock.now);
vi.stubGlobal(
  'fetch',
  () =>
    new Promise((resolve) =>
      answers.push(() => resolve({ ok: true, status: 200, json: () => Promise.resolve([]) })),
    ),
);
const settle = async () => {
  for (let i = 0; i < 20; i++) await Promise.resolve();
  await new Promise((resolve) => setTimeout(resolve, 0));
};
afterEach(() => {
  answers.length = 0;
});

test('an answer that was overtaken does not say that the list on the screen is newer than it is', async () => {
  const client = new QueryClient();
  const stop = new QueryObserver(client, records(['snapshot'], '/not-kept')).subscribe(() => undefined);
  clock.now = 10;
  await settle();
  answers[0]?.();
  await settle();
  expect(askedSince(client.getQueryCache())).toBe(0);
  // asked for at 20, and again at 30 before that came: the first of them is let go
  clock.now = 20;
  void client.invalidateQueries({ queryKey: ['snapshot'] });
  await settle();
  clock.now = 30;
  void client.invalidateQueries({ queryKey: ['snapshot'] });
  await settle();
  answers[1]?.();
  await settle();
  // what is on the screen is still the list of 0: what was sent at 15 is not in it
  expect(askedSince(client.getQueryCache())).toBe(0);
  answers[2]?.();
  await settle();
  expect(askedSince(client.getQueryCache())).toBe(30);
  stop();
});

test('of several lists the one that was asked for first counts; while one is not there, none does', async () => {
  const client = new QueryClient();
  expect(askedSince(client.getQueryCache())).toBeNull();
  clock.now = 5;
  const first = new QueryObserver(client, records(['snapshot'], '/one')).subscribe(() => undefined);
  await settle();
  answers[0]?.();
  await settle();
  clock.now = 8;
  const second = new QueryObserver(client, records(['snapshot', 'more'], '/two')).subscribe(() => undefined);
  await settle();
  expect(askedSince(client.getQueryCache())).toBeNull();
  answers[1]?.();
  await settle();
  expect(askedSince(client.getQueryCache())).toBe(5);
  first();
  second();
});
