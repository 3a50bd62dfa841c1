import { formatNumber, quantities } from '../../core/quantity/quantities.ts';
import { measures, measureWord, type Measure, type MeasureId } from '../../core/quantity/measures.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import type { Snapshot } from '../snapshot.ts';
import { readableFacts, type Readable } from './componentChannel.ts';

type Channel = Pick<RecordContent<'channel'>, 'componentId' | 'measure' | 'parameter'>;

/** A gauge or an eye is so far off, as a share of what it holds. House default. */
const READ_WITHIN = 0.03;
/** More than so much of the most that was ever read of it is asked about. House default. */
const OVER_EVER = 1.3;
const OVER_RATED = 1.3;

/** Why a reading cannot be; null: it can. Stored unit. */
export const impossibleReading = (snapshot: Snapshot, channel: Channel, value: number): string | null =>
  outsidePossible(channel, value) ?? overFull(snapshot, channel, value);

const readableOf = ({ measure, parameter }: Channel): Readable | null =>
  parameter ? { parameter } : measure ? { measure } : null;
function showing(what: Readable): (amount: number) => string {
  const unit = quantities[readableFacts(what).quantity].stored;
  return (amount) => `${formatNumber(amount, 2)} ${unit}`.trim();
}

/** No water and no equipment has it, whatever stands there. */
export function outsidePossible(channel: Channel, value: number): string | null {
  const what = readableOf(channel);
  if (!what) return null;
  const { label, possible } = readableFacts(what);
  if (value >= possible.from && value <= possible.to) return null;
  const show = showing(what);
  return `${label} lies between ${show(possible.from)} and ${show(possible.to)}: ${show(value)} cannot be.`;
}

/** More than the store that stands there now can hold. */
export function overFull(
  snapshot: Snapshot,
  { componentId, measure }: Channel,
  value: number,
): string | null {
  const full = measure && componentId !== null ? fullOf(snapshot, componentId, measure) : null;
  if (!measure || full === null || value <= full * (1 + READ_WITHIN)) return null;
  const show = showing({ measure });
  return measure === 'metres-left'
    ? `A whole roll is ${show(full)} long: ${show(value)} cannot be left of it.`
    : `It holds ${show(full)} when full: ${show(value)} cannot be in it.`;
}

/** What a store holds when it is full: as its equipment says, or its job. */
function fullOf(snapshot: Snapshot, componentId: string, measure: MeasureId): number | null {
  if (measure !== 'litres-left' && measure !== 'metres-left') return null;
  const holds = snapshot.content('component', componentId)?.holds?.capacityL;
  if (holds !== undefined) return holds;
  const job = snapshot
    .all('job')
    .find(({ content }) => content.componentId === componentId && content.store?.capacity != null);
  return job?.content.store?.capacity ?? null;
}

/** What is known of a unit when something is read on one of its parts. Stored units. */
export interface KnownReadings {
  /** The last one anywhere on the unit, null: never read. */
  last: (measure: MeasureId) => number | null;
  /** How often it was read on this very part and the most that was read; null: never. */
  most: (measure: MeasureId) => { count: number; value: number } | null;
}

/**
 * @param readings those known of the component and its unit, in the order in which they were taken down: a window holds
 *   no readings but those it asked for
 */
export function knownReadings(
  snapshot: Snapshot,
  componentId: string,
  readings: readonly Stored<'reading'>[],
): KnownReadings {
  const unitId = snapshot.content('component', componentId)?.parentId ?? componentId;
  const unit = snapshot
    .all('component')
    .filter(({ id, content }) => id === unitId || content.parentId === unitId)
    .map(({ id }) => id);
  const valuesOf = new Map<string, number[]>();
  const of = (ids: readonly string[], measure: MeasureId): number[] => {
    const key = `${measure} ${ids.join()}`;
    const known = valuesOf.get(key) ?? readingsOf(snapshot, readings, ids, measure);
    valuesOf.set(key, known);
    return known;
  };
  return {
    last: (measure) => of(unit, measure).at(-1) ?? null,
    most: (measure) => {
      const ever = of([componentId], measure);
      return ever.length === 0 ? null : { count: ever.length, value: Math.max(...ever) };
    },
  };
}

/**
 * What a person is asked about a reading that can hardly be; null: nothing.
 * @param besides what is read together with it
 */
export function unlikelyReading(
  snapshot: Snapshot,
  { componentId, measure }: Channel,
  value: number,
  known: KnownReadings,
  besides: Partial<Record<MeasureId, number>> = {},
): string | null {
  const component = componentId === null ? undefined : snapshot.get('component', componentId);
  if (!measure || !component) return null;
  const { name, quantity, worse }: Measure = measures[measure];
  const show = (amount: number): string => `${formatNumber(amount, 1)} ${quantities[quantity].stored}`.trim();
  const before = upstream[measure];
  const feed = before && (besides[before] ?? known.last(before));
  if (before && feed !== null && feed !== undefined && value > feed)
    return `${name} ${show(value)} is more than ${measureWord(before)}, ${show(feed)}. Are the two swapped?`;
  const rated = measure === 'flow' ? component.content.makeUp?.ratedLph : null;
  if (rated && value > OVER_RATED * rated)
    return `It is rated at ${show(rated)}: ${show(value)} is more than it can give. Is the unit right?`;
  if (worse !== 'falls' || (measure !== 'flow' && measure !== 'air-draw')) return null;
  const most = known.most(measure);
  return most !== null && most.count >= 2 && value > OVER_EVER * most.value
    ? `The most it ever gave was ${show(most.value)}: is ${show(value)} right?`
    : null;
}

/** Why a reading cannot be, or else what is asked about it. */
export interface ReadingRemark {
  fault: string | null;
  question: string | null;
}

export function readingRemark(
  snapshot: Snapshot,
  channel: Channel,
  value: number,
  known: KnownReadings,
  besides: Partial<Record<MeasureId, number>> = {},
): ReadingRemark {
  const fault = impossibleReading(snapshot, channel, value);
  return { fault, question: fault ? null : unlikelyReading(snapshot, channel, value, known, besides) };
}

/** What a stage cannot let through more of than came to it. */
const upstream: Partial<Record<MeasureId, MeasureId>> = {
  'tds-membrane': 'tds-in',
  'product-tds': 'tds-membrane',
};

/** Good readings in the order in which they were taken down. */
function readingsOf(
  snapshot: Snapshot,
  readings: readonly Stored<'reading'>[],
  componentIds: readonly string[],
  measure: MeasureId,
): number[] {
  const channels = new Set(
    snapshot
      .all('channel')
      .filter(
        ({ content }) =>
          content.measure === measure &&
          content.componentId !== null &&
          componentIds.includes(content.componentId),
      )
      .map(({ id }) => id),
  );
  return readings
    .filter(({ content }) => channels.has(content.channelId) && content.quality === 'good')
    .map(({ content }) => content.value);
}
