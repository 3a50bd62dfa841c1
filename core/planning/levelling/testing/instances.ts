import { evenStream } from '../../../numeric/evenStream.ts';
import { costByDay, tailByDay } from '../costs.ts';
import { chanceOfLife } from '../../dueCurve.ts';
import type { LevelInstance, LevelJob } from '../instance.ts';

export interface Shape {
  jobs: number;
  visits: number;
  everyDays: number;
  capacityMin: number;
  /** With work that fills a visit by itself, and a seldom job between two weekly ones that keep it away. */
  crowded?: boolean;
}

/** A seeded plant: jobs of all consequences and intervals, shared set-ups, some that keep apart. */
export function instanceOf(seed: number, shape: Shape): LevelInstance {
  const even = evenStream(seed);
  const pick = <T>(items: readonly T[]): T => items[Math.floor(even() * items.length)] as T;
  const horizon = shape.visits * shape.everyDays;
  const setUpMin = Array.from(
    { length: Math.max(1, Math.round(shape.jobs / 4)) },
    () => 3 + Math.floor(even() * 8),
  );
  const fixed = shape.crowded ? crowd(shape.capacityMin) : [];
  const jobs = Array.from({ length: shape.jobs }, (_, j): LevelJob => {
    const interval = fixed[j]?.interval ?? pick([7, 10, 14, 21, 30, 45, 90, 180]) * (0.8 + 0.4 * even());
    const minutes = fixed[j]?.minutes ?? pick([5, 10, 15, 20, 30, 45]);
    const costRatio = pick([2, 5, 20, 100]);
    const spread = 1.2 + 0.5 * even();
    const rate = minutes / interval;
    const costs = { rate, costRatio, days: horizon };
    const left = interval * even() * 1.1 - 3;
    const age = interval - left;
    const life = chanceOfLife({
      earliest: interval / spread,
      likely: interval * 1.1,
      latest: interval * 1.1 * spread,
    });
    const again = costByDay(life, { ...costs, recommended: interval });
    const first = costByDay((x) => life(age + x), { ...costs, recommended: left });
    return {
      minutes,
      setUps: even() < 0.5 ? [Math.floor(even() * setUpMin.length)] : [],
      first,
      again,
      tail: tailByDay(again, interval),
      never: left > horizon ? 0 : (first[horizon] ?? 0) + minutes,
      allowed: null,
      pinned: [],
    };
  });
  const apart = Array.from({ length: Math.floor(shape.jobs / 5) }, () => ({
    a: Math.floor(even() * shape.jobs),
    b: Math.floor(even() * shape.jobs),
    days: pick([1, 3]),
  })).filter(({ a, b }) => a !== b);
  if (shape.crowded && shape.jobs > 2) apart.push({ a: 0, b: 2, days: 3 }, { a: 1, b: 2, days: 3 });
  return {
    horizon,
    visits: Array.from({ length: shape.visits }, (_, i) => ({
      day: i * shape.everyDays,
      capacityMin: shape.capacityMin,
      mostOverMin: shape.capacityMin / 10,
      cost: 20,
    })),
    jobs,
    setUpMin,
    apart,
    overPerMin: 3,
  };
}

/** Two filters backwashed every visit, the bed that is not touched beside them, and a day's work by itself. */
const crowd = (capacityMin: number): { minutes: number; interval: number }[] => [
  { minutes: 20, interval: 8 },
  { minutes: 20, interval: 8 },
  { minutes: 20, interval: 60 },
  { minutes: Number.isFinite(capacityMin) ? Math.round(0.75 * capacityMin) : 90, interval: 120 },
];
