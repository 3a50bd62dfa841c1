import { findKind } from '../core/catalogue/index.ts';
import { pathPlaces, type EquipmentKind } from '../core/catalogue/types.ts';
import { findProgramme, testsOf } from '../core/catalogue/programmes.ts';
import { crew } from './crew.ts';
import { visitDays } from '../core/planning/visits.ts';
import { measures } from '../core/quantity/measures.ts';
import { vesselVolumeL } from '../core/water/vesselVolume.ts';
import { parameters, type ParameterId } from '../core/water/parameters.ts';
import { storedUnitOf } from '../core/water/parameterUnits.ts';
import { addDays, noonOf, type Day } from '../core/time/day.ts';
import { SETTING_ID } from '../contract/kinds.ts';
import type { RecordContent, RecordKind } from '../contract/records.ts';
import { defaultSetting } from '../model/settings.ts';
import type { When } from '../contract/fields.ts';
import type { Write } from '../contract/work.ts';
import { Chance } from './chance.ts';
import { plantRoom } from './plantRoom.ts';
import { plannedChange } from './plannedChange.ts';
import { scenario } from './scenario.ts';
import { afterChanges, kitRecord, probeReadings } from './instruments.ts';
import { simulateReadings } from './readings.ts';
import type {
  DosedTruth,
  ProbeTruth,
  ReadingTruth,
  ScenarioComponent,
  ScenarioSite,
  ScenarioSystem,
  Truth,
} from './scenarioTypes.ts';
import { HISTORY_DAYS, simulateServices, type SimulatedService } from './simulate.ts';
import { simulateWater } from './water.ts';

const SEED = 20_261_125;
const PLANT_ROOM = 'Botanical conservatory';
const MINUTES_SCATTER = 0.25;
/** What the keepers have planned for the next visit, L. */
const nextChanges: Readonly<Record<string, number>> = {
  'Staghorn trough': 98,
  'Jellyfish cylinder': 27,
  'Quarantine tank': 26,
};

/** The whole demo as writes, the same for the same day. */
export function demoWrites(today: Day): Write[] {
  return new DemoBuilder(today).build();
}

interface Target {
  systemName: string;
  /** Names the stream of chance. */
  name: string;
  site: ScenarioSite;
  componentId: string | null;
  systemId: string | null;
}

/** Walks the scenario and collects writes; ids and chance are seeded. */
class DemoBuilder {
  private readonly chance = new Chance(SEED);
  private readonly writes: Write[] = [];
  private readonly systemIds = new Map<string, string>();
  private readonly people = new Map<string, string>();
  private readonly componentIds = new Map<string, string>();
  /** What was done, by system and job: the water follows it. */
  private readonly simulated = new Map<string, SimulatedService[]>();
  private readonly today: Day;
  private readonly begin: number;

  constructor(today: Day) {
    this.today = today;
    this.begin = noonOf(addDays(today, -HISTORY_DAYS - 1), 'UTC');
  }

  build(): Write[] {
    this.create('setting', { ...defaultSetting, homeZone: 'Europe/Berlin' }, SETTING_ID);
    for (const name of new Set(scenario.flatMap((site) => site.people)))
      this.people.set(name, this.create('person', { name, ...crew(this.today)[name] }));
    for (const site of scenario) this.site(site);
    this.plantRoom();
    return this.writes;
  }

  /** Last of all, so that nothing else of the demo changes with it. */
  private plantRoom(): void {
    const site = this.writes.find(
      ({ kind, ...write }) =>
        kind === 'site' && 'content' in write && (write.content as { name: string }).name === PLANT_ROOM,
    );
    const whoId = this.people.get('Marit');
    if (site && whoId)
      plantRoom((kind, content) => this.create(kind, content), {
        ...{ writes: this.writes, siteId: site.id, whoId, today: this.today },
      });
  }

  private create<K extends RecordKind>(
    kind: K,
    content: RecordContent<K>,
    id: string = this.chance.uuid(this.begin + this.writes.length),
  ): string {
    this.writes.push({
      op: 'create',
      kind,
      id,
      revisionId: this.chance.uuid(this.begin + this.writes.length),
      content,
    });
    return id;
  }

  private site(site: ScenarioSite): void {
    const siteId = this.create('site', {
      name: site.name,
      timeZone: site.timeZone,
      visits: {
        weekdays: site.weekdays,
        everyWeeks: site.everyWeeks,
        from: addDays(this.today, -HISTORY_DAYS),
        minutes: site.minutes,
      },
      ...(site.roomC === undefined ? {} : { roomC: site.roomC }),
      ...(site.sitter ? { sitter: site.sitter } : {}),
    });
    // systems first: a shared unit names systems that come after its own
    for (const system of site.systems)
      this.systemIds.set(
        system.name,
        this.create('system', {
          siteId,
          name: system.name,
          water: system.water,
          believedVolumeL: system.believedVolumeL,
          note: '',
          programmeId: system.programmeId,
          ...(system.bands ? { bands: system.bands } : {}),
          ...(system.standing ? { standing: system.standing } : {}),
        }),
      );
    for (const system of site.systems) this.system(site, siteId, system);
    this.plannedChanges(site, siteId);
  }

  /** The next visit's changes, where a drum serves several systems of the place. */
  private plannedChanges(site: ScenarioSite, siteId: string): void {
    const asked = Object.entries(nextChanges).flatMap(([name, litres]) => {
      const system = site.systems.find((one) => one.name === name);
      return system ? [{ name, system, litres }] : [];
    });
    const drumId = this.componentIds.get('Quarantine tank Mixing drum');
    const rhythm = {
      weekdays: site.weekdays,
      everyWeeks: site.everyWeeks,
      from: addDays(this.today, -HISTORY_DAYS),
    };
    const [visit] = visitDays(rhythm, addDays(this.today, 1), 1);
    if (asked.length === 0 || !drumId || !visit) return;
    this.create(
      'change-plan',
      plannedChange(
        siteId,
        visit,
        drumId,
        asked.map(({ name, system, litres }) => ({
          systemId: this.idOf(name),
          system,
          litres,
          componentId: (component) => this.componentIds.get(`${name} ${component}`) ?? drumId,
        })),
      ),
    );
  }

  private system(site: ScenarioSite, siteId: string, system: ScenarioSystem): void {
    const systemId = this.idOf(system.name);
    for (const vessel of system.vessels) this.create('vessel', { systemId, ...vessel });
    for (const [kindId, truths] of Object.entries(system.jobs))
      this.jobs(kindOf(kindId), truths, {
        site,
        systemName: system.name,
        name: system.name,
        componentId: null,
        systemId,
      });
    system.components.forEach((component, i) => {
      const place = kindOf(component.kindId).place;
      const stationId = this.create('station', {
        systemId,
        name: component.name,
        place,
        order: pathPlaces.indexOf(place) * 100 + i,
      });
      this.component(site, siteId, system, component, null, stationId);
    });
    this.water(site, system, systemId);
    if (system.feedPerDay) this.feed(systemId, system.feedPerDay);
    if (system.name === 'Staghorn trough') this.happenings(systemId);
  }

  private component(
    site: ScenarioSite,
    siteId: string,
    system: ScenarioSystem,
    component: ScenarioComponent,
    parentId: string | null,
    stationId: string | null,
  ): void {
    const since =
      component.statusDaysBefore === undefined
        ? null
        : new Date(noonOf(addDays(this.today, -component.statusDaysBefore), site.timeZone)).toISOString();
    const status = component.status ?? 'running';
    const id = this.create('component', {
      siteId,
      systemIds: [system.name, ...(component.alsoServes ?? [])].map((name) => this.idOf(name)),
      parentId,
      stationId,
      kindId: component.kindId,
      name: component.name,
      status,
      statusSince: since,
      statusReason: component.statusReason ?? '',
      dutyHoursPerDay: component.dutyHoursPerDay ?? 24,
      facts: {
        maker: '',
        model: '',
        serial: '',
        warrantyUntil: null,
        manual: '',
        note: '',
        ...component.facts,
      },
      ...(component.ratedW === undefined ? {} : { ratedW: component.ratedW }),
      ...(component.holds ? { holds: component.holds } : {}),
      ...(component.makeUp ? { makeUp: component.makeUp } : {}),
    });
    this.componentIds.set(`${system.name} ${component.name}`, id);
    if (since && (status === 'paused' || status === 'off')) {
      this.create('event', {
        siteId: null,
        systemId: null,
        componentId: id,
        kind: status === 'paused' ? 'rest' : 'switched-off',
        when: { kind: 'instant', at: since },
        until: null,
        endsLives: false,
        whoId: null,
        note: component.statusReason ?? '',
      });
    }
    // parts first: what is done on them is followed by work on the unit
    for (const part of component.parts ?? []) this.component(site, siteId, system, part, id, null);
    const target = {
      site,
      systemName: system.name,
      name: `${system.name} ${component.name}`,
      componentId: id,
      systemId: null,
    };
    this.jobs(kindOf(component.kindId), component.jobs, target, component.store);
    if (component.season) this.seasonalJob(id, component.kindId, component.season);
    if (component.hourMeter) this.hourMeter(id);
    for (const reading of component.readings ?? []) this.readings(id, reading, target);
  }

  private jobs(
    kind: EquipmentKind,
    truths: Record<string, Truth>,
    target: Target,
    store?: ScenarioComponent['store'],
  ): void {
    const rhythm = {
      weekdays: target.site.weekdays,
      everyWeeks: target.site.everyWeeks,
      from: addDays(this.today, -HISTORY_DAYS),
    };
    const chance = Chance.named(SEED, `${target.name} ${kind.id}`);
    for (const job of kind.jobs) {
      const truth = truths[job.id];
      const jobId = this.create('job', {
        componentId: target.componentId,
        systemId: target.systemId,
        vesselId: null,
        kindId: kind.id,
        jobId: job.id,
        overrides: {},
        ...(store?.job === job.id ? { store: figuresOf(store) } : {}),
        own: null,
      });
      const follows = followers[`${kind.id}/${job.id}`];
      if (!truth && !follows) continue;
      // seals are changed while the lamp is out, a dosing head is recalibrated when it was cleaned
      const services = follows
        ? follows.after.flatMap((name) => this.following(target, name, follows.days))
        : truth
          ? simulateServices(truth, rhythm, this.today, chance)
          : [];
      this.simulated.set(`${target.systemName} ${kind.id}/${job.id}`, services);
      this.simulated.set(`${target.name} ${kind.id}/${job.id}`, services);
      for (const service of services) {
        const minutes = Math.max(1, Math.round(job.minutes * Math.exp(MINUTES_SCATTER * chance.normal())));
        this.create('service', {
          jobId,
          when: service.when,
          whoId: this.people.get(chance.pick(target.site.people)) ?? null,
          found: job.foundScale === 'none' ? null : service.found,
          shareDone: 1,
          minutes: chance.happens(0.7) ? minutes : null,
          supplies: job.supplies.map(({ name, amount }) => ({ name, amount })),
          note: '',
          pictureIds: [],
          ...(kind.id === 'water-change' ? { litres: this.changedLitres(target.systemName, chance) } : {}),
        });
      }
      this.asides(kind.id, job.id, jobId, target);
    }
  }

  /** About the share that the water's truth is thinned by. */
  private changedLitres(systemName: string, chance: Chance): number {
    const system = scenario.flatMap((site) => site.systems).find((one) => one.name === systemName);
    const litres = (system?.vessels ?? []).reduce((sum, vessel) => sum + vesselVolumeL(vessel), 0);
    const share = (system?.tests?.changeShare ?? 0.1) * Math.exp(0.04 * chance.normal());
    return Number((share * litres).toPrecision(2));
  }

  /** Services on, or so many days after, the days of another job. */
  private following(target: Target, name: string, days: number): SimulatedService[] {
    const after =
      this.simulated.get(`${target.name} ${name}`) ?? this.simulated.get(`${target.systemName} ${name}`);
    return (after ?? []).flatMap(({ when }) => {
      if (when.kind !== 'day') return [];
      const day = addDays(when.day, days);
      return day <= this.today ? [{ when: { kind: 'day' as const, day }, found: null }] : [];
    });
  }

  private seasonalJob(
    componentId: string,
    kindId: string,
    { action, recurrence, minutes }: NonNullable<ScenarioComponent['season']>,
  ): void {
    const own: RecordContent<'job'>['own'] = {
      id: 'own-season',
      action,
      work: 'clean',
      rules: [{ kind: 'season', recurrence, from: '2000-01-01' }],
      driver: 'the season',
      foundScale: 'none',
      foundWords: [],
      dueSigns: '',
      procedure: [],
      minutes,
      supplies: [],
      leadSteps: [],
      needs: [],
      shuts: [],
      consequence: 'B',
      lateness: 'gradual',
      cautions: [],
      basis: 'entered by a person',
    };
    const jobId = this.create('job', {
      componentId,
      systemId: null,
      vesselId: null,
      kindId,
      jobId: own.id,
      overrides: {},
      own,
    });
    this.create('service', {
      jobId,
      when: { kind: 'day', day: addDays(this.today, -350) },
      whoId: this.people.get('Ole') ?? null,
      found: null,
      shareDone: 1,
      minutes: null,
      supplies: [],
      note: '',
      pictureIds: [],
    });
  }

  private readings(componentId: string, truth: ReadingTruth, target: Target): void {
    const known = truth.measure ? measures[truth.measure] : null;
    const water = truth.incoming ? parameters[truth.incoming] : null;
    const name = known?.name ?? `Incoming water: ${water?.name.toLowerCase() ?? ''}`;
    const channelId = this.create('channel', {
      componentId,
      systemId: null,
      name,
      quantity: known?.quantity ?? water?.quantity ?? 'share',
      ...(truth.measure ? { measure: truth.measure } : {}),
      ...(truth.incoming ? { parameter: truth.incoming } : {}),
    });
    const resets = truth.resetBy ? (this.simulated.get(`${target.name} ${truth.resetBy}`) ?? []) : [];
    const chance = Chance.named(SEED, `${target.name} ${name}`);
    for (const { day, value, timing } of simulateReadings(truth, resets, this.today, chance)) {
      const afternoon = new Date(noonOf(day, target.site.timeZone) + 3_600_000).toISOString();
      this.create('reading', {
        channelId,
        when: timing === 'after' ? { kind: 'instant', at: afternoon } : { kind: 'day', day },
        value,
        below: false,
        source: 'typed',
        quality: 'good',
        timing,
        serviceId: null,
        whoId: null,
        note: '',
      });
    }
  }

  /** A look, a postponement: one of each, where the scenario wants them. */
  private asides(kindId: string, job: string, jobId: string, target: Target): void {
    const marit = this.people.get('Marit') ?? null;
    if (kindId === 'weir' && target.systemName === 'Staghorn trough')
      this.create('look', {
        jobId,
        when: { kind: 'day', day: addDays(this.today, -3) },
        whoId: marit,
        found: 'light',
        note: 'two teeth with a film',
        pictureIds: [],
      });
    if (kindId === 'di-resin')
      this.create('skip', {
        jobId,
        when: { kind: 'day', day: addDays(this.today, -1) },
        whoId: marit,
        until: addDays(this.today, 6),
        reason: 'new resin is ordered',
      });
    if (kindId === 'skimmer' && job === 'air-intake' && target.systemName === 'Staghorn trough') {
      for (const ago of [14, 7])
        this.create('skip', {
          jobId,
          when: { kind: 'day', day: addDays(this.today, -ago) },
          whoId: marit,
          until: null,
          reason: ago === 14 ? 'no time' : 'forgotten again',
        });
    }
  }

  /** The UV sterilizer's hours, read about monthly since the lamp was new. */
  private hourMeter(componentId: string): void {
    const channelId = this.create('channel', {
      componentId,
      systemId: null,
      name: 'Lamp hours',
      quantity: 'hours',
    });
    for (let ago = 420; ago >= 3; ago -= 28) {
      this.create('reading', {
        channelId,
        when: { kind: 'day', day: addDays(this.today, -ago) },
        value: Math.round((430 - ago) * 23.6),
        below: false,
        source: 'typed',
        quality: 'good',
        timing: null,
        serviceId: null,
        whoId: null,
        note: '',
      });
    }
  }

  /** A standing rate of feed since the records begin. */
  private feed(systemId: string, grams: number): void {
    const channelId = this.create('channel', {
      componentId: null,
      systemId,
      name: 'Feed',
      quantity: 'feed',
      measure: 'feed',
    });
    this.create('reading', {
      ...testRead,
      channelId,
      when: { kind: 'day', day: addDays(this.today, -HISTORY_DAYS) },
      value: grams,
      timing: null,
    });
  }

  /** The tests of a system, and the jobs its programme asks for. */
  private water(site: ScenarioSite, system: ScenarioSystem, systemId: string): void {
    for (const parameter of testsOf(findProgramme(system.programmeId))) {
      this.create('job', {
        componentId: null,
        systemId,
        vesselId: null,
        kindId: 'water-test',
        jobId: `test-${parameter}`,
        overrides: {},
        own: null,
      });
    }
    if (!system.tests) return;
    const rhythm = {
      weekdays: site.weekdays,
      everyWeeks: site.everyWeeks,
      from: addDays(this.today, -HISTORY_DAYS),
    };
    const visits = visitDays(rhythm, rhythm.from, 400);
    const done = (name: string) => this.simulated.get(`${system.name} ${name}`) ?? [];
    const tests = simulateWater(
      system.tests,
      done('water-change/change'),
      done('phosphate-media/replace'),
      visits,
      this.today,
      Chance.named(SEED, `${system.name} water`),
    );
    const kits = new Map(
      (system.kits ?? []).map((kit) => [kit.parameter, this.create('method', kitRecord(kit, this.today))]),
    );
    const channels = new Map<string, string>();
    const channelOf = (parameter: ParameterId): string => {
      const { name, quantity } = parameters[parameter];
      const methodId = kits.get(parameter);
      const channelId =
        channels.get(parameter) ??
        this.create('channel', {
          componentId: null,
          systemId,
          name,
          quantity,
          parameter,
          ...(methodId ? { methodId } : {}),
        });
      channels.set(parameter, channelId);
      return channelId;
    };
    const read = (
      parameter: ParameterId,
      when: When,
      { value, below = false, timing = 'before' }: Partial<RecordContent<'reading'>> & { value: number },
    ): string =>
      this.create('reading', { ...testRead, channelId: channelOf(parameter), when, value, below, timing });
    for (const { day, parameter, value, below } of tests)
      read(parameter, { kind: 'day', day }, { value, below });
    if (system.dosed)
      for (const { day, value } of afterChanges(system.dosed, tests, done('water-change/change'), this.today))
        read(system.dosed.parameter, { kind: 'day', day }, { value, timing: 'after' });
    if (system.dosed) this.dose(systemId, site, system.dosed);
    if (system.probe) this.probe(systemId, site, system.probe, read);
  }

  /** A solution, and how much of it a day since when. */
  private dose(
    systemId: string,
    site: ScenarioSite,
    { name, parameter, perMl, mlPerDay, sinceDaysBefore }: DosedTruth,
  ): void {
    const solutionId = this.create('solution', { systemId, parameter, name, perMl, note: '' });
    const channelId = this.create('channel', {
      componentId: null,
      systemId,
      name: 'Dose',
      quantity: 'dose',
      measure: 'dose',
      solutionId,
    });
    const at = noonOf(addDays(this.today, -sinceDaysBefore), site.timeZone);
    this.create('reading', {
      ...testRead,
      channelId,
      when: { kind: 'instant', at: new Date(at).toISOString() },
      value: mlPerDay,
      timing: null,
    });
  }

  /** A probe's readings every few hours, and the kit's of the same water now and then. */
  private probe(
    systemId: string,
    site: ScenarioSite,
    truth: ProbeTruth,
    kit: (parameter: ParameterId, when: When, content: { value: number; timing: null }) => string,
  ): void {
    const { parameter, name } = truth;
    const methodId = this.create('method', {
      name,
      parameter,
      kind: 'probe',
      componentId: null,
      unit: storedUnitOf(parameter),
      ...parameters[parameter].method,
      titration: null,
      batch: '',
      expires: null,
      note: '',
    });
    const channelId = this.create('channel', {
      componentId: null,
      systemId,
      name,
      quantity: parameters[parameter].quantity,
      parameter,
      methodId,
    });
    for (const { at, value, isKit } of probeReadings(truth, site.timeZone, this.today)) {
      const when: When = { kind: 'instant', at: new Date(at).toISOString() };
      if (isKit) kit(parameter, when, { value, timing: null });
      else this.create('reading', { ...testRead, channelId, when, value, source: 'device', timing: null });
    }
  }

  private happenings(systemId: string): void {
    const event = (ago: number, kind: RecordContent<'event'>['kind'], note: string, endsLives = false) =>
      this.create('event', {
        siteId: null,
        systemId,
        componentId: null,
        kind,
        when: { kind: 'day', day: addDays(this.today, -ago) },
        until: null,
        endsLives,
        whoId: this.people.get('Marit') ?? null,
        note,
      });
    event(137, 'feed', 'fed 21 g a day instead of 14');
    event(76, 'observation', 'pellets of a test batch taken out again');
    event(23, 'outage', 'power cut of 2 h 10 min');
  }

  private idOf(system: string): string {
    const id = this.systemIds.get(system);
    if (!id) throw new Error(`the scenario has no system called ${system} before it is needed`);
    return id;
  }
}

/** A reading as it is typed in, nothing doubted. */
const testRead = {
  below: false,
  source: 'typed',
  quality: 'good',
  serviceId: null,
  whoId: null,
  note: '',
} as const;

/** Jobs that come with others, in the order of the catalogue: on the same day or so many days after. */
const followers: Readonly<Record<string, { after: readonly string[]; days: number }>> = {
  'uv/seals': { after: ['uv/lamp'], days: 0 },
  'dosing-head/recalibrate': { after: ['dosing-head/clean'], days: 0 },
  'carbon/compare': { after: ['carbon/replace'], days: 1 },
  'make-up-unit/flush': {
    after: ['sediment-stage/replace', 'carbon-block/replace', 'di-resin/replace'],
    days: 0,
  },
};

function figuresOf({
  capacity,
  unusable,
  usePerDay,
}: NonNullable<ScenarioComponent['store']>): NonNullable<RecordContent<'job'>['store']> {
  return { capacity, unusable, usePerDay };
}

function kindOf(kindId: string): EquipmentKind {
  const kind = findKind(kindId);
  if (!kind) throw new Error(`the scenario names a kind that the catalogue does not have: ${kindId}`);
  return kind;
}
