import { nutrientSources } from '../../core/diagnosis/sources/index.ts';
import type { Check, CheckMade } from '../../core/diagnosis/rank.ts';
import { topOffChecks } from '../../core/water/topOff/faults.ts';
import { instantOfWhen } from '../facts/when.ts';
import type { RecordContent } from '../../contract/records.ts';
import type { Snapshot } from '../snapshot.ts';
import { MS_PER_DAY, type Instant } from '../../core/time/day.ts';

export type Finds = RecordContent<'check'>['finds'];
const nutrientChecks: readonly Check<string>[] = nutrientSources.map((source) => source.check);

/** What can be looked at to tell causes apart, by what is looked for. */
export const checksOf = (finds: Finds): readonly Check<string>[] =>
  finds === 'top-off' ? topOffChecks : nutrientChecks;

export interface CheckKnown extends CheckMade {
  recordId: string;
  at: Instant;
}
/** Older checks tell of another time. House default. */
const HOLDS_DAYS = 21;

/** Checks of a system that still tell something, oldest first. */
export function checksMade(
  snapshot: Snapshot,
  systemId: string,
  finds: Finds,
  zone: string,
  at: Instant,
): CheckKnown[] {
  return snapshot
    .all('check')
    .filter(({ content }) => content.systemId === systemId && content.finds === finds)
    .flatMap(({ id, content: { checkId, answerId, when } }) => {
      const looked = instantOfWhen(when, zone);
      return looked === null || looked > at || looked < at - HOLDS_DAYS * MS_PER_DAY
        ? []
        : [{ recordId: id, checkId, answerId, at: looked }];
    })
    .sort((a, b) => a.at - b.at || a.recordId.localeCompare(b.recordId));
}
