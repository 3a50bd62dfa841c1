import type { RecordContent } from '../contract/records.ts';

// The invented scenario, in one place: a small contractor's own workshop and a public library's axolotl tank.
// Nothing here is real. `truth` is what the simulation knows and the product has to find out: how long a life
// typically is here (days), how much single lives scatter, and the person's habit as a share of that life.

export interface Truth {
  typicalDays: number;
  /** Standard deviation of ln life. */
  scatter: number;
  /** At which share of the typical life this person gets round to it. */
  habit: number;
  /** How often a finished job is graded, 0 to 1. */
  graded: number;
  /** From this many days before today on, lives are this many times as long (another feed, a new pump). */
  change?: { daysBefore: number; factor: number };
  /** Nothing was done in the last so many days: overdue, or neglected. */
  leftSince?: number;
  /** How the start of the record is known. */
  start?: 'exact' | 'rough' | 'unknown';
}

export interface ScenarioComponent {
  kindId: string;
  name: string;
  status?: RecordContent<'component'>['status'];
  statusReason?: string;
  /** Days before today since when it rests or is off. */
  statusDaysBefore?: number;
  dutyHoursPerDay?: number;
  facts?: Partial<RecordContent<'component'>['facts']>;
  jobs: Record<string, Truth>;
  parts?: ScenarioComponent[];
  /** Names of further systems it serves. */
  alsoServes?: string[];
  hourMeter?: boolean;
}
export interface ScenarioSystem {
  name: string;
  water: RecordContent<'system'>['water'];
  believedVolumeL: number | null;
  vessels: Omit<RecordContent<'vessel'>, 'systemId'>[];
  jobs: Record<string, Record<string, Truth>>;
  components: ScenarioComponent[];
}
export interface ScenarioSite {
  name: string;
  timeZone: string;
  weekdays: number[];
  everyWeeks: number;
  minutes: number;
  people: string[];
  systems: ScenarioSystem[];
}

const truth = (
  typicalDays: number,
  scatter: number,
  habit: number,
  graded = 0.8,
  more: Partial<Truth> = {},
): Truth => ({ typicalDays, scatter, habit, graded, ...more });

export const scenario: readonly ScenarioSite[] = [
  {
    name: 'Workshop',
    timeZone: 'Europe/Berlin',
    weekdays: [3, 6],
    everyWeeks: 1,
    minutes: 180,
    people: ['Marit', 'Ole'],
    systems: [
      {
        name: 'Staghorn trough',
        water: 'salt',
        believedVolumeL: 650,
        vessels: [
          {
            name: 'Trough',
            shape: 'box',
            dimensions: { lengthCm: 220, widthCm: 60 },
            waterDepthCm: 36,
            displacementShare: 0.0635,
          },
          {
            name: 'Sump',
            shape: 'box',
            dimensions: { lengthCm: 100, widthCm: 45 },
            waterDepthCm: 24,
            displacementShare: 0,
          },
        ],
        jobs: { 'water-change': { change: truth(9, 0.15, 0.95, 0) }, panes: { clean: truth(5, 0.25, 0.9) } },
        components: [
          { kindId: 'weir', name: 'Overflow weir', jobs: { 'brush-teeth': truth(44, 0.2, 0.95) } },
          { kindId: 'sock-mesh', name: 'Filter socks', jobs: { jet: truth(6.5, 0.2, 0.95, 0.85) } },
          {
            kindId: 'skimmer',
            name: 'Skimmer',
            facts: { maker: 'own build', model: 'cone, 160 mm neck' },
            jobs: {
              'air-intake': truth(19, 0.25, 0.9, 0.8, { leftSince: 34 }),
              'body-soak': truth(80, 0.2, 0.95),
            },
            parts: [
              {
                kindId: 'skimmer-cup',
                name: 'Skimmer cup',
                jobs: { empty: truth(4.2, 0.25, 0.9), 'wipe-neck': truth(5, 0.25, 0.95, 0.5) },
              },
            ],
          },
          {
            kindId: 'phosphate-media',
            name: 'Phosphate media',
            jobs: { replace: truth(46, 0.2, 0.95, 0.9, { change: { daysBefore: 137, factor: 0.72 } }) },
          },
          { kindId: 'carbon', name: 'Carbon', jobs: { replace: truth(26, 0.25, 0.95, 0.6) } },
          {
            kindId: 'uv',
            name: 'UV sterilizer',
            hourMeter: true,
            facts: { serial: 'UV-0417' },
            jobs: {
              lamp: truth(352, 0.02, 0.98, 0),
              sleeve: truth(52, 0.25, 0.95),
              seals: truth(352, 0.02, 0.98, 0),
            },
          },
          {
            kindId: 'return-pump',
            name: 'Return pump 1',
            facts: { model: '2,900 L/h' },
            jobs: { 'strip-soak': truth(112, 0.12, 0.97, 1) },
          },
          {
            kindId: 'return-pump',
            name: 'Return pump 2',
            status: 'standby',
            dutyHoursPerDay: 0,
            jobs: { 'strip-soak': truth(190, 0.2, 0.9, 0.7, { start: 'rough' }) },
          },
          { kindId: 'stream-pump', name: 'Stream pump, left', jobs: { scrub: truth(38, 0.3, 0.95, 0.7) } },
          { kindId: 'stream-pump', name: 'Stream pump, right', jobs: { scrub: truth(36, 0.3, 0.95, 0.7) } },
          {
            kindId: 'organic-resin',
            name: 'Organic resin',
            status: 'paused',
            statusReason: 'water clear enough, carbon does it alone',
            statusDaysBefore: 41,
            jobs: { regenerate: truth(34, 0.2, 0.95) },
          },
        ],
      },
      {
        name: 'Jellyfish cylinder',
        water: 'salt',
        believedVolumeL: 150,
        vessels: [
          {
            name: 'Cylinder',
            shape: 'cylinder',
            dimensions: { diameterCm: 60 },
            waterDepthCm: 48,
            displacementShare: 0,
          },
        ],
        jobs: { 'water-change': { change: truth(8, 0.1, 0.95, 0) }, panes: { clean: truth(4, 0.25, 0.95) } },
        components: [
          { kindId: 'floss', name: 'Floss', jobs: { replace: truth(8, 0.25, 0.9, 0.7) } },
          { kindId: 'sponge', name: 'Outlet sponge', jobs: { rinse: truth(5, 0.2, 0.95, 0.6) } },
          {
            kindId: 'reactor-pump',
            name: 'Circulation pump',
            status: 'off',
            statusDaysBefore: 1,
            jobs: { 'strip-soak': truth(86, 0.2, 0.95) },
          },
          {
            kindId: 'air-pump',
            name: 'Air pump and stone',
            jobs: {
              stone: truth(55, 0.3, 0.9),
              diaphragm: truth(500, 0.25, 1, 1),
              'check-valve': truth(365, 0.05, 1, 0),
            },
          },
        ],
      },
      {
        name: 'Quarantine tank',
        water: 'salt',
        believedVolumeL: 100,
        vessels: [
          {
            name: 'Tank',
            shape: 'box',
            dimensions: { lengthCm: 80, widthCm: 35 },
            waterDepthCm: 33,
            displacementShare: 0,
          },
        ],
        jobs: {
          'water-change': { change: truth(10, 0.2, 0.95, 0) },
          panes: { clean: truth(7, 0.3, 0.95, 0.5) },
        },
        components: [
          { kindId: 'cartridge', name: 'Hang-on filter', jobs: { replace: truth(24, 0.2, 0.95) } },
          {
            kindId: 'sponge',
            name: 'Corner sponge',
            jobs: { rinse: truth(9, 0.3, 0.95, 0.7, { leftSince: 76 }) },
          },
          {
            kindId: 'mixing-drum',
            name: 'Mixing drum',
            alsoServes: ['Staghorn trough', 'Jellyfish cylinder'],
            jobs: { clean: truth(130, 0.2, 0.95) },
            parts: [
              {
                kindId: 'sediment-stage',
                name: 'Sediment stage',
                alsoServes: ['Staghorn trough', 'Jellyfish cylinder'],
                jobs: { replace: truth(200, 0.2, 0.95) },
              },
              {
                kindId: 'carbon-block',
                name: 'Carbon block',
                alsoServes: ['Staghorn trough', 'Jellyfish cylinder'],
                jobs: { replace: truth(240, 0.2, 0.95) },
              },
              {
                kindId: 'ro-membrane',
                name: 'RO membrane',
                alsoServes: ['Staghorn trough', 'Jellyfish cylinder'],
                jobs: { replace: truth(760, 0.2, 0.95, 1, { start: 'rough', leftSince: 500 }) },
              },
              {
                kindId: 'di-resin',
                name: 'DI resin',
                alsoServes: ['Staghorn trough', 'Jellyfish cylinder'],
                jobs: { replace: truth(88, 0.2, 0.95) },
              },
            ],
          },
          {
            kindId: 'top-off',
            name: 'Top-off',
            alsoServes: ['Staghorn trough'],
            jobs: { sensor: truth(33, 0.25, 0.9, 0.7) },
          },
          {
            kindId: 'intake-strainer',
            name: 'Intake strainer',
            jobs: { brush: truth(31, 0.25, 0.95, 0.6, { start: 'unknown', leftSince: 500 }) },
          },
        ],
      },
    ],
  },
  {
    name: 'Public library',
    timeZone: 'Europe/Berlin',
    weekdays: [5],
    everyWeeks: 2,
    minutes: 90,
    people: ['Ole'],
    systems: [
      {
        name: 'Axolotl tank',
        water: 'fresh',
        believedVolumeL: 180,
        vessels: [
          {
            name: 'Tank',
            shape: 'box',
            dimensions: { lengthCm: 120, widthCm: 45 },
            waterDepthCm: 28,
            displacementShare: 0.06,
          },
        ],
        jobs: {
          'water-change': { change: truth(12, 0.1, 1, 0) },
          panes: { clean: truth(16, 0.2, 0.9, 0.8) },
        },
        components: [
          { kindId: 'canister', name: 'Canister filter', jobs: { 'rinse-pads': truth(62, 0.2, 0.95) } },
          {
            kindId: 'air-pump',
            name: 'Air pump and stone',
            jobs: {
              stone: truth(48, 0.3, 0.95),
              diaphragm: truth(600, 0.2, 1, 1),
              'check-valve': truth(365, 0.05, 1, 0),
            },
          },
          { kindId: 'sock-felt', name: 'Felt cup', jobs: { swap: truth(15, 0.2, 0.9, 0.8) } },
        ],
      },
    ],
  },
];
