import { expect, test } from 'vitest';
import { isBeyondPlans, yearQuestion } from './yearSlip.ts';

const TODAY = '2026-12-01';
test.each([
  ['2026-11-30', null],
  ['1996-01-01', null],
  ['1995-12-31', '1995 is 31 years ago. Is the year right?'],
  ['2036-12-31', null],
  ['2037-01-01', '2037 is 11 years ahead. Is the year right?'],
  ['1926-12-01', '1926 is 100 years ago. Is the year right?'],
])('%s: %s', (day, question) => {
  expect(yearQuestion(day, TODAY)).toBe(question);
});
test('plans reach a hundred years', () => {
  expect([isBeyondPlans('2126-12-31', TODAY), isBeyondPlans('2127-01-01', TODAY)]).toEqual([false, true]);
});
