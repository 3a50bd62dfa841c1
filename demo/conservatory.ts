import { truth, type ScenarioSite } from './scenarioTypes.ts';

/** A botanical conservatory: a brackish mangrove pool and a freshwater ray pool. */
export const conservatory: ScenarioSite = {
  name: 'Botanical conservatory',
  timeZone: 'Europe/Berlin',
  weekdays: [4],
  everyWeeks: 1,
  minutes: 480,
  people: ['Marit', 'Ole'],
  systems: [
    {
      name: 'Mangrove pool',
      programmeId: 'brackish',
      water: 'brackish',
      believedVolumeL: 4200,
      vessels: [
        {
          name: 'Pool',
          shape: 'irregular',
          dimensions: { areaCm2: 92_000 },
          waterDepthCm: 48,
          displacementShare: 0.18,
        },
      ],
      jobs: {
        'water-change': { change: truth(13, 0.15, 0.95, 0) },
        panes: { clean: truth(15, 0.3, 0.9, 0.6) },
      },
      tests: {
        nitratePerDay: 0.25,
        phosphatePerDay: 0.003,
        changeShare: 0.15,
        nitrateUptake: 0.01,
        start: { nitrate: 12, phosphate: 0.1 },
        steady: { salinity: { level: 14.2, scatter: 0.6 }, temperature: { level: 25.6, scatter: 0.5 } },
        tests: { salinity: 7, nitrate: 7, temperature: 7 },
      },
      components: [
        {
          kindId: 'trickle-tower',
          name: 'Trickle tower',
          jobs: { inspect: truth(180, 0.1, 1, 0.8) },
          parts: [
            { kindId: 'drip-plate', name: 'Drip plate', jobs: { 'clear-holes': truth(22, 0.25, 0.95) } },
          ],
        },
        {
          kindId: 'fibre-prefilter',
          name: 'Fibre above the drip plate',
          jobs: { replace: truth(8, 0.2, 0.95, 0.7) },
        },
        { kindId: 'refugium', name: 'Seagrass refugium', jobs: { harvest: truth(29, 0.3, 0.95, 0.8) } },
        {
          kindId: 'heater',
          name: 'Heater',
          ratedW: 600,
          status: 'off',
          statusDaysBefore: 1,
          jobs: { check: truth(30, 0.1, 0.95, 0) },
        },
        {
          kindId: 'light',
          name: 'Growing light',
          jobs: { lens: truth(9, 0.3, 0.9, 0.6), fans: truth(95, 0.2, 0.9, 0.8) },
        },
        {
          kindId: 'top-off',
          name: 'Top-off from carboys',
          jobs: { refill: truth(7, 0.15, 0.95, 0.6), sensor: truth(30, 0.25, 0.95, 0.7) },
          store: { job: 'refill', capacity: 260, unusable: 10, usePerDay: 20 },
          readings: [
            {
              measure: 'litres-left',
              clean: 260,
              perDay: -19,
              scatter: 2,
              // it takes more than it did: a leak, a float, or dry winter air
              faster: { daysBefore: 8, factor: 1.6 },
              everyDays: 3,
              resetBy: 'top-off/refill',
            },
          ],
        },
        {
          kindId: 'mixing-drum',
          name: 'Salt drum of the pool',
          holds: { water: 'salt', capacityL: 300, unusableL: 20 },
          jobs: { check: truth(13, 0.1, 0.95, 0), clean: truth(140, 0.2, 0.95) },
          readings: [
            {
              measure: 'litres-left',
              clean: 290,
              perDay: -3,
              scatter: 5,
              everyDays: 7,
              resetBy: 'mixing-drum/check',
            },
            { incoming: 'salinity', clean: 33.2, perDay: 0, scatter: 0.3, everyDays: 14 },
            { incoming: 'temperature', clean: 18.5, perDay: 0, scatter: 0.4, everyDays: 14 },
          ],
        },
        {
          kindId: 'product-container',
          name: 'Carboys',
          holds: { water: 'fresh', capacityL: 400, unusableL: 10 },
          jobs: { clean: truth(120, 0.2, 0.95) },
          readings: [
            {
              measure: 'litres-left',
              clean: 280,
              perDay: 0,
              scatter: 12,
              everyDays: 7,
            },
          ],
        },
        { kindId: 'temperature-probe', name: 'Temperature probe', jobs: { check: truth(180, 0.1, 1, 0) } },
        { kindId: 'lids', name: 'Salt line and braces', jobs: { wipe: truth(8, 0.3, 0.9, 0.4) } },
      ],
    },
    {
      name: 'Ray pool',
      programmeId: 'tannin-fresh',
      water: 'fresh',
      believedVolumeL: 42_000,
      vessels: [
        {
          name: 'Pool',
          shape: 'irregular',
          dimensions: { areaCm2: 360_000 },
          waterDepthCm: 110,
          displacementShare: 0.04,
        },
      ],
      jobs: {
        'water-change': { change: truth(6, 0.05, 0.95, 0) },
        panes: { clean: truth(9, 0.3, 0.9, 0.7) },
      },
      tests: {
        nitratePerDay: 1.4,
        phosphatePerDay: 0.02,
        changeShare: 0.22,
        nitrateUptake: 0.01,
        start: { nitrate: 28, phosphate: 0.6 },
        steady: {
          temperature: { level: 26.2, scatter: 0.4 },
          ammonia: { level: 0.02, scatter: 0.01 },
          nitrite: { level: 0.01, scatter: 0.006 },
        },
        tests: { nitrate: 7, ammonia: 7, nitrite: 7, temperature: 7 },
      },
      components: [
        ...['Sand filter A', 'Sand filter B'].map((name) => ({
          kindId: 'sand-filter',
          name,
          jobs: {
            backwash: truth(8.5, 0.15, 0.95, 0.9),
            'inspect-bed': truth(365, 0.05, 1, 0.8),
            'replace-bed': truth(1900, 0.2, 1, 1, { start: 'rough', leftSince: 600 }),
          },
          // the gardeners read the gauge
          readings: [
            {
              measure: 'pressure-drop' as const,
              clean: 26,
              perDay: 5.6,
              scatter: 2,
              everyDays: 3,
              resetBy: 'sand-filter/backwash',
            },
          ],
        })),
        {
          kindId: 'uv',
          name: 'UV',
          hourMeter: true,
          jobs: {
            lamp: truth(350, 0.03, 0.98, 0),
            sleeve: truth(48, 0.25, 0.95),
            seals: truth(350, 0.03, 0.98, 0),
          },
        },
        { kindId: 'duty-standby', name: 'Pump pair', jobs: { 'change-over': truth(30, 0.1, 0.95, 0) } },
        {
          kindId: 'large-pump',
          name: 'Pump 1, duty',
          jobs: { look: truth(31, 0.1, 0.95, 0.8), overhaul: truth(700, 0.15, 1, 0) },
        },
        {
          kindId: 'large-pump',
          name: 'Pump 2, standby',
          status: 'standby',
          dutyHoursPerDay: 0.5,
          jobs: { look: truth(33, 0.1, 0.95, 0.8), overhaul: truth(900, 0.15, 1, 0) },
        },
        { kindId: 'porous-media', name: 'Bio blocks', jobs: { swish: truth(190, 0.25, 0.95, 0.9) } },
        { kindId: 'substrate', name: 'Sand bed', jobs: { 'siphon-third': truth(30, 0.3, 0.9, 0.7) } },
        { kindId: 'emergency-stop', name: 'Emergency stop', jobs: { prove: truth(130, 0.1, 0.95, 0.6) } },
        { kindId: 'standby-power', name: 'Standby power', jobs: { test: truth(30, 0.05, 1, 0.8) } },
        { kindId: 'heater', name: 'Heat exchanger', jobs: { check: truth(33, 0.1, 0.95, 0) } },
        {
          kindId: 'fasteners',
          name: 'Fasteners, plant room',
          jobs: { look: truth(95, 0.1, 0.95, 0.8, { leftSince: 160 }) },
        },
        {
          kindId: 'tools',
          name: 'Nets and hoses',
          jobs: { disinfect: truth(9, 0.2, 0.95, 0) },
          season: {
            action: 'empty the hoses of the yard before the frost',
            recurrence: 'FREQ=YEARLY;BYMONTH=12;BYMONTHDAY=1',
            minutes: 20,
          },
        },
      ],
    },
  ],
};
