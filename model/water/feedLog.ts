import type { Instant } from '../../core/time/day.ts';
import type { NutrientFacts } from '../../core/diagnosis/sources/types.ts';
import type { RecordIndex } from '../facts/recordIndex.ts';
import { readingsOfSystem } from './readings.ts';

/** The standing rate now, the one in force before, and when it changed; the weeks judged are those of the supply. */
const BEFORE_DAYS = 40;

export function feedLog(
  index: RecordIndex,
  systemId: string,
  zone: string,
  at: Instant,
): NutrientFacts['feed'] {
  const rates = readingsOfSystem(index, systemId, { measure: 'feed' }, zone, at).map(
    ({ daysAgo, value }) => ({
      daysAgo,
      grams: value,
    }),
  );
  const now = rates.at(-1) ?? null;
  const before = rates.findLast((rate) => rate.daysAgo >= BEFORE_DAYS) ?? null;
  const since = now && rates.find((rate) => rate.daysAgo < BEFORE_DAYS && rate.grams === now.grams);
  return {
    now: now?.grams ?? null,
    before: before?.grams ?? null,
    changedDaysAgo: since && before && since.grams !== before.grams ? since.daysAgo : null,
  };
}
