import * as v from 'valibot';
import { expect, test } from 'vitest';
import { shapeErrors, wordsOf } from './checks.ts';

const firstOf = (schema: v.GenericSchema, value: unknown): string => {
  const parsed = v.safeParse(schema, value);
  return parsed.success ? '' : wordsOf(parsed.issues[0]);
};

test('what a schema asks for is said in words of people, not of its library', () => {
  expect(firstOf(v.object({ visits: v.object({}) }), { visits: 3 })).toBe(
    '“visits” is not as expected: a group of fields is needed.',
  );
  expect(firstOf(v.object({ ids: v.array(v.string()) }), { ids: 'one' })).toBe(
    '“ids” is not as expected: a list is needed.',
  );
  expect(firstOf(v.object({ on: v.boolean() }), { on: 'x' })).toBe(
    '“on” is not as expected: yes or no is needed.',
  );
  expect(firstOf(v.object({ a: v.picklist(['salt', 'fresh']) }), { a: 'x' })).toBe(
    '“a” is not as expected: salt or fresh is needed.',
  );
  expect(firstOf(v.object({ a: v.number() }), {})).toBe('“a” is missing.');
});
test('nor in its types, whatever is sent where a place is described', () => {
  for (const value of [3, 'x', [], {}, true, null])
    for (const field of ['visits', 'holidays', 'allowed', 'client', 'sitter', 'name', 'timeZone'])
      for (const { detail } of shapeErrors(
        'site',
        { name: 'A', timeZone: 'UTC', visits: null, [field]: value },
        '',
      ))
        expect(detail).not.toMatch(/Object|Array|\bstring\b|\bboolean\b|undefined|"/);
});
