import { expect, test } from 'vitest';
import { typedNumber } from './typedNumber.ts';

test.each([
  ['', null],
  ['  ', null],
  ['7', 7],
  ['7,5', 7.5],
  ['7.5', 7.5],
  ['0,25', 0.25],
  ['1,200', 1200],
  ['12,345.6', 12345.6],
  ['1,200,000', 1200000],
  ['-1,5', -1.5],
  ['1,2,3', null],
  ['seven', null],
  ['1e999', null],
  ['.045', 0.045],
  ['1/2', 0.5],
  ['19 1/2', 19.5],
  ['1/0', null],
  ['−2', -2],
  ['Infinity', null],
  ['0x10', null],
])('“%s” is read as %s', (typed, value) => expect(typedNumber(typed)).toBe(value));
