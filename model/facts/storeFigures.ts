import { hasRole } from '../../core/catalogue/roles.ts';
import { worksLike } from './worksLike.ts';
import type { JobDefinition } from '../../core/catalogue/types.ts';
import { noStoreFigures, type StoreFigures } from '../../core/rules/facts.ts';
import type { StoreMeasureId } from '../../core/quantity/measures.ts';
import type { Instant } from '../../core/time/day.ts';
import { measuredLoss, type DailyLoss } from '../../core/water/topOff/dailyLoss.ts';
import { usualEvaporation } from '../../core/water/topOff/evaporation.ts';
import type { Stored } from '../../contract/records.ts';
import type { Snapshot } from '../snapshot.ts';
import { lossOf, surfaceOfSystem } from '../water/demand.ts';
import { carbonStore, resinStore } from '../water/makeUpUnit.ts';
import type { JobPlace } from './places.ts';
import type { RecordIndex } from './recordIndex.ts';

interface Asked {
  snapshot: Snapshot;
  index: RecordIndex;
  place: JobPlace;
  said: StoreFigures;
  at: Instant;
}
/** What is known of a store besides what a person said of it: by what is read and by what has passed. */
const known: Record<StoreMeasureId, (asked: Asked) => StoreFigures> = {
  'resin-left': ({ index, place: { unit, zone }, said, at }) =>
    unit ? resinStore(index, unit, zone, at) : said,
  'rated-litres-left': ({ index, place: { unit, component, zone }, said, at }) =>
    unit && component ? carbonStore(index, unit, component.id, zone, at) : said,
  'metres-left': ({ said }) => said,
  // what the water loses is the top-off's to replace, and no other store's
  'litres-left': ({ snapshot, index, place: { component, zone }, said, at }) =>
    component && hasRole(worksLike(snapshot)(component.content.kindId), 'top-off')
      ? topOffFigures({ snapshot, index }, component, said, zone, at)
      : said,
};

/** A top-off's reservoir: what a person said of it, what it was measured to lose, what such a surface usually loses. */
export function topOffFigures(
  { snapshot, index }: Pick<Asked, 'snapshot' | 'index'>,
  topOff: Stored<'component'>,
  said: StoreFigures,
  zone: string,
  at: Instant,
  loss: DailyLoss = lossOf({ index }, topOff.id, zone, at),
): StoreFigures {
  const surface = surfaceOfSystem({ snapshot }, topOff.content.systemIds[0] ?? '');
  const { lo, hi } = usualEvaporation(surface);
  return {
    ...said,
    measuredPerDay: measuredLoss(loss),
    usualPerDay: surface > 0 ? (lo + hi) / 2 : null,
  };
}

export function storeFiguresOf(
  job: Stored<'job'>,
  { rules }: JobDefinition,
  asked: Omit<Asked, 'said'>,
): StoreFigures {
  const said = job.content.store ?? noStoreFigures;
  const [store] = rules.flatMap((rule) => (rule.kind === 'depletion' ? [rule.store] : []));
  return store ? known[store]({ ...asked, said }) : said;
}
