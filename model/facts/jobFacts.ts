import { storeFiguresOf } from './storeFigures.ts';
import { rejectionsOfTds } from '../water/rejection.ts';
import { readingsOfChannels, readingsOfSystem } from '../water/readings.ts';
import type { JobDefinition } from '../../core/catalogue/types.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import type { PlannedJob } from '../../core/planning/planAll.ts';
import { unrolled, type Counter } from '../../core/rules/counter.ts';
import { measures, type Measure } from '../../core/quantity/measures.ts';
import { announcedScope, eventWords, type EventKind } from '../../core/catalogue/eventKinds.ts';
import {
  instantOf,
  type JobFacts,
  type ServiceFact,
  type UnitReading,
  type WaterSeries,
} from '../../core/rules/facts.ts';
import type { VisitRhythm } from '../../core/planning/visits.ts';
import { startOfDay, type Instant } from '../../core/time/day.ts';
import type { Rest } from '../../core/time/runningClock.ts';
import type { RecordKind, Stored } from '../../contract/records.ts';
import { groupBy, type Snapshot } from '../snapshot.ts';
import { nameOfJob, RecordIndex, targetOfJob } from './recordIndex.ts';
import { incomingWater, sourcesOf, type WaterSource } from '../water/incomingWater.ts';
import { historiesOf, isCharge } from '../water/history.ts';
import { definitionsOf, type DefinitionOf } from './definition.ts';
import { withMinutesLearned } from './minutes.ts';
import { placeOfJob, type JobPlace } from './places.ts';
import { rhythmOf } from './rhythm.ts';
import { ownWeekdays } from './systemDays.ts';
import { doneOfWhen, instantOfWhen } from './when.ts';

/** A job with all that is known of it at an instant, and where it stands. */
export interface AssembledJob extends PlannedJob {
  job: Stored<'job'>;
  place: JobPlace;
}

/** Where each job stands and what defines it: changes only when equipment, systems or settings do. */
interface Structure {
  placed: ReadonlyMap<string, PlacedJob>;
  /** Jobs that announce something by being done, by the id of the unit or system it reaches. */
  announcers: ReadonlyMap<string, Announcer[]>;
  /** Components through which water comes into a system. */
  sources: ReadonlyMap<string, WaterSource[]>;
  /** Jobs that renew a charge, by the id of the system whose water starts anew with it. */
  chargesOfSystem: ReadonlyMap<string, PlacedJob[]>;
  definitionOf: DefinitionOf;
}
export interface PlacedJob {
  job: Stored<'job'>;
  place: JobPlace;
  definition: JobDefinition;
}
interface Announcer {
  job: PlacedJob;
  kind: EventKind;
  /** The id of the unit or system that it reaches. */
  reached: string;
}

/**
 * Turns records into the core's facts. Evidence after the instant asked for is left out, so that a plan can be made for
 * any day. What does not depend on a service or a reading is kept until `structureChanged`.
 */
export class FactMaker {
  private readonly snapshot: Snapshot;
  private readonly index: RecordIndex;
  private kept: Structure | null = null;
  /** Worked out once for all jobs of a system or a unit in one pass. */
  private readonly water = new Map<string, WaterSeries[]>();
  private readonly unitReadings = new Map<string, UnitReading[]>();
  private readonly rhythms = new Map<string, VisitRhythm | null>();

  constructor(snapshot: Snapshot, index = RecordIndex.of(snapshot)) {
    this.snapshot = snapshot;
    this.index = index;
  }

  structureChanged(): void {
    this.kept = null;
  }
  /** Forget what was read of systems and units: records or the instant have changed. */
  beginPass(): void {
    this.water.clear();
    this.rhythms.clear();
    this.unitReadings.clear();
  }

  structure(): Structure {
    return (this.kept ??= structureOf(this.snapshot));
  }

  /** A job with its facts at its site's instant; null where its equipment is gone. */
  assemble(jobId: string, instantAt: (zone: string) => Instant): AssembledJob | null {
    const placed = this.structure().placed.get(jobId);
    if (!placed) return null;
    return {
      job: placed.job,
      place: placed.place,
      facts: this.factsOf(placed, instantAt(placed.place.zone)),
      visits: this.rhythmFor(placed.place),
    };
  }

  /** A water of its own days has the visits of its place on those. */
  private rhythmFor({ siteId, systemIds }: JobPlace): VisitRhythm | null {
    const rhythm = this.rhythmAt(siteId);
    const own = ownWeekdays(this.snapshot, systemIds);
    if (!rhythm || own === null || own.length === 0) return rhythm;
    const weekdays = rhythm.weekdays.filter((day) => own.includes(day));
    return weekdays.length === 0 ? rhythm : { ...rhythm, weekdays };
  }

  private rhythmAt(siteId: string): VisitRhythm | null {
    const known = this.rhythms.get(siteId);
    if (known !== undefined) return known;
    const rhythm = rhythmOf(this.snapshot, siteId);
    this.rhythms.set(siteId, rhythm);
    return rhythm;
  }

  private factsOf({ job, place, definition }: PlacedJob, at: Instant): JobFacts {
    const { index } = this;
    const { zone } = place;
    const until = <K extends 'look' | 'skip'>(records: Stored<K>[]) =>
      inOrder(records, zone).filter((one) => one.at <= at);
    const water = place.systemIds.flatMap((systemId) => this.historiesOf(systemId, zone, at));
    const services = definition.tests
      ? testsAsServices(water, definition.tests)
      : serviceFacts(index.on('servicesOfJob', job.id), zone, at);
    const last = services.at(-1);
    const lastAt = last ? instantOf(last.done) : Number.NEGATIVE_INFINITY;
    const skips = until(index.on('skipsOfJob', job.id)).filter((one) => one.at > lastAt);
    const held = skips.findLast((one) => one.record.content.until !== null);
    // until a day: on that day it may be done
    const heldUntil = held?.record.content.until ? startOfDay(held.record.content.until, zone) : null;
    const events = this.eventsTouching(place, zone, at);
    const status = statusAt(place, at);
    const unit = this.unitReadingsOf(place, zone, at);
    return {
      jobId: job.id,
      zone,
      definition: withMinutesLearned(index, job.id, definition),
      siblings: Object.fromEntries(
        index.on('jobsOfTarget', targetOfJob(job.content)).map((one) => [nameOfJob(one.content), one.id]),
      ),
      status: status.status,
      statusSince: status.since,
      statusReason: status.reason,
      services,
      looks: until(index.on('looksOfJob', job.id)).map((one) => ({
        at: one.at,
        found: one.record.content.found,
      })),
      rests: events
        .filter((one) => one.record.content.kind === 'rest' || one.record.content.kind === 'switched-off')
        .map((one) => restOf(one, zone, at)),
      lifeEnds: events
        .filter((one) => one.record.content.endsLives)
        .map((one) => ({ at: one.at, what: eventWords[one.record.content.kind] })),
      events:
        calledBy(definition).size === 0 ? [] : this.callingEvents(job.id, definition, place, events, at),
      meter: unrolled(unit.filter((one) => one.measure === 'hours')).map((one) => ({
        at: one.at,
        hours: one.value,
      })),
      unitReadings: unit.filter((one) => one.measure !== 'hours'),
      store: storeFiguresOf(job, definition, { snapshot: this.snapshot, index, place, at }),
      counter: this.counterOf(definition, place, unit, at),
      water,
      dutyHoursPerDay: (place.unit ?? place.component)?.content.dutyHoursPerDay ?? 24,
      held:
        heldUntil !== null && heldUntil > at && held
          ? { until: heldUntil, reason: held.record.content.reason }
          : null,
      skips: skips.length,
      dismissedAt: skips.findLast((one) => one.record.content.until === null)?.at ?? null,
    };
  }

  /** Events its rules wait for: those people wrote down, and what other jobs announce; a job does not hear itself. */
  private callingEvents(
    jobId: string,
    definition: JobDefinition,
    place: JobPlace,
    written: readonly Dated<'event'>[],
    at: Instant,
  ): JobFacts['events'] {
    const kinds = calledBy(definition);
    const heard = [place.unit?.id ?? '', ...place.systemIds]
      .flatMap((id) => this.structure().announcers.get(id) ?? [])
      .filter((one) => one.job.job.id !== jobId && kinds.has(one.kind))
      .flatMap((one) => this.announcedBy(one, at))
      .sort((a, b) => a.at - b.at || a.jobId.localeCompare(b.jobId));
    const events = written.flatMap(({ record: { content }, at: when }) =>
      kinds.has(content.kind) ? [{ kind: content.kind, at: when, note: content.note }] : [],
    );
    return [...events, ...heard.map(({ kind, at: when, note }) => ({ kind, at: when, note }))].sort(
      (a, b) => a.at - b.at,
    );
  }
  /** What is read on the component and on its unit; hours came before channels said what they measure. */
  private unitReadingsOf(place: JobPlace, zone: string, at: Instant): UnitReading[] {
    const ids = new Set([place.component?.id, place.unit?.id].filter((id) => id !== undefined));
    const key = `${[...ids].join(' ')} ${at}`;
    const known = this.unitReadings.get(key);
    if (known) return known;
    const found: UnitReading[] = [];
    for (const id of ids) {
      for (const channel of this.index.on('channelsOfComponent', id)) {
        const measure = channel.content.measure ?? (channel.content.quantity === 'hours' ? 'hours' : null);
        if (measure === null) continue;
        for (const { accepted, at: read, value, timing } of readingsOfChannels(
          this.index,
          [channel],
          zone,
          at,
        ))
          if (accepted) found.push({ measure, at: read, value, timing });
      }
    }
    found.sort((a, b) => a.at - b.at);
    const all = [...found, ...rejectionsOfTds(found)].sort((a, b) => a.at - b.at);
    this.unitReadings.set(key, all);
    return all;
  }
  /** The tests of a system with the band in force there; worked out once for all its jobs. */
  historiesOf(systemId: string, zone: string, at: Instant): WaterSeries[] {
    const key = `${systemId} ${zone} ${at}`;
    const known = this.water.get(key);
    if (known) return known;
    const { sources, definitionOf, chargesOfSystem } = this.structure();
    const histories = historiesOf(
      { snapshot: this.snapshot, index: this.index, definitionOf },
      {
        ...{ systemId, zone, at, jobs: chargesOfSystem.get(systemId) ?? [] },
        incoming: incomingWater(this.index, sources.get(systemId) ?? [], zone, at),
      },
    );
    const series = [...histories.values()];
    this.water.set(key, series);
    return series;
  }
  private eventsTouching(place: JobPlace, zone: string, at: Instant): Dated<'event'>[] {
    const ids = new Set([place.component?.id, place.unit?.id].filter((id) => id !== undefined));
    const found = new Map<string, Stored<'event'>>();
    for (const id of ids)
      for (const event of this.index.on('eventsOfComponent', id)) found.set(event.id, event);
    for (const id of place.systemIds)
      for (const event of this.index.on('eventsOfSystem', id)) found.set(event.id, event);
    for (const event of this.index.on('eventsOfSite', place.siteId)) found.set(event.id, event);
    return inOrder([...found.values()], zone).filter((one) => one.at <= at);
  }
  /** Each service of a job that announces something. */
  private announcedBy(
    { job: { job, place, definition }, kind }: Announcer,
    at: Instant,
  ): { jobId: string; kind: EventKind; at: Instant; note: string }[] {
    const note = `${place.thing.toLowerCase()}, ${definition.action}`;
    return this.index.on('servicesOfJob', job.id).flatMap((service) => {
      const done = instantOfWhen(service.content.when, place.zone);
      // what is only roughly known was there before anybody waited for it
      return done === null || done > at || service.content.when.kind === 'rough'
        ? []
        : [{ jobId: job.id, kind, at: done, note }];
    });
  }

  /** What wears it, counted: a meter of its unit, or what is entered for the whole water. */
  private counterOf(
    { countedBy }: JobDefinition,
    place: JobPlace,
    unit: readonly UnitReading[],
    at: Instant,
  ): Counter | null {
    if (!countedBy) return null;
    const readings =
      (measures[countedBy] as Measure).of === 'system'
        ? place.systemIds
            .slice(0, 1)
            .flatMap((id) => readingsOfSystem(this.index, id, { measure: countedBy }, place.zone, at))
        : unit.filter((one) => one.measure === countedBy);
    return readings.length === 0
      ? null
      : { measure: countedBy, readings: readings.map(({ at: read, value }) => ({ at: read, value })) };
  }
}

function structureOf(snapshot: Snapshot): Structure {
  const definitionOf = definitionsOf(snapshot);
  const placed = new Map<string, PlacedJob>();
  const announcers: Announcer[] = [];
  for (const job of snapshot.all('job')) {
    const place = placeOfJob(job.content, snapshot);
    if (!place || place.component?.content.status === 'removed' || place.unit?.content.status === 'removed')
      continue;
    const one = { job, place, definition: definitionOf(job.content) };
    placed.set(job.id, one);
    for (const kind of announcedKinds(one.definition))
      for (const reached of reachedBy(kind, place)) announcers.push({ job: one, kind, reached });
  }
  return {
    placed,
    announcers: groupBy(announcers, (one) => one.reached),
    sources: sourcesOf(snapshot),
    chargesOfSystem: bySystem([...placed.values()].filter(({ definition }) => isCharge(definition))),
    definitionOf,
  };
}

function bySystem(jobs: readonly PlacedJob[]): Map<string, PlacedJob[]> {
  const pairs = jobs.flatMap((job) => job.place.systemIds.map((systemId) => ({ systemId, job })));
  return new Map(
    [...groupBy(pairs, ({ systemId }) => systemId)].map(([systemId, list]) => [
      systemId,
      list.map(({ job }) => job),
    ]),
  );
}

/** What a job announces by being done; work on biological media always, a look at it never. */
export function announcedKinds(definition: JobDefinition): EventKind[] {
  return [
    ...(definition.announces ?? []),
    ...(definition.biological && definition.work !== 'inspect' ? (['biological-work'] as const) : []),
  ];
}

/** The ids of the unit or the systems that hear what a job there announces. */
export function reachedBy(kind: EventKind, { unit, systemIds }: JobPlace): readonly string[] {
  return announcedScope[kind] === 'unit' ? [unit?.id ?? ''] : systemIds;
}

/** Every job with its facts at an instant. */
export function assembleJobs(snapshot: Snapshot, instantAt: (zone: string) => Instant): AssembledJob[] {
  const maker = new FactMaker(snapshot);
  return [...maker.structure().placed.keys()].flatMap((jobId) => maker.assemble(jobId, instantAt) ?? []);
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

function inOrder<K extends 'look' | 'skip' | 'event'>(
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
export const calledBy = (definition: JobDefinition): ReadonlySet<EventKind> =>
  new Set(definition.rules.flatMap((rule) => (rule.kind === 'after-event' ? [rule.event] : [])));

/** A due test is a job whose services are the tests themselves. */
function testsAsServices(water: readonly WaterSeries[], parameter: ParameterId): ServiceFact[] {
  const series = water.find((one) => one.parameter === parameter);
  // what is doubted moves no date
  const tests = (series?.points ?? []).filter((point) => point.doubt === null);
  return tests.map((point) => ({
    done: { kind: 'exact', at: point.at },
    found: null,
    shareDone: 1,
  }));
}
