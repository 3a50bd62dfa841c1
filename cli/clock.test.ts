import { expect, test } from 'vitest';
import { clockFrom } from './clock.ts';
import { BadInput } from './exit.ts';

test('a clock that was set runs on with the machine’s', () => {
  const machine = { at: Date.parse('2026-11-30T10:00:00Z') };
  const clock = clockFrom(String(456 * 86_400_000), () => machine.at);
  expect(new Date(clock()).toISOString()).toBe('2028-02-29T10:00:00.000Z');
  machine.at += 90_000;
  expect(new Date(clock()).toISOString()).toBe('2028-02-29T10:01:30.000Z');
  expect(clockFrom('-1000', () => 5000)()).toBe(4000);
});

test('none set: the machine’s own', () => {
  expect(clockFrom(undefined, () => 7)()).toBe(7);
  expect(clockFrom('', () => 7)()).toBe(7);
});

test.each(['tomorrow', '2026-11-25', '1.5', '1e9', '99999999999999999'])('refuses “%s”', (asked) => {
  expect(() => clockFrom(asked)).toThrow(BadInput);
});
