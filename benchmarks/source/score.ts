import { findSource } from '../../core/diagnosis/findSource.ts';
import { sourceIds, type Nutrient, type SourceId } from '../../core/diagnosis/sources/types.ts';
import { simulateSystem, type SimulatedSystem } from './simulateSystem.ts';

export interface SourceScore {
  systems: number;
  first: number;
  firstOrSecond: number;
  /** The same by causes. */
  byTruth: Record<string, { systems: number; firstOrSecond: number }>;
  /** First or second by the plainest rules: food, then what is most overdue. */
  plainFirstOrSecond: number;
}

/** So many systems of each cause, for both nutrients; rock holds no nitrate and media take none. */
export function* simulated(perCause: number, seed: number): Generator<SimulatedSystem> {
  for (const nutrient of ['phosphate', 'nitrate'] as const satisfies Nutrient[])
    for (const truth of sourceIds) {
      if (nutrient === 'nitrate' && (truth === 'rock' || truth === 'media')) continue;
      for (let k = 0; k < perCause; k++) yield simulateSystem(seed * 100_003 + k, nutrient, truth);
    }
}

export function scoreSources(perCause: number, seed: number): SourceScore {
  const score: SourceScore = { systems: 0, first: 0, firstOrSecond: 0, byTruth: {}, plainFirstOrSecond: 0 };
  for (const { truth, facts } of simulated(perCause, seed)) {
    const order = findSource(facts, []).sources.map((one) => one.id);
    const hit = order.indexOf(truth) < 2;
    score.systems++;
    if (order[0] === truth) score.first++;
    if (hit) score.firstOrSecond++;
    if (plainOrder(facts).indexOf(truth) < 2) score.plainFirstOrSecond++;
    const one = (score.byTruth[truth] ??= { systems: 0, firstOrSecond: 0 });
    one.systems++;
    if (hit) one.firstOrSecond++;
  }
  return score;
}

/** What people do without a balance: blame the food, then whatever is most overdue. */
function plainOrder(facts: SimulatedSystem['facts']): SourceId[] {
  const late = (jobs: readonly { chanceDue: number | null }[]): number =>
    Math.max(0, ...jobs.map((one) => one.chanceDue ?? 0));
  const overdue: [SourceId, number][] = [
    ['detritus', late(facts.detritus)],
    ['media', late(facts.media)],
    ['skimmer', late(facts.skimmer)],
    ['harvest', late(facts.harvest)],
    ['product-water', late(facts.product.stages)],
  ];
  return ['food', ...overdue.sort((a, b) => b[1] - a[1]).map(([id]) => id), 'dead-animal', 'rock'];
}
