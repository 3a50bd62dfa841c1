import { languageIds } from './languages.ts';
import { disturbances } from '../core/catalogue/roles.ts';
import { SentTests } from './water/sentTests.ts';
import * as v from 'valibot';
import { standings } from '../core/planning/round/step.ts';
import { quantityIds } from '../core/quantity/quantities.ts';
import { parameterIds } from '../core/water/parameters.ts';
import { disagreementIds } from '../core/catalogue/choices.ts';
import { measureIds } from '../core/quantity/measures.ts';
import { permitIds, skillIds } from '../core/catalogue/hands.ts';
import { pathPlaces } from '../core/catalogue/types.ts';
import { eventKinds } from '../core/catalogue/eventKinds.ts';
import { foundGrades } from '../core/wear/found.ts';
import { EquipmentKind, JobDefinition, JobOverrides } from './definitions.ts';
import { ChangePlanContent } from './changePlan.ts';
import { SheetTick, SitterSheet } from './sitter/schemas.ts';
import { ImportMapping } from './imports/mapping.ts';
import { RoundAction, RoundContent } from './round/schemas.ts';
import { ReadingsRound, ReadingsWalk, ShiftNote } from './round/readingsRound.ts';
import { Route } from './round/route.ts';
import { PlanPin, VisitChange } from './levelling/schemas.ts';
import { choice, day, flag, id, ids, instant, name, number, text, When, zone, clockTime } from './fields.ts';
import type { RecordKind } from './kinds.ts';

// Every kind of record, its contents, and which other records it points to. One table; a new kind is a new entry.

const nullable = v.nullable;

export const settingUnits = {
  volume: ['L', 'US gal', 'imp gal'],
  length: ['cm', 'm', 'in', 'ft'],
  temperature: ['°C', '°F'],
  salinity: ['ppt', 'SG 25/25', 'SG 20/20', 'SG 60F/60F'],
  alkalinity: ['dKH', 'meq/L', 'mg/L CaCO3'],
  pressure: ['bar', 'kPa', 'psi'],
  flow: ['L/h', 'mL/min', 'US gal/min'],
} as const;
const Units = v.strictObject({
  volume: choice('Volume', settingUnits.volume),
  length: choice('Length', settingUnits.length),
  temperature: choice('Temperature', settingUnits.temperature),
  salinity: choice('Salinity', settingUnits.salinity),
  alkalinity: choice('Alkalinity', settingUnits.alkalinity),
  pressure: choice('Pressure', settingUnits.pressure),
  flow: choice('Flow', settingUnits.flow),
});

const Site = v.strictObject({
  name: name('The name of the place'),
  timeZone: zone('The time zone'),
  visits: nullable(
    v.strictObject({
      weekdays: v.pipe(
        v.array(v.pipe(number('A weekday', 1, 7, ''), v.integer())),
        v.minLength(1, 'Choose at least one visit day.'),
      ),
      everyWeeks: v.pipe(
        number('Every how many weeks', 1, 26, 'weeks'),
        v.integer('Every how many weeks must be a whole number.'),
      ),
      from: day('The first week of visits'),
      minutes: nullable(number('Minutes per visit', 1, 1440, 'min')),
      /** How many come; absent: nobody said. */
      people: v.optional(nullable(v.pipe(number('How many come', 1, 20, 'people'), v.integer()))),
      /** There, back and unpacking: what a visit takes before anything is done; absent: the house's guess. */
      travelMin: v.optional(nullable(number('Minutes of travel per visit', 0, 1440, 'min'))),
    }),
  ),
  /** Days on which nobody comes; absent: none are known. */
  holidays: v.optional(
    v.array(v.strictObject({ day: day('The holiday'), note: text('What the day is', 100) })),
  ),
  /** Above the sea: water holds less oxygen there; absent: 0. */
  heightM: v.optional(nullable(number('The height above the sea', -500, 6000, 'm'))),
  /** Of the room the water stands in, when nothing heats it. */
  roomC: v.optional(nullable(number('The temperature of the room', -30, 50, '°C'))),
  /** When water, noise and obstruction are allowed there, in a sentence. */
  hours: v.optional(text('The hours of the place', 300)),
  /** The same by the clock, so that rounds are planned by it. */
  allowed: v.optional(
    v.strictObject({
      begins: nullable(clockTime('When visits begin')),
      spans: v.array(
        v.pipe(
          v.strictObject({
            what: choice('What is allowed', disturbances),
            from: clockTime('From'),
            to: clockTime('To'),
          }),
          v.check(({ from, to }) => from < to, 'The hours of the place: “from” lies before “to”.'),
        ),
      ),
    }),
  ),
  /** Whose place it is, where somebody else keeps it: to whom a report goes. */
  client: v.optional(
    v.strictObject({
      name: text('The client', 120),
      greeting: text('The greeting', 200),
      /** In which they read; null: as everybody here. */
      units: nullable(Units),
      /** In which a report is written for them; English where it is not said. */
      language: v.optional(choice('The language', languageIds)),
    }),
  ),
  /** Whom a sitter calls, and what nobody but the keeper touches. */
  sitter: v.optional(
    v.strictObject({
      phones: v.array(
        v.strictObject({ name: name('Whose number it is'), phone: name('The phone number', 60) }),
      ),
      doNotTouch: text('What nobody touches', 1000),
    }),
  ),
});

const Person = v.strictObject({
  name: name('The name'),
  skills: v.optional(v.array(choice('A skill', skillIds))),
  permits: v.optional(
    v.array(
      v.strictObject({
        permit: choice('A permit', permitIds),
        /** null: it does not run out. */
        until: nullable(day('Until when a permit holds')),
      }),
    ),
  ),
  /** When they come; absent or null: whenever a place is visited. */
  comes: v.optional(
    nullable(
      v.strictObject({
        weekdays: v.array(v.pipe(number('A weekday', 1, 7, ''), v.integer())),
        minutes: nullable(number('Minutes per visit', 1, 1440, 'min')),
      }),
    ),
  ),
  absences: v.optional(
    v.array(
      v.pipe(
        v.strictObject({
          from: day('The first day away'),
          to: day('The last day away'),
          note: text('The note', 200),
        }),
        v.check(({ from, to }) => from <= to, 'The first day away lies after the last one.'),
      ),
    ),
  ),
});

const Band = v.pipe(
  v.strictObject({
    lo: nullable(number('The low end', -10, 10_000, '')),
    hi: nullable(number('The high end', -10, 10_000, '')),
  }),
  v.check(
    ({ lo, hi }) => lo === null || hi === null || lo <= hi,
    'The low end of the band lies above its high end.',
  ),
);
const System = v.strictObject({
  siteId: id('The place'),
  name: name('The name of the system'),
  water: choice('The water', ['fresh', 'brackish', 'salt']),
  believedVolumeL: nullable(number('The litres you believe it holds', 0.1, 50_000_000, 'L')),
  note: text('The note'),
  /** A school of practice, or what lives there; absent or null: none, so no bands. */
  programmeId: v.optional(nullable(name('The programme', 60))),
  /** Own bands, before the programme's. */
  bands: v.optional(v.partial(v.strictObject(v.entriesFromList(parameterIds, Band)))),
  /** How it stands to what is shared between waters; absent: clean. */
  standing: v.optional(choice('How it stands', standings)),
  /** The days of its place’s visits on which it is worked on; absent or null: all of them. */
  weekdays: v.optional(
    nullable(
      v.pipe(
        v.array(v.pipe(number('A weekday', 1, 7, ''), v.integer())),
        v.minLength(1, 'Choose at least one day for the system.'),
      ),
    ),
  ),
  /** How long it may be without on purpose, by its keeper's word; absent or null: as the house model has it. */
  mayStand: v.optional(
    v.strictObject({
      flowMin: nullable(number('Minutes without movement', 0, 1440, 'min')),
      heatMin: nullable(number('Minutes without heating or cooling', 0, 1440, 'min')),
      airMin: nullable(number('Minutes without a broken surface', 0, 1440, 'min')),
    }),
  ),
});

const Vessel = v.strictObject({
  systemId: id('The system'),
  name: name('The name of the vessel'),
  shape: choice('The shape', ['box', 'cylinder', 'bow-front', 'hexagonal', 'irregular']),
  dimensions: v.record(v.string(), number('A dimension', 0.1, 1e9, 'cm')),
  waterDepthCm: number('The water depth', 0.1, 20_000, 'cm'),
  displacementShare: number('The share taken by rock and sand', 0, 0.95, ''),
  /** Part of the surface that is water at the water line; absent: all of it. */
  freeShare: v.optional(nullable(number('The free part of the surface', 0.05, 1, ''))),
  /** How far its level falls when the pumps stop. */
  runsBackCm: v.optional(nullable(number('How far the level falls when pumps stop', 0, 200, 'cm'))),
  /** From the running level up to its rim. */
  headroomCm: v.optional(nullable(number('The room to the rim', 0, 500, 'cm'))),
  /** What pipes and reactors above it hold and let run down into it. */
  pipesL: v.optional(nullable(number('What the pipes hold', 0, 100_000, 'L'))),
});

const Station = v.strictObject({
  systemId: id('The system'),
  name: name('The name of the station'),
  place: v.picklist(pathPlaces),
  order: number('The order on the water’s path', 0, 10_000, ''),
});

export const statuses = ['running', 'standby', 'paused', 'off', 'removed'] as const;
const price = (label: string) => nullable(number(label, 0, 1e6, ''));
const MakeUpFigures = v.strictObject({
  ratedLph: nullable(number('The rated output', 0.01, 1e6, 'L/h')),
  ratedKpa: nullable(number('The rated pressure', 10, 10_000, 'kPa')),
  resinL: nullable(number('The resin', 0.01, 100_000, 'L')),
  resinEqPerL: nullable(number('The capacity of the resin', 0.01, 3, 'eq/L')),
  carbonRatedL: nullable(number('What the carbon takes', 1, 1e9, 'L')),
  mainsChlorineMgL: nullable(number('Chlorine of the mains', 0, 10, 'mg/L')),
  /** Made a day, where no meter counts it. */
  litresPerDay: nullable(number('Made a day', 0, 1e7, 'L')),
  prices: v.strictObject({
    sediment: price('The price of a sediment cartridge'),
    carbon: price('The price of a carbon block'),
    membrane: price('The price of a membrane'),
    resin: price('The price of a charge of resin'),
    mainsPerM3: price('The price of a cubic metre'),
  }),
});
const Component = v.strictObject({
  siteId: id('The place'),
  systemIds: v.pipe(ids('The systems it serves'), v.minLength(1, 'Say which system it serves.')),
  parentId: nullable(id('The unit it is part of')),
  stationId: nullable(id('The station')),
  kindId: name('The kind of equipment', 80),
  name: name('The name'),
  status: choice('The state', statuses),
  statusSince: nullable(instant('Since when')),
  statusReason: text('The reason', 400),
  dutyHoursPerDay: number('Hours a day it runs', 0, 24, 'h'),
  /** What it draws while it runs. */
  ratedW: v.optional(nullable(number('What it draws', 0.1, 1e6, 'W'))),
  facts: v.strictObject({
    maker: text('Maker', 200),
    model: text('Model', 200),
    serial: text('Serial number', 200),
    warrantyUntil: nullable(day('Warranty until')),
    manual: text('Manual', 2000),
    note: text('Note'),
  }),
  /** Water that it keeps for changes and top-off. */
  holds: v.optional(
    nullable(
      v.strictObject({
        water: choice('What it holds', ['salt', 'fresh']),
        capacityL: number('What it holds when full', 0.1, 50_000_000, 'L'),
        unusableL: number('What is out of reach', 0, 50_000_000, 'L'),
      }),
    ),
  ),
  /** The figures of a make-up unit and its prices, in whatever money the person counts in. */
  makeUp: v.optional(nullable(MakeUpFigures)),
});

const Job = v.pipe(
  v.strictObject({
    componentId: nullable(id('The component')),
    systemId: nullable(id('The system')),
    vesselId: nullable(id('The vessel')),
    kindId: name('The kind', 80),
    jobId: name('The job', 80),
    overrides: JobOverrides,
    /** What the store of this job holds when filled, what is out of reach, what a day takes; absent: not said. */
    store: v.optional(
      v.strictObject({
        capacity: nullable(number('What it holds when filled', 0, 1e9, '')),
        unusable: nullable(number('What is out of reach', 0, 1e9, '')),
        usePerDay: nullable(number('What a day takes', 0, 1e9, '')),
      }),
    ),
    /** A job of the person's own, instead of one of the catalogue. */
    own: nullable(JobDefinition),
  }),
  v.check(
    (job) => [job.componentId, job.systemId, job.vesselId].filter((one) => one !== null).length === 1,
    'A job belongs to exactly one component, system or vessel.',
  ),
);

const found = nullable(
  v.picklist(foundGrades, 'How it was found must be one of: as new, light, right, overdue, failed.'),
);
const Service = v.strictObject({
  jobId: id('The job'),
  when: When,
  whoId: nullable(id('Who did it')),
  found,
  shareDone: number('The share done', 0.05, 1, ''),
  minutes: nullable(number('The minutes', 0, 10_000, 'min')),
  supplies: v.array(v.strictObject({ name: name('The supply'), amount: text('The amount', 120) })),
  note: text('The note'),
  pictureIds: ids('A picture'),
  /** Of the pictures, those taken before the work; absent: nobody parted them. */
  beforePictureIds: v.optional(ids('A picture taken before')),
  /** Water that was changed. */
  litres: v.optional(nullable(number('The litres changed', 0.01, 50_000_000, 'L'))),
  /** How long it worked by itself: a bath, a drain; absent or null: not kept. */
  waitedMin: v.optional(nullable(number('The minutes it worked by itself', 0, 100_000, 'min'))),
  /** Two logged one and the same work: this entry is kept in that one, and counts no second time. */
  mergedInto: v.optional(nullable(id('The entry it is kept in'))),
});

const Look = v.strictObject({
  jobId: id('The job'),
  when: When,
  whoId: nullable(id('Who looked')),
  found: v.picklist(foundGrades, 'A look says how it was found: as new, light, right, overdue or failed.'),
  note: text('The note'),
  pictureIds: ids('A picture'),
});

const Skip = v.strictObject({
  jobId: id('The job'),
  when: When,
  whoId: nullable(id('Who')),
  /** Put off until this day; null: only this turn was skipped. */
  until: nullable(day('Until when')),
  reason: name('The reason', 400),
});

const Event = v.pipe(
  v.strictObject({
    siteId: nullable(id('The place')),
    systemId: nullable(id('The system')),
    componentId: nullable(id('The component')),
    kind: choice('What happened', eventKinds),
    when: When,
    /** Its end, for what lasts: a rest, an outage; null while it goes on or where it has none. */
    until: nullable(When),
    /** Older records of the jobs it touches count little from here on. */
    endsLives: flag('Whether it starts a new life'),
    whoId: nullable(id('Who')),
    note: text('The note'),
  }),
  v.check(
    (event) => event.siteId !== null || event.systemId !== null || event.componentId !== null,
    'Say where it happened.',
  ),
);

const Channel = v.pipe(
  v.strictObject({
    componentId: nullable(id('The component')),
    systemId: nullable(id('The system')),
    name: name('What is measured'),
    quantity: v.picklist(quantityIds),
    /** Which parameter of the water it is, for a system's tests. */
    parameter: v.optional(v.picklist(parameterIds)),
    /** Which reading of a unit it is, for rules that follow it. */
    measure: v.optional(v.picklist(measureIds)),
    /** The unit it is typed and shown in, as printed on the kit; absent: the person's. */
    unit: v.optional(nullable(name('The unit', 40))),
    /** What it is read with, unless a reading says otherwise. */
    methodId: v.optional(nullable(id('The kit or instrument'))),
    /** What is dosed, where it is a dose. */
    solutionId: v.optional(nullable(id('The solution'))),
  }),
  v.check(
    (channel) => (channel.componentId === null) !== (channel.systemId === null),
    'A channel belongs to a component or to a system.',
  ),
);

const Reading = v.strictObject({
  channelId: id('The channel'),
  when: When,
  /** In the stored unit of the channel's quantity. */
  value: number('The value', -1e9, 1e9, ''),
  /** true: below the method's lowest reading, which is the value. */
  below: flag('Below the lowest reading'),
  source: choice('The source', ['typed', 'imported', 'device']),
  quality: choice('The quality', ['good', 'doubtful']),
  timing: nullable(choice('Before or after the job', ['before', 'after'])),
  serviceId: nullable(id('The service')),
  whoId: nullable(id('Who read it')),
  note: text('The note'),
  /** What it was read with; absent: as its channel says. */
  methodId: v.optional(nullable(id('The kit or instrument'))),
  /** All readings of the same water where it was read again; the value is their median. */
  repeats: v.optional(v.pipe(v.array(number('A reading', -1e9, 1e9, '')), v.maxLength(20))),
  /** Written as about so much. */
  rough: v.optional(flag('Roughly')),
});

/** What a parameter is read with: a kit with its batch, a probe, a laboratory. Figures in the parameter's stored unit. */
const Method = v.strictObject({
  name: name('The name of the kit or instrument'),
  parameter: v.picklist(parameterIds, 'Say what it reads.'),
  kind: choice('Kit, probe or laboratory', ['kit', 'probe', 'laboratory']),
  /** The piece of equipment it is, whose calibrations count. */
  componentId: nullable(id('The probe')),
  /** As printed on it. */
  unit: name('The unit', 40),
  step: number('The smallest step', 0, 1e6, ''),
  lowest: number('The lowest reading', -1000, 1e6, ''),
  repeatability: number('How well it repeats', 0, 1e6, ''),
  /** What one drop or one mL of titrant counts, in `unit`. */
  titration: nullable(
    v.strictObject({
      per: choice('Drops or mL', ['drop', 'mL']),
      factor: number('What one drop or mL counts', 1e-6, 1e6, ''),
    }),
  ),
  batch: text('The batch', 120),
  expires: nullable(day('The expiry date')),
  note: text('The note'),
  /** Put away: its readings keep it, nobody is offered it. */
  retired: v.optional(flag('Put away')),
});

/** A dosing solution of the person's own for one system. */
const Solution = v.strictObject({
  systemId: id('The system'),
  parameter: v.picklist(parameterIds, 'Say what it raises.'),
  name: name('The name of the solution'),
  /** What one mL brings into one litre, in the parameter's stored unit. */
  perMl: number('What one mL brings into one litre', 1e-6, 1e6, ''),
  note: text('The note'),
  retired: v.optional(flag('Put away')),
});

/** A file that was read in; its records say so in their history. */
const Import = v.strictObject({
  fileName: name('The name of the file', 300),
  sha256: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'The file’s checksum is not one.')),
  mapping: name('The mapping', 120),
  added: number('Records added', 0, 1e9, ''),
  skipped: number('Rows skipped', 0, 1e9, ''),
  refused: number('Rows refused', 0, 1e9, ''),
});

const Picture = v.strictObject({
  sha256: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'The picture’s checksum is not one.')),
  mime: choice('The format', ['image/jpeg', 'image/png', 'image/webp']),
  widthPx: number('The width', 1, 100_000, 'px'),
  heightPx: number('The height', 1, 100_000, 'px'),
  bytes: number('The size', 1, 1e9, 'bytes'),
  name: text('The file’s name', 300),
});

const Setting = v.strictObject({
  units: Units,
  dateFormat: choice('Dates', ['day-month', 'month-day', 'iso']),
  /** What stands at the head of a report for somebody else. */
  letterhead: v.optional(
    v.strictObject({
      name: text('The name at its head', 120),
      lines: text('The lines under it', 600),
      pictureId: nullable(id('The picture')),
    }),
  ),
  homeZone: zone('The home time zone'),
  costRatios: v.strictObject({
    A: number('What lateness costs, A', 1.1, 10_000, ''),
    B: number('What lateness costs, B', 1.1, 10_000, ''),
    C: number('What lateness costs, C', 1.1, 10_000, ''),
    D: number('What lateness costs, D', 1.1, 10_000, ''),
  }),
  /** When the program backs up by itself. */
  backups: v.optional(
    v.strictObject({
      everyDays: nullable(v.pipe(number('The days between backups', 1, 90, 'days'), v.integer())),
      keep: v.pipe(number('The backups kept', 1, 1000, ''), v.integer()),
    }),
  ),
  /** The side taken where keepers differ, by disagreement; one left out: the catalogue's figures. */
  choices: v.optional(v.record(v.picklist(disagreementIds), name('The choice', 60))),
  /** What a pack of a supply costs, and how many jobs it serves; a supply left out has no price. */
  prices: v.optional(
    v.strictObject({
      currency: text('The currency', 10),
      packs: v.array(
        v.strictObject({
          supply: name('The supply'),
          price: number('The price of a pack', 0, 1e6, ''),
          jobs: number('The jobs a pack serves', 0.01, 1e6, 'jobs'),
        }),
      ),
    }),
  ),
});

/** A look at something that tells causes apart, and what was seen. */
const Check = v.strictObject({
  systemId: id('The system'),
  finds: choice('What is looked for', ['nitrate', 'phosphate', 'top-off']),
  checkId: name('The check', 60),
  answerId: name('What was seen', 60),
  when: When,
  whoId: nullable(id('Who looked')),
  note: text('The note'),
});

/** A step begun ahead of a visit: water being made, a drum being cooled. */
const Lead = v.strictObject({
  jobId: id('The job'),
  forDay: day('The visit it is for'),
  what: name('The step', 200),
  startedAt: instant('When it was begun'),
  whoId: nullable(id('Who began it')),
});

/** The schema of each kind of record. */
export const recordSchemas = {
  site: Site,
  person: Person,
  system: System,
  vessel: Vessel,
  station: Station,
  component: Component,
  job: Job,
  service: Service,
  look: Look,
  skip: Skip,
  event: Event,
  channel: Channel,
  reading: Reading,
  picture: Picture,
  method: Method,
  solution: Solution,
  import: Import,
  'import-mapping': ImportMapping,
  'change-plan': ChangePlanContent,
  check: Check,
  lead: Lead,
  round: RoundContent,
  'round-action': RoundAction,
  route: Route,
  'readings-round': ReadingsRound,
  'readings-walk': ReadingsWalk,
  'shift-note': ShiftNote,
  'sent-tests': SentTests,
  'sitter-sheet': SitterSheet,
  'sheet-tick': SheetTick,
  'plan-pin': PlanPin,
  'visit-change': VisitChange,
  'own-kind': EquipmentKind,
  setting: Setting,
} as const satisfies Record<RecordKind, v.GenericSchema>;
export type { RecordKind } from './kinds.ts';
export type RecordContent<K extends RecordKind> = v.InferOutput<(typeof recordSchemas)[K]>;

/** A record as it stands now. */
export interface Stored<K extends RecordKind = RecordKind> {
  kind: K;
  id: string;
  version: number;
  deleted: boolean;
  content: RecordContent<K>;
}

/** Fields that point to other records, by kind: the store refuses what points nowhere. */
export const references: { [K in RecordKind]: Readonly<Record<string, RecordKind>> } = {
  site: {},
  person: {},
  setting: {},
  picture: {},
  import: {},
  'import-mapping': {},
  method: { componentId: 'component' },
  solution: { systemId: 'system' },
  'change-plan': { siteId: 'site', serviceIds: 'service' },
  check: { systemId: 'system', whoId: 'person' },
  lead: { jobId: 'job', whoId: 'person' },
  round: { siteId: 'site', personId: 'person', jobIds: 'job' },
  'round-action': { roundId: 'round', whoId: 'person' },
  route: { personId: 'person' },
  'readings-round': { siteId: 'site' },
  'readings-walk': { readingsRoundId: 'readings-round', whoId: 'person' },
  'shift-note': { siteId: 'site', whoId: 'person', toId: 'person' },
  'sent-tests': { systemId: 'system', readingIds: 'reading' },
  'sitter-sheet': { siteId: 'site', helperId: 'person' },
  'sheet-tick': { sheetId: 'sitter-sheet', whoId: 'person' },
  'plan-pin': { jobId: 'job', whoId: 'person' },
  'visit-change': { siteId: 'site', whoId: 'person' },
  'own-kind': {},
  system: { siteId: 'site' },
  vessel: { systemId: 'system' },
  station: { systemId: 'system' },
  component: { siteId: 'site', systemIds: 'system', parentId: 'component', stationId: 'station' },
  job: { componentId: 'component', systemId: 'system', vesselId: 'vessel' },
  service: {
    jobId: 'job',
    whoId: 'person',
    mergedInto: 'service',
    pictureIds: 'picture',
    beforePictureIds: 'picture',
  },
  look: { jobId: 'job', whoId: 'person', pictureIds: 'picture' },
  skip: { jobId: 'job', whoId: 'person' },
  event: { siteId: 'site', systemId: 'system', componentId: 'component', whoId: 'person' },
  channel: { componentId: 'component', systemId: 'system', methodId: 'method', solutionId: 'solution' },
  reading: { channelId: 'channel', serviceId: 'service', whoId: 'person', methodId: 'method' },
};
