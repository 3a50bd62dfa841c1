import { beforeAll, describe, expect, test } from 'vitest';
import { answerCases, prepareCase, type WearAnswer } from '../../core/wear/wearCases.ts';
import { wearPosterior } from '../../core/wear/wearPosterior.ts';
import { wearQuantile } from '../../core/wear/wearQuantile.ts';
import { knowingTheTruth } from './baselines.ts';
import { plainExposureAt, plainPosterior } from './plainWear.ts';
import { scoreOf, type Answered } from './score.ts';
import { simulate, steadyKinds, wrongRangeKinds, type SimulatedCase } from './simulateLives.ts';

// The figures that the engine has to reach, on a seed that nothing was tuned on. `npm run bench:wear` prints them in full.

const cases = simulate(20, 80, [0, 1, 4, 8, 16]);
let engine: Answered[] = [];
beforeAll(() => {
  const answers = answerCases(cases.map((one) => one.asked));
  engine = cases.map((one, k) => ({ one, answer: answers[k] as WearAnswer }));
});
const score = (keep: (one: SimulatedCase) => boolean) => {
  const kept = engine.filter(({ one }) => keep(one));
  const observer = kept.map(({ one }) => ({ one, answer: knowingTheTruth(one) }));
  return { held: scoreOf(kept).held, ratio: scoreOf(kept).error / scoreOf(observer).error };
};

describe('windows of simulated parts hold the next life as often as they should', () => {
  test('with records', () => {
    const { held } = score((one) => one.cycles >= 1);
    expect(held).toBeGreaterThan(0.76);
    expect(held).toBeLessThan(0.84);
  });
  test('with none, where the catalogue is right about its keepers', () => {
    const { held } = score((one) => one.cycles === 0 && !wrongRangeKinds.includes(one.kind));
    expect(held).toBeGreaterThan(0.76);
    expect(held).toBeLessThan(0.88);
  });
  test('with a range twofold wrong, from four cycles on', () => {
    const { held } = score((one) => one.cycles >= 4 && wrongRangeKinds.includes(one.kind));
    expect(held).toBeGreaterThan(0.74);
    expect(held).toBeLessThan(0.88);
  });
});

test.each([
  [4, 1.35],
  [8, 1.28],
  [16, 1.25],
])(
  'after %d cycles of a steady kind it errs at most %d times as much as one who knows the truth',
  (n, most) =>
    expect(score((one) => one.cycles === n && steadyKinds.includes(one.kind)).ratio).toBeLessThan(most),
);

describe('against the formulas written down plainly', () => {
  const histories = cases.filter((one) => one.cycles === 8).filter((_, k) => k % 64 === 0);
  test.each(histories.map((one) => [one.kind, one] as const))('%s', (_, one) => {
    const { range, cycles } = prepareCase(one.asked).counted;
    const fast = wearPosterior(range, cycles);
    const plain = plainPosterior(range, cycles, 0.1);
    const finer = plainPosterior(range, cycles, 0.01);
    for (const due of [0.1, 0.5, 0.9]) {
      const days = wearQuantile(fast, due);
      expect(Math.abs(days / plainExposureAt(plain, 1 - due) - 1)).toBeLessThan(2e-4);
      expect(Math.abs(days / plainExposureAt(finer, 1 - due) - 1)).toBeLessThan(0.01);
    }
  });
});
