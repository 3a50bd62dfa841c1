import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { StoreProblem } from '../../store/problems.ts';
import { House } from '../testing/house.ts';

let house: House;
beforeEach(async () => {
  house = await House.open({ wide: true });
  await house.running.stop();
});
afterEach(async () => {
  await house.close();
});
const key = (name: string): string => join(house.dataDir, 'keys', name);

describe('keys that are damaged', () => {
  test.each<[string, string, RegExp]>([
    ['cookies.secret', '', /cookies\.secret is empty or cut off\. .* everybody signs in once more\.$/],
    ['cookies.secret', 'short', /is empty or cut off/],
    ['authority.pem', '', /^The certificate authority in .* cannot be read\. .* trust once\.$/],
    ['authority.key.pem', 'garbage', /^The certificate authority in /],
  ])('%s is “%s”: the start says so, with what to do, and changes nothing', async (name, text, sentence) => {
    const whole = readFileSync(key(name));
    writeFileSync(key(name), text);
    const start = house.start({ wide: true });
    await expect(start).rejects.toThrow(StoreProblem);
    await expect(start).rejects.toThrow(sentence);
    expect(readFileSync(key(name), 'utf8')).toBe(text);
    writeFileSync(key(name), whole);
    await house.start({ wide: true });
  });
  test.each(['server.pem', 'server.key.pem'])(
    '%s: the authority gives the server another, and phones notice nothing',
    async (name) => {
      const authority = readFileSync(key('authority.pem'), 'utf8');
      writeFileSync(key(name), 'garbage');
      await house.start({ wide: true });
      expect(readFileSync(key('authority.pem'), 'utf8')).toBe(authority);
      expect((await house.far().get('/authentication')).status).toBe(200);
    },
  );
  test('mail settings that cannot be read: everything goes on, and a letter says to set them anew', async () => {
    writeFileSync(key('mail.json'), '{"host":');
    await house.start({ wide: true });
    const owner = await house.owner();
    expect((await owner.get('/mail')).json).toBeNull();
    const { status, json } = await owner.post<{ detail: string }>('/mail/try', { to: 'a@example.org' });
    expect([status, json.detail]).toEqual([409, 'The mail settings that were kept cannot be read.']);
  });
});
