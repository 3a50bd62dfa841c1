import express from 'express';
import type { AddressInfo } from 'node:net';
import { expect, test } from 'vitest';
import { errorBorder } from './errorBorder.ts';

/** What the border answers when a route fails with this error, and whether it was logged. */
async function answerTo(error: Error): Promise<{ status: number; title: string; logged: number }> {
  let logged = 0;
  const app = express();
  app.get('/', () => {
    throw error;
  });
  app.use(errorBorder(() => logged++));
  const server = app.listen(0);
  await new Promise((resolve) => server.once('listening', resolve));
  const response = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
  const { title } = (await response.json()) as { title: string };
  server.close();
  return { status: response.status, title, logged };
}

test.each([
  ['ENOSPC', 507, 'The disk is full'],
  ['SQLITE_FULL', 507, 'The disk is full'],
  ['SQLITE_BUSY', 503, 'The disk is busy'],
])('%s is answered in the same shape', async (code, status, title) => {
  expect(await answerTo(Object.assign(new Error(code), { code }))).toEqual({ status, title, logged: 0 });
  expect(await answerTo(Object.assign(new Error(code), { driverError: { code } }))).toEqual({
    status,
    title,
    logged: 0,
  });
});

test('an error that is numbered, not named, is a bug like any other', async () => {
  const answer = { status: 500, title: 'A fault of the program', logged: 1 };
  expect(await answerTo(Object.assign(new Error('curl 7'), { code: 7 }))).toEqual(answer);
  expect(await answerTo(Object.assign(new Error('x'), { driverError: { code: 19 } }))).toEqual(answer);
});

test('a bug is logged and shown to nobody', async () => {
  expect(await answerTo(new TypeError('secret detail'))).toEqual({
    status: 500,
    title: 'A fault of the program',
    logged: 1,
  });
});
