import { describe, expect, test } from 'vitest';
import { lifeByPath } from '../../core/wear/conditionPath.ts';
import { lifeMedian, lifeOfNormal, lifeSurvival } from '../../core/wear/thisLife.ts';
import { Chance } from '../../demo/chance.ts';
import { median } from '../../core/statistics/median.ts';

// Paths of one life from clean to its limit, read every twelfth of it with error, bent this way or that.

const LIVES = 400;
const EXPECTED = { mean: Math.log(60), sd: 0.35 };
const ERROR = 0.06;
const AGES = [0.25, 0.4, 0.6, 0.8, 0.95];

interface Path {
  life: number;
  readings: { age: number; fractionToLimit: number }[];
}
function paths(seed: number): Path[] {
  const chance = new Chance(seed);
  return Array.from({ length: LIVES }, () => {
    const life = Math.exp(EXPECTED.mean + EXPECTED.sd * chance.normal());
    const bend = Math.exp(0.25 * chance.normal());
    const readings = Array.from({ length: 12 }, (_, k) => {
      const share = (k + 1) / 12.5;
      return { age: share * life, fractionToLimit: share ** bend + ERROR * chance.normal() };
    });
    return { life, readings };
  });
}
const until = ({ readings, life }: Path, share: number) => readings.filter((one) => one.age <= share * life);

/** From clean through the last reading on to the limit. */
function straightLine(readings: Path['readings']): number {
  const last = readings.at(-1);
  return last && last.fractionToLimit > 0.02
    ? last.age / last.fractionToLimit
    : Math.exp(EXPECTED.mean + 2 * EXPECTED.sd);
}

describe('a noisy path to its limit', () => {
  const all = paths(31);
  test.each(AGES)('tells the life better than a straight line at %d of it', (share) => {
    const error = (estimate: (readings: Path['readings']) => number) =>
      median(all.map((path) => Math.abs(Math.log(estimate(until(path, share)) / path.life))));
    const byPath = error((readings) => lifeMedian(lifeByPath(lifeOfNormal(EXPECTED), readings, ERROR)));
    expect(byPath).toBeLessThan(error(straightLine));
    expect(byPath).toBeLessThan(0.675 * EXPECTED.sd); // and than what was expected before the path was seen
  });
  test('its windows hold the life about eight times in ten', () => {
    const held = all.filter((path) => {
      const survives = lifeSurvival(lifeByPath(lifeOfNormal(EXPECTED), until(path, 0.6), ERROR));
      return survives(path.life) > 0.1 && survives(path.life) < 0.9;
    }).length;
    expect(held / LIVES).toBeGreaterThan(0.7);
    expect(held / LIVES).toBeLessThan(0.92);
  });
  test('no reading leaves what was expected', () => {
    const belief = lifeByPath(lifeOfNormal(EXPECTED), [], ERROR);
    expect(lifeMedian(belief)).toBeCloseTo(60, 0);
    expect(lifeSurvival(belief)(60)).toBeCloseTo(0.5, 1);
  });
});
