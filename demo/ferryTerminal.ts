import { truth, type ScenarioSite } from './scenarioTypes.ts';

/** A ferry terminal: a cold-water kelp column on a beach well with two lines and three day tanks. */
export const ferryTerminal: ScenarioSite = {
  name: 'Ferry terminal',
  timeZone: 'Europe/Copenhagen',
  weekdays: [1],
  everyWeeks: 1,
  minutes: 270,
  people: ['Ole', 'Sunniva'],
  systems: [
    {
      name: 'Kelp column',
      programmeId: 'flow-through',
      water: 'salt',
      believedVolumeL: 11_500,
      // flow-through native, with the temperature of the cold sea
      bands: { temperature: { lo: 10, hi: 14 } },
      vessels: [
        {
          name: 'Column',
          shape: 'cylinder',
          dimensions: { diameterCm: 190 },
          waterDepthCm: 400,
          displacementShare: 0.03,
        },
      ],
      jobs: { panes: { clean: truth(8, 0.25, 0.9, 0.7) } },
      tests: {
        nitratePerDay: 0.3,
        phosphatePerDay: 0.002,
        changeShare: 0.3,
        nitrateUptake: 0.1,
        start: { nitrate: 3, phosphate: 0.03 },
        steady: {
          salinity: { level: 24.5, scatter: 0.15, swing: 1.8 },
          temperature: { level: 11.8, scatter: 0.3, swing: 1.6 },
          alkalinity: { level: 7.1, scatter: 0.1 },
          ammonia: { level: 0.01, scatter: 0.01 },
        },
        tests: { salinity: 7, temperature: 7, ammonia: 7, alkalinity: 28 },
      },
      probe: {
        parameter: 'ph',
        name: 'pH probe in the column',
        level: 7.95,
        swing: 0.06,
        days: 60,
        everyHours: 2,
        driftsSinceDaysBefore: 16,
        driftPerDay: 0.03,
        kitEveryDays: 7,
      },
      components: [
        {
          kindId: 'intake-line',
          name: 'Beach well, line 1',
          jobs: { 'rest-flush': truth(56, 0.1, 0.95, 0), 'suction-screen': truth(37, 0.25, 0.95) },
          readings: [
            { incoming: 'salinity', clean: 24.5, perDay: 0, scatter: 0.12, everyDays: 7, swing: 1.8 },
            { incoming: 'temperature', clean: 12.4, perDay: 0, scatter: 0.3, everyDays: 7, swing: 4.5 },
          ],
        },
        {
          kindId: 'intake-line',
          name: 'Beach well, line 2',
          status: 'standby',
          dutyHoursPerDay: 0,
          jobs: { 'rest-flush': truth(56, 0.1, 0.95, 0), 'suction-screen': truth(50, 0.25, 0.95) },
        },
        { kindId: 'storage-basin', name: 'Day tank 1', jobs: { clean: truth(250, 0.1, 0.95, 0) } },
        { kindId: 'storage-basin', name: 'Day tank 2', jobs: { clean: truth(260, 0.1, 0.95, 0) } },
        {
          kindId: 'storage-basin',
          name: 'Day tank 3',
          status: 'paused',
          statusReason: 'drained, its wall is being sealed',
          statusDaysBefore: 9,
          jobs: { clean: truth(255, 0.1, 0.95, 0) },
        },
        { kindId: 'quality-gate', name: 'Quality gate', jobs: { prove: truth(40, 0.1, 0.95, 0.8) } },
        { kindId: 'chiller', name: 'Chiller', jobs: { condenser: truth(80, 0.2, 0.95) } },
        {
          kindId: 'ozone',
          name: 'Side-stream ozone',
          jobs: {
            dryer: truth(48, 0.2, 0.95),
            'off-gas-carbon': truth(110, 0.1, 0.95, 0),
            'orp-probe': truth(40, 0.2, 0.95),
            column: truth(150, 0.1, 0.95, 0.8),
          },
        },
        {
          kindId: 'skimmer',
          name: 'Foam tower',
          jobs: { 'air-intake': truth(31, 0.25, 0.95), 'body-soak': truth(88, 0.2, 0.95) },
          parts: [
            {
              kindId: 'skimmer-cup',
              name: 'Foam collector',
              jobs: { empty: truth(7, 0.2, 0.9, 0.6), 'wipe-neck': truth(7, 0.2, 0.95, 0.4) },
            },
          ],
        },
        {
          kindId: 'light',
          name: 'Column light',
          dutyHoursPerDay: 10,
          jobs: { lens: truth(8, 0.3, 0.95, 0.5), fans: truth(90, 0.2, 0.95, 0.8) },
        },
        { kindId: 'intake-strainer', name: 'Surge strainer', jobs: { brush: truth(26, 0.25, 0.95) } },
        { kindId: 'weir', name: 'Overflow of the column', jobs: { 'brush-teeth': truth(37, 0.2, 0.95) } },
        { kindId: 'effluent', name: 'Waste to the town sewer', jobs: { check: truth(7, 0.02, 1, 0.5) } },
        {
          kindId: 'conductivity-probe',
          name: 'Salinity probe',
          jobs: { check: truth(30, 0.2, 0.95), replace: truth(730, 0.05, 1, 0) },
        },
        {
          kindId: 'fleece-roll',
          name: 'Fleece roll',
          jobs: { replace: truth(38, 0.15, 0.97) },
          store: { job: 'replace', capacity: 2500, unusable: 100, usePerDay: 60 },
          readings: [
            {
              measure: 'metres-left',
              clean: 2500,
              perDay: -63,
              scatter: 20,
              everyDays: 7,
              resetBy: 'fleece-roll/replace',
            },
          ],
        },
      ],
    },
  ],
};
