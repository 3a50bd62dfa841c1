import { expect, test } from 'vitest';
import { findSource } from '../../core/diagnosis/findSource.ts';
import { scoreSources, simulated } from './score.ts';

// On seeds that nothing was tuned on; `npm run bench:source` prints the figures in full.

test('the true cause stands first or second in at least 8 of 10, for each mixture of causes', () => {
  for (const seed of [20, 31]) {
    const score = scoreSources(40, seed);
    expect(score.systems).toBe(560);
    expect(score.firstOrSecond / score.systems).toBeGreaterThan(0.8);
    // and better than blaming the food and then whatever is most overdue
    expect(score.firstOrSecond).toBeGreaterThan(score.plainFirstOrSecond);
  }
});

test('in no simulated system more is claimed than the balance allows', () => {
  for (const { facts } of simulated(15, 22)) {
    const finding = findSource(facts, []);
    const claimed = finding.sources.reduce((sum, one) => sum + one.explains, 0);
    expect(claimed).toBeLessThanOrEqual(finding.toExplain * (1 + 1e-9) + 1e-9);
    for (const one of finding.sources)
      expect(one.explains).toBeLessThanOrEqual((one.amount?.most ?? 0) + 1e-9);
  }
});
