import { describe, expect, test } from 'vitest';
import { answerWearLines } from './wearCases.ts';

const good = {
  id: 'a',
  range: [28, 56],
  unit: 'day',
  cycles: [{ exposure: 40, found: 'right' }],
  exposureNow: 3,
  costRatio: 5,
  late: 'gradual',
};
const line = (more: Record<string, unknown>) => JSON.stringify({ ...good, ...more });

describe('lines that cannot be read', () => {
  test.each([
    ['{', 'not a line of JSON.'],
    ['[1]', 'an object is needed.'],
    ['7', 'an object is needed.'],
    [line({ id: undefined }), 'id: is missing.'],
    [line({ unit: 'week' }), 'unit: only "day" is understood.'],
    [line({ range: [56, 28] }), 'range: its low end lies above its high end.'],
    [line({ range: [0, 28] }), 'range, low end: must be at least a hundredth of a day.'],
    [line({ cycles: [{ exposure: -1, found: null }] }), 'exposure of a cycle: must be 0 or more.'],
    [
      line({ cycles: [{ exposure: 1, found: 'filthy' }] }),
      'found: one of as-new, light, right, overdue, failed, or null.',
    ],
    [line({ exposureNow: '3' }), 'exposureNow: a number of days is needed.'],
    [line({ costRatio: 1 }), 'costRatio: must be over 1.'],
    [line({ late: 'never' }), 'late: "gradual" or "sudden".'],
    [line({ driverRate: -2 }), 'driverRate: must be 0 or more.'],
  ])('%s', (text, error) => {
    const [first, second] = answerWearLines([text, line({ id: 'b' })]);
    expect(first).toMatchObject({ line: 1, error });
    expect(second).toMatchObject({ id: 'b' });
    expect(second).not.toHaveProperty('error');
  });
});

test('answers stand in the order of the lines; blank lines are passed over, not counted away', () => {
  const answers = answerWearLines([line({ id: 1 }), '', 'no', line({ id: 2, family: 'x' }), '']);
  expect(answers.map((one) => ('line' in one ? one.line : one.id))).toEqual([1, 3, 2]);
});

test('a label of the family changes nothing, a group does', () => {
  const others = Array.from({ length: 4 }, (_, k) =>
    line({
      id: k,
      group: 'g',
      family: 'f',
      cycles: Array.from({ length: 5 }, () => ({ exposure: 70, found: 'right' })),
    }),
  );
  const first = (more: Record<string, unknown>) =>
    answerWearLines([line({ cycles: [], ...more }), ...others])[0] as unknown as { likely: number };
  expect(first({ family: 'f' })).toEqual(first({}));
  expect(first({ group: 'g' }).likely).toBeGreaterThan(first({}).likely * 1.1);
});
