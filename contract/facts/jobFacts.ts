import { findKind } from '../../core/catalogue/index.ts';
import { bandInForce, findProgramme } from '../../core/catalogue/programmes.ts';
import type { JobDefinition } from '../../core/catalogue/types.ts';
import type { Band, ParameterId } from '../../core/water/parameters.ts';
import type { PlannedJob } from '../../core/planning/planAll.ts';
import { announcedReach, eventWords, type EventKind } from '../../core/rules/eventKinds.ts';
import {
  instantOf,
  noStoreFigures,
  type Incoming,
  type JobFacts,
  type ServiceFact,
  type UnitReading,
  type WaterSeries,
} from '../../core/rules/facts.ts';
import { endOfDay, type Instant } from '../../core/time/day.ts';
import type { Rest } from '../../core/time/runningClock.ts';
import type { RecordContent, RecordKind, Stored } from '../records.ts';
import { groupBy, type Snapshot } from '../snapshot.ts';
import { definitionsOf, ownKindsOf } from './definition.ts';
import { placeOfJob, type JobPlace } from './places.ts';
import { doneOfWhen, instantOfWhen } from './when.ts';

/** A job with all that is known of it at an instant, and where it stands. */
export interface AssembledJob extends PlannedJob {
  job: Stored<'job'>;
  place: JobPlace;
}

/**
 * Turns records into the core's facts. Evidence after `instantAt(zone)` is left out, so that a plan can be
 * asked for any day.
 */
export function assembleJobs(snapshot: Snapshot, instantAt: (zone: string) => Instant): AssembledJob[] {
  const definitionOf = definitionsOf(snapshot);
  const placed = snapshot.all('job').flatMap((job): PlacedJob[] => {
    const place = placeOfJob(job.content, snapshot);
    if (!place || place.component?.content.status === 'removed' || place.unit?.content.status === 'removed')
      return [];
    return [{ job, place, definition: definitionOf(job.content) }];
  });
  const index = indexOf(snapshot, placed);
  return placed.map(({ job, place, definition }) => ({
    job,
    place,
    facts: factsOf(job, place, definition, snapshot, index, instantAt(place.zone)),
    visits: snapshot.content('site', place.siteId)?.visits ?? null,
  }));
}

interface PlacedJob {
  job: Stored<'job'>;
  place: JobPlace;
  definition: JobDefinition;
}

interface Index {
  services: Map<string, Stored<'service'>[]>;
  looks: Map<string, Stored<'look'>[]>;
  skips: Map<string, Stored<'skip'>[]>;
  eventsOfComponent: Map<string, Stored<'event'>[]>;
  eventsOfSystem: Map<string, Stored<'event'>[]>;
  eventsOfSite: Map<string, Stored<'event'>[]>;
  siblings: Map<string, Stored<'job'>[]>;
  channels: Map<string, Stored<'channel'>[]>;
  channelsOfSystem: Map<string, Stored<'channel'>[]>;
  readings: Map<string, Stored<'reading'>[]>;
  /** Worked out once for all jobs of a system or a unit. */
  water: Map<string, WaterSeries[]>;
  unitReadings: Map<string, UnitReading[]>;
  /** What jobs announce by being done, by the id of the unit or system it reaches. */
  announced: Map<string, Announced[]>;
}
interface Announced {
  jobId: string;
  kind: EventKind;
  at: Instant;
  note: string;
}

function indexOf(snapshot: Snapshot, placed: readonly PlacedJob[]): Index {
  const events = snapshot.all('event');
  const services = groupBy(snapshot.all('service'), (one) => one.content.jobId);
  return {
    services,
    announced: announcedBy(placed, services),
    looks: groupBy(snapshot.all('look'), (one) => one.content.jobId),
    skips: groupBy(snapshot.all('skip'), (one) => one.content.jobId),
    eventsOfComponent: groupBy(events, (one) => one.content.componentId),
    eventsOfSystem: groupBy(events, (one) => one.content.systemId),
    eventsOfSite: groupBy(events, (one) => one.content.siteId),
    siblings: groupBy(snapshot.all('job'), (one) => targetKey(one.content)),
    channels: groupBy(snapshot.all('channel'), (one) => one.content.componentId),
    channelsOfSystem: groupBy(snapshot.all('channel'), (one) => one.content.systemId),
    readings: groupBy(snapshot.all('reading'), (one) => one.content.channelId),
    water: new Map(),
    unitReadings: new Map(),
  };
}

/** Each service of a job that announces something, at the unit or the systems that it reaches. */
function announcedBy(
  placed: readonly PlacedJob[],
  services: ReadonlyMap<string, Stored<'service'>[]>,
): Map<string, Announced[]> {
  const found: (Announced & { reached: string })[] = [];
  for (const { job, place, definition } of placed) {
    const kinds = [
      ...(definition.announces ?? []),
      ...(definition.biological && definition.work !== 'inspect' ? (['biological-work'] as const) : []),
    ];
    if (kinds.length === 0) continue;
    for (const service of services.get(job.id) ?? []) {
      const at = instantOfWhen(service.content.when, place.zone);
      if (at === null) continue;
      for (const kind of kinds) {
        const reached = announcedReach[kind] === 'unit' ? [place.unit?.id ?? ''] : place.systemIds;
        for (const id of reached)
          found.push({
            jobId: job.id,
            kind,
            at,
            note: `${place.thing.toLowerCase()}, ${definition.action}`,
            reached: id,
          });
      }
    }
  }
  found.sort((a, b) => a.at - b.at || a.jobId.localeCompare(b.jobId));
  return groupBy(found, (one) => one.reached);
}

const targetKey = (job: RecordContent<'job'>): string =>
  job.componentId ?? job.systemId ?? job.vesselId ?? '';

function factsOf(
  job: Stored<'job'>,
  place: JobPlace,
  definition: JobDefinition,
  snapshot: Snapshot,
  index: Index,
  at: Instant,
): JobFacts {
  const { zone } = place;
  const until = <K extends 'look' | 'skip'>(records: Stored<K>[] | undefined) =>
    inOrder(records ?? [], zone).filter((one) => one.at <= at);
  const water = place.systemIds.flatMap((systemId) => waterOf(systemId, snapshot, index, zone, at));
  const services = definition.tests
    ? testsAsServices(water, definition.tests)
    : serviceFacts(index.services.get(job.id) ?? [], zone, at);
  const last = services.at(-1);
  const lastAt = last ? instantOf(last.done) : Number.NEGATIVE_INFINITY;
  const skips = until(index.skips.get(job.id)).filter((one) => one.at > lastAt);
  const held = skips.findLast((one) => one.record.content.until !== null);
  const heldUntil = held?.record.content.until ? endOfDay(held.record.content.until, zone) : null;
  const events = eventsTouching(place, index, zone, at);
  const status = statusAt(place, at);
  const unit = unitReadingsOf(place, index, zone, at);
  return {
    jobId: job.id,
    zone,
    definition,
    siblings: Object.fromEntries(
      (index.siblings.get(targetKey(job.content)) ?? []).map((one) => [
        one.content.own?.id ?? one.content.jobId,
        one.id,
      ]),
    ),
    status: status.status,
    statusSince: status.since,
    statusReason: status.reason,
    services,
    looks: until(index.looks.get(job.id)).map((one) => ({ at: one.at, found: one.record.content.found })),
    rests: events
      .filter((one) => one.record.content.kind === 'rest' || one.record.content.kind === 'switched-off')
      .map((one) => restOf(one, zone, at)),
    lifeEnds: events
      .filter((one) => one.record.content.endsLives)
      .map((one) => ({ at: one.at, what: eventWords[one.record.content.kind] })),
    events:
      calledBy(definition).size === 0 ? [] : callingEvents(job.id, definition, place, events, index, at),
    meter: unit.flatMap((one) => (one.measure === 'hours' ? [{ at: one.at, hours: one.value }] : [])),
    unitReadings: unit.filter((one) => one.measure !== 'hours'),
    store: job.content.store ?? noStoreFigures,
    water,
    dutyHoursPerDay: (place.unit ?? place.component)?.content.dutyHoursPerDay ?? 24,
    held:
      heldUntil !== null && heldUntil > at && held
        ? { until: heldUntil, reason: held.record.content.reason }
        : null,
    skips: skips.length,
  };
}

function serviceFacts(records: readonly Stored<'service'>[], zone: string, at: Instant): ServiceFact[] {
  return records
    .flatMap(({ id, content }) => {
      const done = doneOfWhen(content.when, zone);
      return done ? [{ id, fact: { done, found: content.found, shareDone: content.shareDone } }] : [];
    })
    .filter(({ fact }) => (fact.done.kind === 'exact' ? fact.done.at : fact.done.from) <= at)
    .sort((a, b) => instantOf(a.fact.done) - instantOf(b.fact.done) || a.id.localeCompare(b.id))
    .map(({ fact }) => fact);
}

interface Dated<K extends RecordKind> {
  record: Stored<K>;
  at: Instant;
}

function inOrder<K extends 'look' | 'skip' | 'event' | 'reading'>(
  records: readonly Stored<K>[],
  zone: string,
): Dated<K>[] {
  return records
    .flatMap((record) => {
      const at = instantOfWhen(record.content.when, zone);
      return at === null ? [] : [{ record, at }];
    })
    .sort((a, b) => a.at - b.at || a.record.id.localeCompare(b.record.id));
}

function eventsTouching(place: JobPlace, index: Index, zone: string, at: Instant): Dated<'event'>[] {
  const ids = new Set([place.component?.id, place.unit?.id].filter((id) => id !== undefined));
  const found = new Map<string, Stored<'event'>>();
  for (const id of ids) for (const event of index.eventsOfComponent.get(id) ?? []) found.set(event.id, event);
  for (const id of place.systemIds)
    for (const event of index.eventsOfSystem.get(id) ?? []) found.set(event.id, event);
  for (const event of index.eventsOfSite.get(place.siteId) ?? []) found.set(event.id, event);
  return inOrder([...found.values()], zone).filter((one) => one.at <= at);
}

function restOf(event: Dated<'event'>, zone: string, at: Instant): Rest {
  const until = event.record.content.until;
  const to = until ? instantOfWhen(until, zone) : null;
  return { from: event.at, to: to !== null && to <= at ? to : null };
}

/** A unit's state counts for its parts; a change after `at` has not happened yet. */
function statusAt(
  place: JobPlace,
  at: Instant,
): { status: JobFacts['status']; since: Instant | null; reason: string | null } {
  for (const component of [place.unit, place.component]) {
    if (!component || component.content.status === 'running') continue;
    const since = component.content.statusSince === null ? null : Date.parse(component.content.statusSince);
    if (since !== null && since > at) continue;
    return { status: component.content.status, since, reason: component.content.statusReason || null };
  }
  return { status: 'running', since: null, reason: null };
}

/** The kinds of event that its rules wait for. */
const calledBy = (definition: JobDefinition): ReadonlySet<EventKind> =>
  new Set(definition.rules.flatMap((rule) => (rule.kind === 'after-event' ? [rule.event] : [])));

/** Events its rules wait for: those people wrote down, and what other jobs announce; a job does not hear itself. */
function callingEvents(
  jobId: string,
  definition: JobDefinition,
  place: JobPlace,
  written: readonly Dated<'event'>[],
  index: Index,
  at: Instant,
): JobFacts['events'] {
  const kinds = calledBy(definition);
  const heard = [place.unit?.id ?? '', ...place.systemIds].flatMap((id) =>
    (index.announced.get(id) ?? []).filter(
      (one) => kinds.has(one.kind) && one.jobId !== jobId && one.at <= at,
    ),
  );
  const events = written.flatMap(({ record: { content }, at: when }) =>
    kinds.has(content.kind) ? [{ kind: content.kind, at: when, note: content.note }] : [],
  );
  return [...events, ...heard.map(({ kind, at: when, note }) => ({ kind, at: when, note }))].sort(
    (a, b) => a.at - b.at,
  );
}

/** What is read on the component and on its unit; hours came before channels said what they measure. */
function unitReadingsOf(place: JobPlace, index: Index, zone: string, at: Instant): UnitReading[] {
  const ids = new Set([place.component?.id, place.unit?.id].filter((id) => id !== undefined));
  const key = `${[...ids].join(' ')} ${at}`;
  const known = index.unitReadings.get(key);
  if (known) return known;
  const found: UnitReading[] = [];
  for (const id of ids) {
    for (const channel of index.channels.get(id) ?? []) {
      const measure = channel.content.measure ?? (channel.content.quantity === 'hours' ? 'hours' : null);
      if (measure === null) continue;
      for (const one of inOrder(index.readings.get(channel.id) ?? [], zone))
        if (one.at <= at && one.record.content.quality === 'good')
          found.push({
            measure,
            at: one.at,
            value: one.record.content.value,
            timing: one.record.content.timing,
          });
    }
  }
  found.sort((a, b) => a.at - b.at);
  index.unitReadings.set(key, found);
  return found;
}

/** The last accepted reading of the water that comes in, by parameter. */
function incomingOf(
  systemId: string,
  snapshot: Snapshot,
  index: Index,
  zone: string,
  at: Instant,
): Map<ParameterId, Incoming> {
  const ownKinds = ownKindsOf(snapshot);
  const found = new Map<ParameterId, Incoming>();
  for (const component of snapshot.all('component')) {
    if (!component.content.systemIds.includes(systemId)) continue;
    if (!findKind(component.content.kindId, ownKinds)?.source) continue;
    for (const channel of index.channels.get(component.id) ?? []) {
      const { parameter } = channel.content;
      if (!parameter) continue;
      const last = inOrder(index.readings.get(channel.id) ?? [], zone).findLast(
        (one) => one.at <= at && one.record.content.quality === 'good' && !one.record.content.below,
      );
      const known = found.get(parameter);
      if (last && (!known || last.at > known.at))
        found.set(parameter, { value: last.record.content.value, at: last.at });
    }
  }
  return found;
}

/** The tests of a system with the band in force there; worked out once for all its jobs. */
function waterOf(
  systemId: string,
  snapshot: Snapshot,
  index: Index,
  zone: string,
  at: Instant,
): WaterSeries[] {
  const key = `${systemId} ${zone} ${at}`;
  const known = index.water.get(key);
  if (known) return known;
  const system = snapshot.content('system', systemId);
  const programme = findProgramme(system?.programmeId);
  const own = system?.bands as Partial<Record<ParameterId, Band>> | undefined;
  const incoming = incomingOf(systemId, snapshot, index, zone, at);
  const series = (index.channelsOfSystem.get(systemId) ?? []).flatMap((channel): WaterSeries[] => {
    const { parameter } = channel.content;
    if (!parameter || !system) return [];
    const readings = inOrder(index.readings.get(channel.id) ?? [], zone)
      .filter((one) => one.at <= at && one.record.content.quality === 'good')
      .map(({ at: read, record: { content } }) => ({
        at: read,
        value: content.value,
        below: content.below,
        timing: content.timing,
      }));
    return [
      {
        systemId,
        systemName: system.name,
        parameter,
        ...bandInForce(programme, own, parameter, incoming.get(parameter)?.value ?? null),
        incoming: incoming.get(parameter) ?? null,
        warnAtZero: programme?.warnAtZero ?? false,
        readings,
      },
    ];
  });
  index.water.set(key, series);
  return series;
}

/** A due test is a job whose services are the tests themselves. */
function testsAsServices(water: readonly WaterSeries[], parameter: ParameterId): ServiceFact[] {
  const series = water.find((one) => one.parameter === parameter);
  return (series?.readings ?? []).map((reading) => ({
    done: { kind: 'exact', at: reading.at },
    found: null,
    shareDone: 1,
  }));
}
