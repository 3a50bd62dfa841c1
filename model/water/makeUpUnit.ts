import { MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import { recentPerDay, totalBetween, type Counter } from '../../core/rules/counter.ts';
import type { MeasureId } from '../../core/quantity/measures.ts';
import { CACO3_PER_EQ } from '../../core/chemistry/constants.ts';
import { noStoreFigures, type StoreFigures, type UnitReading } from '../../core/rules/facts.ts';
import { unitState } from '../../core/water/makeUp/unitState.ts';
import {
  unitMeasures,
  type LastRead,
  type UnitFacts,
  type UnitFigures,
  type UnitMeasure,
} from '../../core/water/makeUp/types.ts';
import type { RecordIndex } from '../facts/recordIndex.ts';
import { donesOf } from '../facts/dones.ts';
import type { Stored } from '../../contract/records.ts';
import { parametersOn, readingsOn, type ChannelReading } from './readings.ts';
import { rejectionsOfTds } from './rejection.ts';

const noFigures: UnitFigures = {
  ratedLph: null,
  ratedKpa: null,
  resinL: null,
  resinEqPerL: null,
  carbonRatedL: null,
  mainsChlorineMgL: null,
};
/** What is read on a unit and on its parts, oldest first: a keeper types a rejection on the membrane or on the unit. */
export function unitReadings(
  index: RecordIndex,
  unitId: string,
  measure: MeasureId,
  zone: string,
  at: Instant,
): ChannelReading[] {
  return [unitId, ...index.on('partsOfComponent', unitId).map((part) => part.id)]
    .flatMap((id) => readingsOn(index, id, { measure }, zone, at))
    .sort((a, b) => a.at - b.at);
}

/** The litres that went through a unit. */
export const unitMeter = (index: RecordIndex, unitId: string, zone: string, at: Instant): Counter => ({
  measure: 'litres-through',
  readings: unitReadings(index, unitId, 'litres-through', zone, at),
});

/**
 * A make-up unit's facts at an instant, from its own records.
 * @param fallbackPerDay product made a day where neither a meter nor the person says
 */
export function unitFacts(
  index: RecordIndex,
  unit: Stored<'component'>,
  zone: string,
  at: Instant,
  fallbackPerDay: number | null = null,
): UnitFacts {
  const makeUp = unit.content.makeUp ?? null;
  const last = (measure: UnitMeasure): LastRead | null => {
    const reading = unitReadings(index, unit.id, measure, zone, at).at(-1);
    return reading ? { value: reading.value, daysAgo: reading.daysAgo } : null;
  };
  const meter = unitMeter(index, unit.id, zone, at);
  const litresPerDay = recentPerDay(meter, at) ?? makeUp?.litresPerDay ?? fallbackPerDay;
  const resin = index.on('partsOfComponent', unit.id).find((part) => part.content.kindId === 'di-resin');
  const changedAt = resin ? lastServiceOf(index, resin.id, 'replace', zone, at) : null;
  return {
    figures: makeUp ?? noFigures,
    read: Object.fromEntries(
      unitMeasures.flatMap((measure) => {
        const read = last(measure);
        return read ? [[measure, read]] : [];
      }),
    ),
    rejection: lastOf(rejections(index, unit.id, zone, at), at),
    behindMembrane: lastOf(membranePath(index, unit.id, zone, at), at),
    litresPerDay,
    resinPassed:
      changedAt === null ? null : passedSince(index, unit.id, meter, litresPerDay, changedAt, zone, at),
    tests: [unit.id, ...index.on('partsOfComponent', unit.id).map((part) => part.id)].flatMap((id) =>
      [...parametersOn(index, id, zone, at)].map(([parameter, { value, below, daysAgo }]) => ({
        parameter,
        value,
        below,
        daysAgo,
      })),
    ),
  };
}

/** When a job of a component was last done. */
export function lastServiceOf(
  index: RecordIndex,
  componentId: string,
  jobId: string,
  zone: string,
  at: Instant,
): Instant | null {
  const done = index
    .on('jobsOfTarget', componentId)
    .filter((job) => job.content.jobId === jobId)
    .flatMap((job) => donesOf(index, job.id, zone, at));
  return done.length === 0 ? null : Math.max(...done);
}

/** Litres made since, by the meter where it was read then, and the mean TDS behind the membrane. */
function passedSince(
  index: RecordIndex,
  unitId: string,
  meter: Counter,
  litresPerDay: number | null,
  since: Instant,
  zone: string,
  at: Instant,
): UnitFacts['resinPassed'] {
  const days = (at - since) / MS_PER_DAY;
  const litres = totalBetween(meter, since, at) ?? (litresPerDay === null ? null : litresPerDay * days);
  const path = membranePath(index, unitId, zone, at);
  if (litres === null || path.length === 0) return null;
  return { litres, meanTds: meanBetween(path, since, at) };
}

/** Every rejection there is, oldest first: as it was read, and by the TDS before and behind the membrane. */
function rejections(
  index: RecordIndex,
  unitId: string,
  zone: string,
  at: Instant,
): { at: Instant; value: number; from: 'read' | 'tds' }[] {
  const of = (measure: MeasureId): UnitReading[] =>
    unitReadings(index, unitId, measure, zone, at).map((one) => ({ ...one, measure }));
  const read = of('rejection');
  return [
    ...rejectionsOfTds([...read, ...of('tds-in'), ...of('tds-membrane')]).map((one) => ({
      ...one,
      from: 'tds' as const,
    })),
    ...read.map((one) => ({ ...one, from: 'read' as const })),
  ].sort((a, b) => a.at - b.at);
}

/** TDS behind the membrane over time: read there, or what each rejection leaves of the feed as it was last read. */
function membranePath(
  index: RecordIndex,
  unitId: string,
  zone: string,
  at: Instant,
): { at: Instant; value: number; from: 'read' | 'rejection' }[] {
  const direct = unitReadings(index, unitId, 'tds-membrane', zone, at);
  const feed = unitReadings(index, unitId, 'tds-in', zone, at);
  const derived = unitReadings(index, unitId, 'rejection', zone, at).flatMap((one) => {
    const before = feed.findLast((reading) => reading.at <= one.at) ?? feed[0];
    return before
      ? [{ at: one.at, value: before.value * (1 - one.value / 100), from: 'rejection' as const }]
      : [];
  });
  return [...derived, ...direct.map((one) => ({ at: one.at, value: one.value, from: 'read' as const }))].sort(
    (a, b) => a.at - b.at,
  );
}

const lastOf = <T extends { at: Instant }>(path: readonly T[], at: Instant) => {
  const last = path.at(-1);
  return last ? { ...last, daysAgo: (at - last.at) / MS_PER_DAY } : null;
};

/** Each reading holds until the next one; before the first one it is as the first. */
function meanBetween(path: readonly { at: Instant; value: number }[], from: Instant, to: Instant): number {
  let [sum, at] = [0, from];
  let value = path.findLast((one) => one.at <= from)?.value ?? path[0]?.value ?? 0;
  for (const one of path) {
    if (one.at <= from || one.at > to) continue;
    sum += value * (one.at - at);
    [at, value] = [one.at, one.value];
  }
  sum += value * (to - at);
  return to > from ? sum / (to - from) : value;
}

/**
 * The store that a resin's depletion rule counts, in percent of a charge, worked out from what has passed. Only the
 * unit's own records tell: nothing here moves with the systems it serves.
 */
export function resinStore(
  index: RecordIndex,
  unit: Stored<'component'>,
  zone: string,
  at: Instant,
): StoreFigures {
  const facts = unitFacts(index, unit, zone, at);
  const { resin } = unitState(facts);
  if (!resin) return noStoreFigures;
  const [left, days] = [100 - resin.outputs.used, resin.outputs.days];
  // a spent charge still has the rate at which it was spent
  const perDay = days > 0 ? left / days : ratePerDay(facts);
  return { capacity: 100, unusable: null, usePerDay: perDay, leftNow: left };
}

/**
 * What a carbon block has left of what its maker says it takes, in litres of feed at 1 mg/L of chlorine: declared, until
 * its chlorine is tested behind it.
 */
export function carbonStore(
  index: RecordIndex,
  unit: Stored<'component'>,
  blockId: string,
  zone: string,
  at: Instant,
): StoreFigures {
  const facts = unitFacts(index, unit, zone, at);
  const { carbonRatedL } = facts.figures;
  const { carbonLife } = unitState(facts);
  const changedAt = lastServiceOf(index, blockId, 'replace', zone, at);
  if (!carbonLife || carbonRatedL === null || facts.litresPerDay === null || changedAt === null)
    return noStoreFigures;
  const usePerDay = carbonRatedL / carbonLife.outputs.days;
  const passed =
    totalBetween(unitMeter(index, unit.id, zone, at), changedAt, at) ??
    (facts.litresPerDay * (at - changedAt)) / MS_PER_DAY;
  return {
    capacity: carbonRatedL,
    unusable: null,
    usePerDay,
    leftNow: carbonRatedL - (passed / facts.litresPerDay) * usePerDay,
  };
}

function ratePerDay({
  figures: { resinL, resinEqPerL },
  litresPerDay,
  resinPassed,
}: UnitFacts): number | null {
  const all = (resinL ?? 0) * (resinEqPerL ?? 0);
  return all > 0 && litresPerDay !== null && resinPassed
    ? (100 * litresPerDay * resinPassed.meanTds) / 1000 / (all * CACO3_PER_EQ)
    : null;
}
