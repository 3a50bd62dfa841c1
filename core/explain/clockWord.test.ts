import { expect, test } from 'vitest';
import { clockWord } from './clockWord.ts';

test('a device whose clock is wrong is told in one sentence, by how much, and what to do', () => {
  const MIN = 60_000;
  expect([0, 2 * MIN, -2 * MIN].map(clockWord)).toEqual([null, null, null]);
  expect(clockWord(42 * MIN)).toMatch(/^This device’s clock is 42 minutes behind\. .*set this one right/);
  expect(clockWord(-5 * 60 * MIN)).toContain('5 hours ahead');
  expect(clockWord(-3 * 1440 * MIN)).toContain('3 days ahead');
});
