import * as v from 'valibot';
import { describe, expect, test } from 'vitest';
import { day, HORIZON, instant } from './fields.ts';
import { recordSchemas } from './records.ts';

const faultOf = (schema: Parameters<typeof v.safeParse>[0], value: unknown): string | undefined =>
  v.safeParse(schema, value).issues?.[0].message;

describe('dates have a horizon that every way in shares', () => {
  test.each(['1899-12-31', '2200-01-01', '3112-12-31', '9999-12-31'])('%s is refused', (text) => {
    expect(faultOf(day('The day'), text)).toBe('The day must lie between 1900 and 2199. Is the year right?');
    expect(faultOf(instant('The time'), `${text}T12:00:00Z`)).toContain('between 1900 and 2199');
  });
  test('its ends are allowed, what is no day is said to be none', () => {
    expect([HORIZON.from, HORIZON.to].map((text) => faultOf(day('The day'), text))).toEqual([
      undefined,
      undefined,
    ]);
    expect(faultOf(day('The day'), '2026-02-30')).toContain('there is no such day');
    expect(faultOf(instant('The time'), '2199-12-31T23:59:59.999Z')).toBeUndefined();
  });
  test('a job is not put off to the end of time, a rough date does not end there', () => {
    const skip = { jobId: '01999a7e-6a04-7cb4-8a08-cdfef9263d1a', whoId: null, reason: 'x' };
    const on = { kind: 'day', day: '2026-11-25' };
    expect(faultOf(recordSchemas.skip, { ...skip, when: on, until: '3112-12-31' })).toContain('Until when');
    const rough = { kind: 'rough', from: '2026-01-01', to: '9999-12-31' };
    expect(faultOf(recordSchemas.skip, { ...skip, when: rough, until: null })).toContain(
      'between 1900 and 2199',
    );
    expect(faultOf(recordSchemas.skip, { ...skip, when: on, until: '2027-01-01' })).toBeUndefined();
  });
});
