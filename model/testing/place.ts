import { randomUUID } from 'node:crypto';
import { MS_PER_DAY } from '../../core/time/day.ts';
import { measures, type MeasureId } from '../../core/quantity/measures.ts';
import { parameters, type ParameterId } from '../../core/water/parameters.ts';
import { definitionsOf } from '../facts/definition.ts';
import { RecordIndex } from '../facts/recordIndex.ts';
import type { RecordContent, RecordKind, Stored } from '../../contract/records.ts';
import { Snapshot } from '../snapshot.ts';
import type { Evidence } from '../water/testedWater.ts';

/** Thu 26 Nov 2026, 13:00 UTC. */
export const NOW = Date.parse('2026-11-26T13:00:00Z');
/** An instant so many days before now. */
export const ago = (days: number): string => new Date(NOW - days * MS_PER_DAY).toISOString();

/** A place in UTC with visits on Saturdays, to lay systems, equipment and readings in. */
export function place() {
  const records: Stored[] = [];
  const add = <K extends RecordKind>(
    kind: K,
    content: RecordContent<K>,
    id: string = randomUUID(),
  ): string => {
    records.push({ kind, id, version: 1, deleted: false, content });
    return id;
  };
  const siteId = add('site', {
    name: 'Home',
    timeZone: 'UTC',
    visits: { weekdays: [6], everyWeeks: 1, from: '2026-11-07', minutes: null },
  });
  /** A tank of 50 × 50 cm and so many litres. */
  const system = (name: string, litres: number, more: Partial<RecordContent<'system'>> = {}): string => {
    const systemId = add('system', { siteId, name, water: 'salt', believedVolumeL: null, note: '', ...more });
    add('vessel', {
      systemId,
      name: `${name} tank`,
      shape: 'box',
      dimensions: { lengthCm: 50, widthCm: 50 },
      waterDepthCm: litres / 2.5,
      displacementShare: 0,
    });
    return systemId;
  };
  const component = (
    kindId: string,
    systemIds: string[],
    more: Partial<RecordContent<'component'>> = {},
  ): string =>
    add('component', {
      siteId,
      systemIds,
      parentId: null,
      stationId: null,
      kindId,
      name: kindId,
      status: 'running',
      statusSince: null,
      statusReason: '',
      dutyHoursPerDay: 24,
      facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
      ...more,
    });
  const job = (
    on: { componentId: string } | { systemId: string },
    kindId: string,
    jobId: string,
    more: Partial<RecordContent<'job'>> = {},
  ): string =>
    add('job', {
      componentId: null,
      systemId: null,
      vesselId: null,
      ...on,
      kindId,
      jobId,
      overrides: {},
      own: null,
      ...more,
    });
  const done = (jobId: string, daysAgo: number, more: Partial<RecordContent<'service'>> = {}): string =>
    add('service', {
      jobId,
      when: { kind: 'instant', at: ago(daysAgo) },
      whoId: null,
      found: null,
      shareDone: 1,
      minutes: null,
      supplies: [],
      note: '',
      pictureIds: [],
      ...more,
    });
  const channels = new Map<string, string>();
  /** Something read on a component or in a system, so many days ago. */
  const read = (
    on: { componentId: string } | { systemId: string },
    what: { measure: MeasureId } | { parameter: ParameterId },
    daysAgo: number,
    value: number,
    more: Partial<RecordContent<'reading'>> = {},
  ): string => {
    const key = JSON.stringify([on, what]);
    const channelId =
      channels.get(key) ??
      add('channel', {
        componentId: null,
        systemId: null,
        ...on,
        name: key,
        quantity: 'measure' in what ? measures[what.measure].quantity : parameters[what.parameter].quantity,
        ...what,
      });
    channels.set(key, channelId);
    return add('reading', {
      channelId,
      when: { kind: 'instant', at: ago(daysAgo) },
      value,
      below: false,
      source: 'typed',
      quality: 'good',
      timing: null,
      serviceId: null,
      whoId: null,
      note: '',
      ...more,
    });
  };
  const happened = (kind: RecordContent<'event'>['kind'], more: Partial<RecordContent<'event'>>): string =>
    add('event', {
      siteId: null,
      systemId: null,
      componentId: null,
      kind,
      when: { kind: 'instant', at: ago(1) },
      until: null,
      endsLives: false,
      whoId: null,
      note: '',
      ...more,
    });
  const evidence = (): Evidence => {
    const snapshot = Snapshot.of(records);
    return { snapshot, index: RecordIndex.of(snapshot), definitionOf: definitionsOf(snapshot) };
  };
  return { siteId, records, add, system, component, job, done, read, happened, evidence };
}
