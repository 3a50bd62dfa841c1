import { presentCourse, pointValue } from '../../core/water/testSeries.ts';
import { waterHistories } from '../water/waterHistories.ts';
import { median } from '../../core/statistics/median.ts';
import { restingLevel, riseBetween } from '../../core/water/restingLevel.ts';
import type { Instant } from '../../core/time/day.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import { litresOf } from '../../model/facts/litres.ts';
import { zoneOfSystem } from '../../model/facts/places.ts';
import { changesOf } from '../../model/water/demand.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

/** How a nutrient of a system rises and what a change takes of it, by its tests and its log. */
export interface NutrientBalance {
  systemId: string;
  systemName: string;
  parameter: ParameterId;
  /** In the stored unit a day; null: too few tests with changes known between them. */
  risePerDay: number | null;
  pairs: number;
  /** The share a change takes; null: litres are not known. */
  share: number | null;
  lastTested: number;
}
const nutrients: readonly ParameterId[] = ['nitrate', 'phosphate'];
const PAIRS = 8;
const LEAST_PAIRS = 3;
const LAST_CHANGES = 5;

/** Of every system: tests pair by pair, with what the changes between them took away. */
export function nutrientBalances(evidence: Evidence, now: Instant): NutrientBalance[] {
  const { snapshot } = evidence;
  return snapshot.all('system').flatMap(({ id, content }) => {
    const zone = zoneOfSystem(snapshot, id);
    const litres = litresOf(snapshot, id);
    const changes = changesOf(evidence, id, zone, now);
    const known = changes.flatMap((change) => change.litres ?? []).slice(-LAST_CHANGES);
    const share = litres !== null && known.length > 0 ? Math.min(1, median(known) / litres) : null;
    const { histories } = waterHistories(evidence, { systemId: id, zone, at: now });
    return nutrients.flatMap((parameter): NutrientBalance[] => {
      const history = histories.get(parameter);
      const tests = history ? presentCourse(history).slice(-PAIRS - 1) : [];
      const last = tests.at(-1);
      if (!last) return [];
      const rises = tests.slice(1).flatMap((test, i) => {
        const before = tests[i];
        if (!before || litres === null) return [];
        const between = changes.filter((change) => change.days > before.days && change.days <= test.days);
        if (between.some((change) => change.litres === null)) return [];
        const shares = between.map((change) => Math.min(1, (change.litres ?? 0) / litres));
        const days = test.days - before.days;
        return days > 0.5 ? [riseBetween(pointValue(before), pointValue(test), days, shares)] : [];
      });
      const rise = rises.length >= LEAST_PAIRS ? median(rises) : null;
      return [
        {
          ...{ systemId: id, systemName: content.name, parameter, pairs: rises.length, share },
          ...{ risePerDay: rise, lastTested: last.value },
        },
      ];
    });
  });
}

/**
 * The level before a change in the long run; null where it is not known or where nothing rises.
 * @param feedFactor what the rise is multiplied by: nutrients come in with the feed
 */
export function expectedLevel(
  { risePerDay, share }: NutrientBalance,
  everyDays: number | null,
  feedFactor: number,
): number | null {
  if (risePerDay === null || share === null || share <= 0 || everyDays === null || risePerDay <= 0)
    return null;
  return restingLevel(risePerDay * feedFactor, share, everyDays);
}
