import { gunzipSync } from 'node:zlib';
import type { Request, Response } from 'express';
import { describe, expect, test } from 'vitest';
import { WholeAnswer } from './wholeAnswer.ts';

/** Somebody who asks, and what was sent to them. */
function asker(takes: 'gzip' | 'nothing packed') {
  const sent: unknown[] = [];
  const req = { acceptsEncodings: () => (takes === 'gzip' ? 'gzip' : false) } as unknown as Request;
  const res = {
    json: (body: unknown) => sent.push(JSON.stringify(body)),
    set: () => res,
    vary: () => res,
    send: (bytes: Buffer) => sent.push(gunzipSync(bytes).toString()),
  };
  return { req, res: res as unknown as Response, sent };
}

describe('a large answer that many ask for', () => {
  test('is made once for one state, and anew for another', async () => {
    const whole = new WholeAnswer();
    let made = 0;
    const make = () => ({ made: ++made });
    const askers = Array.from({ length: 5 }, () => asker('gzip'));
    await Promise.all(askers.map(({ req, res }) => whole.send(req, res, 'first', make)));
    expect(askers.map(({ sent }) => sent[0])).toEqual(Array(5).fill('{"made":1}'));
    const later = asker('gzip');
    await whole.send(later.req, later.res, 'second', make);
    expect([later.sent[0], made]).toEqual(['{"made":2}', 2]);
  });
  test('who takes nothing packed gets it plain', async () => {
    const plain = asker('nothing packed');
    await new WholeAnswer().send(plain.req, plain.res, 'first', () => ({ a: 1 }));
    expect(plain.sent).toEqual(['{"a":1}']);
  });
});
