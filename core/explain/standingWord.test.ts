import { describe, expect, test } from 'vitest';
import type { ParameterVerdict } from '../water/verdict.ts';
import type { TestPoint } from '../water/testSeries.ts';
import { standingOf } from '../water/standing.ts';
import { nothingOutWord } from './standingWord.ts';

const at = (days: number): TestPoint => ({ days, value: 5, below: false, timing: 'before', doubt: null });
const verdict = (some: Partial<ParameterVerdict>): ParameterVerdict => ({
  parameter: 'nitrate',
  verdict: 'in-band',
  latest: at(-3),
  doubtful: null,
  outBy: 0,
  trend: { kind: 'not-known', readings: 1, needed: 3 },
  leaves: null,
  week: null,
  error: 1,
  ...some,
});
const said = (...verdicts: Partial<ParameterVerdict>[]) => nothingOutWord(standingOf(verdicts.map(verdict)));

describe('“nothing” is said only where tests allow it', () => {
  test('never tested', () => {
    expect(said()).toMatch(/^Not tested yet/);
    expect(said({ latest: null, verdict: 'no-band' })).toMatch(/^Not tested yet/);
  });
  test('tested without a band to judge by', () =>
    expect(said({ verdict: 'no-band' })).toMatch(/^No target ranges/));
  test('tested five weeks ago and longer', () => {
    expect(said({ latest: at(-36) })).toBe('No test of the last 35 days: test first.');
    expect(said({ latest: at(-36) }, { latest: at(-35) })).toBe('Nothing by the last tests.');
  });
  test('only a doubted test: nothing is judged by it', () =>
    expect(
      said({ latest: null, verdict: 'no-band', doubtful: { point: at(-2), doubt: { kind: 'said' } } }),
    ).toBe('Only tests in doubt: test again.'));
});
