import { hasRole } from '../../core/catalogue/roles.ts';
import { MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import type { Demand } from '../../core/water/makeUp/demand.ts';
import { measures } from '../../core/quantity/measures.ts';
import {
  dailyLoss,
  measuredLoss,
  type DailyLoss,
  type ReservoirLevel,
} from '../../core/water/topOff/dailyLoss.ts';
import { usualEvaporation } from '../../core/water/topOff/evaporation.ts';
import { surfaceAreaCm2 } from '../../core/water/vesselVolume.ts';
import { donesOf } from '../facts/dones.ts';
import { vesselsOf } from '../facts/litres.ts';
import type { RecordIndex } from '../facts/recordIndex.ts';
import { instantOfWhen } from '../facts/when.ts';
import type { Stored } from '../../contract/records.ts';
import { changeJobsOf } from './changeJobs.ts';
import { readingsOn } from './readings.ts';
import { worksLike } from '../facts/worksLike.ts';
import type { Evidence } from './testedWater.ts';

const OVER_DAYS = 91;

/** The top-offs that fill a system: the first it serves is the one its water goes into. */
export function topOffsOf({ snapshot }: Pick<Evidence, 'snapshot'>, systemId: string): Stored<'component'>[] {
  const like = worksLike(snapshot);
  return snapshot
    .all('component')
    .filter(
      ({ content }) =>
        hasRole(like(content.kindId), 'top-off') &&
        content.status !== 'removed' &&
        content.systemIds[0] === systemId,
    );
}

/** What a top-off takes, by the levels of its reservoir. */
export function lossOf(
  { index }: Pick<Evidence, 'index'>,
  topOffId: string,
  zone: string,
  at: Instant,
): DailyLoss {
  const read = readingsOn(index, topOffId, { measure: 'litres-left' }, zone, at).map(
    ({ daysAgo, value }): ReservoirLevel => ({ days: -daysAgo, litres: value }),
  );
  return dailyLoss(
    [...read, ...fillsOf(index, topOffId, zone, at)].sort((a, b) => a.days - b.days),
    measures['litres-left'].repeatability,
  );
}

/** When it was refilled it held what it holds when full, where somebody said how much that is. */
function fillsOf(index: RecordIndex, topOffId: string, zone: string, at: Instant): ReservoirLevel[] {
  return index.on('jobsOfTarget', topOffId).flatMap(({ id, content }) => {
    const capacity = content.store?.capacity ?? null;
    return capacity === null
      ? []
      : donesOf(index, id, zone, at).map((when): ReservoirLevel => ({
          ...{ days: (when - at) / MS_PER_DAY, litres: capacity, filled: true },
        }));
  });
}

/** Water surface of all vessels of a system, cm². */
export const surfaceOfSystem = ({ snapshot }: Pick<Evidence, 'snapshot'>, systemId: string): number =>
  vesselsOf(snapshot, systemId).reduce(
    (sum, { content }) => sum + surfaceAreaCm2(content.shape, content.dimensions),
    0,
  );

/** Changes made, newest last; days from now. */
export function changesOf(
  { index }: Pick<Evidence, 'index'>,
  systemId: string,
  zone: string,
  at: Instant,
): { days: number; litres: number | null }[] {
  return changeJobsOf({ index }, systemId)
    .flatMap((job) => index.on('servicesOfJob', job.id))
    .flatMap(({ content }) => {
      const when = instantOfWhen(content.when, zone);
      return when === null || when > at
        ? []
        : [{ days: (when - at) / MS_PER_DAY, litres: content.litres ?? null }];
    })
    .sort((a, b) => a.days - b.days);
}

export interface KnownDemand extends Demand {
  evaporationFrom: 'measured' | 'usual' | null;
}

/** What a system takes of made water: its changes of the last quarter, and what evaporates. */
export function demandOf(evidence: Evidence, systemId: string, zone: string, at: Instant): KnownDemand {
  const recent = changesOf(evidence, systemId, zone, at).filter((change) => change.days > -OVER_DAYS);
  const said = recent.flatMap(({ litres }) => litres ?? []);
  const mean = said.reduce((sum, litres) => sum + litres, 0) / said.length;
  const measured = topOffsOf(evidence, systemId)
    .map(({ id }) => measuredLoss(lossOf(evidence, id, zone, at)))
    .find((perDay) => perDay !== null);
  const surface = surfaceOfSystem(evidence, systemId);
  const usual = usualEvaporation(surface);
  return {
    systemId,
    name: evidence.snapshot.content('system', systemId)?.name ?? '',
    changesPerDay: recent.length === 0 ? 0 : said.length === 0 ? null : (mean * recent.length) / OVER_DAYS,
    evaporationPerDay: measured ?? (surface > 0 ? (usual.lo + usual.hi) / 2 : null),
    evaporationFrom: measured === undefined ? (surface > 0 ? 'usual' : null) : 'measured',
  };
}
