import { isRefusal } from '../../core/errors.ts';
import { refusalWord } from '../../core/explain/refusalWord.ts';
import { askedJob } from '../../core/catalogue/rule.ts';
import { byRisk } from '../../core/planning/byRisk.ts';
import { planInto } from '../../core/planning/planAll.ts';
import type { JobPlan } from '../../core/planning/planJob.ts';
import { dayOf, startOfDay, type Instant } from '../../core/time/day.ts';
import type { WearPriors } from '../../core/wear/wearGrid.ts';
import { explainJob } from '../../core/planning/explainJob.ts';
import { explanationOf, type Explanation } from './explanation.ts';
import { dayPriors } from '../../model/facts/dayPriors.ts';
import {
  announcedKinds,
  calledBy,
  FactMaker,
  reachedBy,
  type AssembledJob,
} from '../../model/facts/jobFacts.ts';
import { nameOfJob, RecordIndex, targetOfJob } from '../../model/facts/recordIndex.ts';
import { instantOfWhen } from '../../model/facts/when.ts';
import type { When } from '../../contract/fields.ts';
import { isCounter } from '../../core/quantity/measures.ts';
import {
  incomingWaterOf,
  outOfBandOf,
  rowOf,
  watersTested,
  type Plan,
  type PlanBeside,
  type PlanRow,
  type BrokenJob,
} from './planRows.ts';
import { verdictOf } from '../../core/water/verdict.ts';
import { houseStoresOf, storesReady, type HouseStores } from '../water/stores.ts';
import { mayStandOf } from '../round/mayStand.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import { touchedBy, touchedOnChannel, type Ties } from './planTouches.ts';
import { WatersBeside, type WaterBeside } from './watersBeside.ts';
import { definitionsOf } from '../../model/facts/definition.ts';
import type { DeviceDay } from '../../model/water/deviceDays.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import type { RecordContent, RecordKind, Stored } from '../../contract/records.ts';
import { systemDangers } from '../water/systemDangers.ts';
import { placeOfJob, zoneOfSystem } from '../../model/facts/places.ts';
import { isCharge } from '../../model/water/history.ts';
import { settingOf } from '../../model/settings.ts';
import { groupBy, type Snapshot } from '../../model/snapshot.ts';

/** What changed in the plan by some records. */
export interface PlanChange {
  rows: PlanRow[];
  /** Jobs that have no row any more. */
  gone: string[];
}

/** Kinds that change where jobs stand or what defines them; the rest is evidence. */
const structural: ReadonlySet<RecordKind> = new Set<RecordKind>([
  'site',
  'system',
  'vessel',
  'station',
  'component',
  'job',
  'own-kind',
  'setting',
]);

/** The local day at home and at each zone in use, as one text. */
export function daysOf(snapshot: Snapshot, instantAt: (zone: string) => Instant): string {
  const zones = new Set(snapshot.all('site').map((site) => site.content.timeZone));
  return [settingOf(snapshot).homeZone, ...[...zones].sort()]
    .map((zone) => dayOf(instantAt(zone), zone))
    .join(' ');
}

/**
 * The plan of one moment, kept up to date record by record: a service plans its own job anew and those tied to it (each
 * Nth time, what it announces), a reading the jobs that read it. A fresh one of the same records says the same.
 * The priors of the day hold until the day changes, or until a record older than the day is corrected.
 */
export class PlanState {
  readonly snapshot: Snapshot;
  private readonly index: RecordIndex;
  private readonly maker: FactMaker;
  private instantAt: (zone: string) => Instant;
  private priors = new Map<string, WearPriors>();
  private readonly jobs = new Map<string, AssembledJob>();
  private readonly plans = new Map<string, JobPlan>();
  private readonly rows = new Map<string, PlanRow>();
  private readonly waters = new WatersBeside();
  /** For the stores of all places; null: something of it has changed. */
  private houseStores: HouseStores | null = null;
  /** The day's priors no longer follow from the records: a record older than the day has changed. */
  private stale = false;
  /** Jobs that cannot be planned. */
  private readonly broken = new Map<string, BrokenJob>();
  private jobsOfSystem = new Map<string, string[]>();
  private jobsOfSite = new Map<string, string[]>();
  /** Jobs that wait for an event, by the id of the unit or system where it may happen. */
  private listeners = new Map<string, string[]>();

  /** @param snapshot becomes this plan's own: changes are applied to it */
  constructor(snapshot: Snapshot, instantAt: (zone: string) => Instant) {
    this.snapshot = snapshot;
    this.index = RecordIndex.of(snapshot);
    this.maker = new FactMaker(snapshot, this.index);
    this.instantAt = instantAt;
    this.tie();
    this.renew(instantAt);
  }

  /** Everything anew, for another moment or with the day's priors made again. */
  renew(instantAt = this.instantAt): PlanChange {
    this.instantAt = instantAt;
    this.stale = false;
    const before = [...this.rows.keys()];
    this.jobs.clear();
    this.plans.clear();
    this.rows.clear();
    this.broken.clear();
    this.maker.beginPass();
    this.waters.forget();
    this.houseStores = null;
    for (const jobId of this.maker.structure().placed.keys()) this.assemble(jobId);
    this.priors = dayPriors([...this.jobs.values()], this.dayStart());
    const rows = this.replan([...this.jobs.keys()]);
    return { rows, gone: before.filter((jobId) => !this.rows.has(jobId)) };
  }

  /** Takes records, and days of devices, as they now stand and plans anew what they touch. */
  apply(records: readonly Stored[], days: readonly DeviceDay[] = []): PlanChange {
    const touched = new Set<string>();
    const touch = (record: Stored) => {
      for (const id of touchedBy(record, this.jobTies())) touched.add(id);
      this.waters.heard(record.kind, () => touchedBy(record, this.waterTies()));
    };
    let restructured = false;
    let older = false;
    for (const record of records) {
      const before = this.snapshot.get(record.kind, record.id);
      if (before && before.version > record.version) continue;
      if (before) touch(before);
      this.snapshot.apply(record);
      this.index.take(record, before);
      if (structural.has(record.kind) || record.kind === 'event') this.houseStores = null;
      if (structural.has(record.kind)) {
        this.maker.structureChanged();
        restructured = true;
      }
      touch(record);
      older ||= [before, record].some((one) => one !== undefined && this.teachesPriors(one));
    }
    if (restructured) {
      this.tie();
      for (const record of records) touch(record);
    }
    for (const day of days) {
      this.snapshot.devices.take(day);
      for (const id of touchedOnChannel(day.channelId, this.jobTies())) touched.add(id);
      this.waters.heard('reading', () => touchedOnChannel(day.channelId, this.waterTies()));
      older ||= this.countsBefore(day);
    }
    this.stale ||= older;
    this.maker.beginPass();
    const asked = this.withTied(touched);
    const gone = asked.filter((jobId) => !this.assemble(jobId) && this.rows.has(jobId));
    for (const jobId of asked) {
      this.plans.delete(jobId);
      this.rows.delete(jobId);
    }
    return { rows: this.replan(asked.filter((jobId) => this.jobs.has(jobId))), gone };
  }

  /** Makes the day's priors anew where a record older than the day has changed; null where none has. */
  settle(): PlanChange | null {
    return this.stale ? this.renew() : null;
  }

  /** Most at risk first. */
  plan(at: string): Plan {
    return { at, jobs: this.allRows().sort(byRisk), ...this.beside() };
  }
  allRows(): PlanRow[] {
    return [...this.rows.values()];
  }
  /** Why a job's date lies where it lies; null where there is no such job. */
  explain(jobId: string): Explanation | null {
    const job = this.jobs.get(jobId);
    if (!job || !this.plans.has(jobId)) return null;
    const { facts, visits } = job;
    const at = this.instantAt(facts.zone);
    const { costRatios, dateFormat } = settingOf(this.snapshot);
    const priors = this.priors.get(jobId);
    // what it counts stands in today's plan: only its own evidence is replayed
    const beside = Object.values(facts.siblings).filter((id) => id !== jobId);
    const planned = (one: AssembledJob, moment: Instant): JobPlan | null => {
      const plans = pick(this.plans, beside);
      planInto(plans, pick(this.jobs, beside).set(jobId, one), [jobId], {
        instantAt: () => moment,
        costRatios,
        priorsOf: () => priors,
      });
      return plans.get(jobId) ?? null;
    };
    this.maker.beginPass();
    const plan = planned(job, at);
    if (!plan) return null;
    const explained = explainJob({
      facts,
      plan,
      at,
      visits,
      priors,
      planAsOf: (moment) => {
        const then = this.maker.assemble(jobId, () => moment);
        return then && planned(then, moment);
      },
      planWith: (supposed) => planned({ ...job, facts: supposed }, at) ?? plan,
    });
    return explanationOf(explained, facts, plan.today, dateFormat);
  }
  /** What the plan says of the water, beside its jobs. */
  beside(): PlanBeside {
    const systems = this.waters.all(this.snapshot.all('system'), (system) => this.waterOf(system));
    const house = (this.houseStores ??= houseStoresOf(this.snapshot));
    return {
      outOfBand: outOfBandOf(systems),
      incoming: incomingWaterOf(systems),
      waters: watersTested(systems),
      stores: this.snapshot
        .all('site')
        .flatMap(({ id, content }) =>
          storesReady(
            { snapshot: this.snapshot, index: this.index },
            id,
            content.timeZone,
            this.instantAt(content.timeZone),
            house,
          ),
        ),
      broken: [...this.broken.values()],
      dangers: systems.flatMap(({ dangers }) => dangers),
    };
  }
  private waterOf({ id, content }: Stored<'system'>): WaterBeside {
    const zone = zoneOfSystem(this.snapshot, id);
    const at = this.instantAt(zone);
    const series = this.maker.historiesOf(id, zone, at);
    const last = (parameter: ParameterId): number | null =>
      series.find((one) => one.parameter === parameter)?.points.findLast((point) => point.doubt === null)
        ?.value ?? null;
    const tested = { temperatureC: last('temperature'), salinity: last('salinity') };
    const mayStand = mayStandOf({ snapshot: this.snapshot, index: this.index }, { id, content }, tested, at);
    const judged = series.map((one) => ({ one, verdict: verdictOf(one) }));
    const dangers = systemDangers(content, series, zone);
    return { content, zone, series, judged, dangers, systemId: id, systemName: content.name, mayStand };
  }
  /** Everything the plan stands on, with the index it keeps. */
  get evidence(): Evidence {
    const { snapshot, index } = this;
    return { snapshot, index, definitionOf: definitionsOf(snapshot) };
  }
  get size(): number {
    return this.jobs.size;
  }

  /** The local day at each zone in use: the plan holds while these hold. */
  days(instantAt = this.instantAt): string {
    return daysOf(this.snapshot, instantAt);
  }

  private assemble(jobId: string): boolean {
    this.broken.delete(jobId);
    const job = this.whole(jobId, () => this.maker.assemble(jobId, this.instantAt));
    if (job) this.jobs.set(jobId, job);
    else this.jobs.delete(jobId);
    return job !== null;
  }

  /** One bad record stops one line, never the plan: what fails is named, and the rest stands. */
  private whole<T>(jobId: string, make: () => T | null): T | null {
    try {
      return make();
    } catch (error) {
      this.breaks(jobId, error);
      return null;
    }
  }
  private breaks(jobId: string, error: unknown): void {
    const job = this.snapshot.content('job', jobId);
    const place = job && placeOfJob(job, this.snapshot);
    this.broken.set(jobId, {
      jobId,
      what: place?.thing ?? (job ? nameOfJob(job) : ''),
      why: isRefusal(error, 'out-of-range')
        ? refusalWord(error)
        : 'Something in its records cannot be reckoned with, most likely a date far off.',
    });
  }

  private replan(asked: readonly string[]): PlanRow[] {
    const { costRatios, dateFormat } = settingOf(this.snapshot);
    planInto(this.plans, this.jobs, asked, {
      instantAt: this.instantAt,
      costRatios,
      priorsOf: (jobId) => this.priors.get(jobId),
      onBroken: (jobId, error) => this.breaks(jobId, error),
    });
    return asked.flatMap((jobId) => {
      const [job, plan] = [this.jobs.get(jobId), this.plans.get(jobId)];
      if (!job || !plan) return [];
      const row = this.whole(jobId, () => rowOf(job, plan, dateFormat));
      if (!row) return [];
      this.rows.set(jobId, row);
      this.plans.set(jobId, ofItsDays(plan));
      return [row];
    });
  }

  private dayStart(): Instant {
    const { homeZone } = settingOf(this.snapshot);
    return startOfDay(dayOf(this.instantAt(homeZone), homeZone), homeZone);
  }

  /** Works out who stands where and who waits for whom. */
  private tie(): void {
    const placed = [...this.maker.structure().placed.values()];
    const pairs = placed.flatMap(({ job, place }) => place.systemIds.map((id) => [id, job.id] as const));
    const ids = (groups: Map<string, (readonly [string, string])[]>) =>
      new Map([...groups].map(([key, list]) => [key, list.map(([, id]) => id)]));
    this.jobsOfSystem = ids(groupBy(pairs, ([key]) => key));
    this.jobsOfSite = ids(
      groupBy(
        placed.map(({ job, place }) => [place.siteId, job.id] as const),
        ([key]) => key,
      ),
    );
    this.listeners = ids(
      groupBy(
        placed
          .filter(({ definition }) => calledBy(definition).size > 0)
          .flatMap(({ job, place }) =>
            [place.unit?.id ?? '', ...place.systemIds].map((id) => [id, job.id] as const),
          ),
        ([key]) => key,
      ),
    );
  }

  /** Jobs whose own evidence, place or definition a record is part of. */
  private jobTies(): Ties {
    return {
      job: (id) => [id],
      onSystem: (id) => this.jobsOfSystem.get(id) ?? [],
      onSite: (id) => this.jobsOfSite.get(id) ?? [],
      onComponent: (id) =>
        [id, ...this.index.on('partsOfComponent', id).map((part) => part.id)].flatMap((one) =>
          this.onTarget(one),
        ),
      onTarget: (id) => this.onTarget(id),
      measuredBy: (jobId) => this.measuredBy(jobId),
      chargedBy: (jobId) => this.chargedBy(jobId),
      everywhere: () => [...this.maker.structure().placed.keys()],
      component: (id) => this.snapshot.content('component', id),
      channel: (id) => this.snapshot.content('channel', id),
    };
  }
  /** For the waters that something is evidence of, whether a job stands there or not. */
  private waterTies(): Ties {
    const ofComponent = (id: string) => this.snapshot.content('component', id)?.systemIds ?? [];
    const all = () => this.snapshot.all('system');
    return {
      // its charge and what its unit measures are of the same waters
      job: (id) => this.maker.structure().placed.get(id)?.place.systemIds ?? [],
      measuredBy: () => [],
      chargedBy: () => [],
      onSystem: (id) => [id],
      onSite: (id) => all().flatMap((one) => (one.content.siteId === id ? [one.id] : [])),
      onComponent: (id) =>
        [id, ...this.index.on('partsOfComponent', id).map((part) => part.id)].flatMap(ofComponent),
      onTarget: (id) => [id, ...ofComponent(id)],
      everywhere: () => all().map((one) => one.id),
      component: (id) => this.snapshot.content('component', id),
      channel: (id) => this.snapshot.content('channel', id),
    };
  }
  /** The jobs of the water that a job's unit measures, where it is somebody's instrument. */
  private measuredBy(jobId: string): string[] {
    const componentId = this.maker.structure().placed.get(jobId)?.job.content.componentId ?? null;
    if (componentId === null) return [];
    const measures = this.snapshot.all('method').some((one) => one.content.componentId === componentId);
    const systemIds = this.snapshot.content('component', componentId)?.systemIds ?? [];
    return measures ? systemIds.flatMap((id) => this.jobsOfSystem.get(id) ?? []) : [];
  }
  private chargedBy(jobId: string): string[] {
    const placed = this.maker.structure().placed.get(jobId);
    return placed && isCharge(placed.definition)
      ? placed.place.systemIds.flatMap((id) => this.jobsOfSystem.get(id) ?? [])
      : [];
  }
  private onTarget(id: string): string[] {
    return this.index.on('jobsOfTarget', id).map((job) => job.id);
  }

  /** And the jobs that count those, or wait for what they announce; a date that moves, moves what counts it. */
  private withTied(touched: ReadonlySet<string>): string[] {
    const { placed } = this.maker.structure();
    const all = new Set(touched);
    for (const jobId of all) {
      const one = placed.get(jobId);
      if (!one) continue;
      const known = nameOfJob(one.job.content);
      for (const sibling of this.onTarget(targetOfJob(one.job.content))) {
        const rules = placed.get(sibling)?.definition.rules ?? [];
        if (rules.some((rule) => askedJob(rule) === known)) all.add(sibling);
      }
      for (const kind of announcedKinds(one.definition))
        for (const id of reachedBy(kind, one.place))
          for (const listener of this.listeners.get(id) ?? []) {
            const { definition } = placed.get(listener) ?? {};
            if (definition && calledBy(definition).has(kind)) all.add(listener);
          }
    }
    return [...all];
  }

  /** Whether what a device counted tells of such cycles. */
  private countsBefore({ channelId, summary }: DeviceDay): boolean {
    const measure = this.snapshot.content('channel', channelId)?.measure;
    // a day that stands no more was before too
    return measure !== undefined && isCounter(measure) && (summary?.middleAt ?? 0) < this.dayStart();
  }
  /** Whether a record tells of cycles that ended before the day, from which its priors were made. */
  private teachesPriors({ kind, content }: Stored): boolean {
    if (structural.has(kind)) return kind !== 'station';
    const { homeZone } = settingOf(this.snapshot);
    const beforeToday = (when: When, zone = homeZone): boolean => {
      const at = instantOfWhen(when, zone);
      return at !== null && at < this.dayStart();
    };
    if (kind === 'service') {
      const { jobId, when } = content as RecordContent<'service'>;
      return beforeToday(when, this.maker.structure().placed.get(jobId)?.place.zone);
    }
    if (kind === 'reading') {
      const { channelId, when } = content as RecordContent<'reading'>;
      const measure = this.snapshot.content('channel', channelId)?.measure;
      return measure !== undefined && isCounter(measure) && beforeToday(when);
    }
    if (kind !== 'event') return false;
    // what ends lives or rests a unit changes cycles, whenever it was written down
    const { when, endsLives, kind: what } = content as RecordContent<'event'>;
    return (endsLives || what === 'rest' || what === 'switched-off') && beforeToday(when);
  }
}

/** A plan as those that count its job need it: the rest is large, stands in its row or is asked for of one job at a time. */
const ofItsDays = (plan: JobPlan): JobPlan => ({
  ...plan,
  ...{ wear: null, due: null, rules: [], governing: null, second: null },
});

function pick<Value>(from: ReadonlyMap<string, Value>, ids: readonly string[]): Map<string, Value> {
  const picked = new Map<string, Value>();
  for (const id of ids) {
    const value = from.get(id);
    if (value !== undefined) picked.set(id, value);
  }
  return picked;
}
