import { MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import type { NutrientFacts } from '../../core/finding/sources/types.ts';
import type { RecordIndex } from '../facts/recordIndex.ts';
import { instantOfWhen } from '../facts/when.ts';

/** The standing rate now, the one in force before, and when it changed; the weeks judged are those of the supply. */
const BEFORE_DAYS = 40;

export function feedLog(
  index: RecordIndex,
  systemId: string,
  zone: string,
  at: Instant,
): NutrientFacts['feed'] {
  const rates = index
    .on('channelsOfSystem', systemId)
    .filter((channel) => channel.content.measure === 'feed')
    .flatMap((channel) => index.on('readingsOfChannel', channel.id))
    .flatMap(({ content }) => {
      const when = instantOfWhen(content.when, zone);
      return when === null || when > at || content.quality !== 'good'
        ? []
        : [{ daysAgo: (at - when) / MS_PER_DAY, grams: content.value }];
    })
    .sort((a, b) => b.daysAgo - a.daysAgo);
  const now = rates.at(-1) ?? null;
  const before = rates.findLast((rate) => rate.daysAgo >= BEFORE_DAYS) ?? null;
  const since = now && rates.find((rate) => rate.daysAgo < BEFORE_DAYS && rate.grams === now.grams);
  return {
    now: now?.grams ?? null,
    before: before?.grams ?? null,
    changedDaysAgo: since && before && since.grams !== before.grams ? since.daysAgo : null,
  };
}
