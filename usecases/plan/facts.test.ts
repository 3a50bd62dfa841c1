import { describe, expect, test } from 'vitest';
import { endOfDay } from '../../core/time/day.ts';
import { instantAtOf, makePlan } from './plan.ts';
import { SETTING_ID } from '../../contract/kinds.ts';
import type { RecordContent, RecordKind, Stored } from '../../contract/records.ts';
import { defaultSetting } from '../../model/settings.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { definitionsOf } from '../../model/facts/definition.ts';
import { assembleJobs } from '../../model/facts/jobFacts.ts';

const record = <K extends RecordKind>(kind: K, id: string, content: RecordContent<K>): Stored<K> => ({
  kind,
  id,
  version: 1,
  deleted: false,
  content,
});
const component = (some: Partial<RecordContent<'component'>> = {}): RecordContent<'component'> => ({
  siteId: 'site',
  systemIds: ['reef'],
  parentId: null,
  stationId: null,
  kindId: 'sock-felt',
  name: 'Sock',
  status: 'running',
  statusSince: null,
  statusReason: '',
  dutyHoursPerDay: 24,
  facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
  ...some,
});
const service = (day: string, some: Partial<RecordContent<'service'>> = {}): RecordContent<'service'> => ({
  jobId: 'swap',
  when: { kind: 'day', day },
  whoId: null,
  found: null,
  shareDone: 1,
  minutes: null,
  supplies: [],
  note: '',
  pictureIds: [],
  ...some,
});
const base = [
  record('site', 'site', { name: 'Home', timeZone: 'Pacific/Auckland', visits: null }),
  record('system', 'reef', { siteId: 'site', name: 'Reef', water: 'salt', believedVolumeL: null, note: '' }),
  record('component', 'sock', component()),
  record('job', 'swap', {
    componentId: 'sock',
    systemId: null,
    vesselId: null,
    kindId: 'sock-felt',
    jobId: 'swap',
    overrides: {},
    own: null,
  }),
];
const at = (day: string) => (zone: string) => endOfDay(day, zone);
const factsOf = (records: Stored[], day = '2026-11-25') =>
  assembleJobs(Snapshot.of([...base, ...records]), at(day))[0]?.facts ?? expect.fail();

describe('records become facts', () => {
  test('what lies after the asked day is not known then; order of entry does not matter', () => {
    const services = [
      record('service', 's2', service('2026-11-20')),
      record('service', 's1', service('2026-11-10')),
      record('service', 's3', service('2026-11-24')),
    ];
    expect(factsOf(services).services).toHaveLength(3);
    expect(factsOf(services, '2026-11-15').services).toHaveLength(1);
    expect(factsOf([...services].reverse())).toEqual(factsOf(services));
  });
  test('a day belongs to the site’s zone: noon in Auckland', () => {
    const [first] = factsOf([record('service', 's1', service('2026-11-10'))]).services;
    expect(first?.done).toEqual({ kind: 'exact', at: Date.parse('2026-11-09T23:00:00Z') });
  });
  test('a rough span stays a span, "unknown" is no service', () => {
    const records = [
      record('service', 's1', service('', { when: { kind: 'rough', from: '2026-09-01', to: '2026-09-30' } })),
      record('service', 's2', service('', { when: { kind: 'unknown' } })),
    ];
    expect(factsOf(records).services.map((one) => one.done.kind)).toEqual(['rough']);
  });
  test('a rest ends when its event says so, and not before it is known', () => {
    const rest = record('event', 'e1', {
      siteId: null,
      systemId: null,
      componentId: 'sock',
      kind: 'rest',
      when: { kind: 'day', day: '2026-11-01' },
      until: { kind: 'day', day: '2026-11-10' },
      endsLives: false,
      whoId: null,
      note: '',
    });
    expect(factsOf([rest]).rests[0]?.to).not.toBeNull();
    expect(factsOf([rest], '2026-11-05').rests[0]?.to).toBeNull();
  });
  test('held only until its day has passed', () => {
    const skip = record('skip', 'k1', {
      jobId: 'swap',
      when: { kind: 'day', day: '2026-11-20' },
      whoId: null,
      until: '2026-11-24',
      reason: 'no socks',
    });
    expect(factsOf([skip], '2026-11-23').held?.reason).toBe('no socks');
    expect(factsOf([skip], '2026-11-25').held).toBeNull();
    expect(factsOf([skip]).skips).toBe(1);
  });
  test('a unit’s state counts for its parts, from the day it changed', () => {
    const records = [
      record(
        'component',
        'skimmer',
        component({ kindId: 'skimmer', name: 'Skimmer', status: 'off', statusSince: '2026-11-20T08:00:00Z' }),
      ),
      record('component', 'sock', component({ parentId: 'skimmer' })),
    ];
    expect(factsOf(records).status).toBe('off');
    expect(factsOf(records, '2026-11-15').status).toBe('running');
  });
  test('what is retired has no jobs', () => {
    expect(
      assembleJobs(
        Snapshot.of([...base, record('component', 'sock', component({ status: 'removed' }))]),
        at('2026-11-25'),
      ),
    ).toEqual([]);
  });
});

describe('programmes', () => {
  const reef = (programmeId: string | null) =>
    record('system', 'reef', {
      siteId: 'site',
      name: 'Reef',
      water: 'salt',
      believedVolumeL: null,
      note: '',
      programmeId,
    });
  test('its interval replaces the catalogue’s, a person’s own comes before both', () => {
    expect(factsOf([reef('ultra-low-nutrient')]).definition.rules[0]).toEqual({
      kind: 'wear',
      range: { lo: 3, hi: 4 },
    });
    expect(factsOf([reef(null)]).definition.rules[0]).toEqual({ kind: 'wear', range: { lo: 3, hi: 7 } });
    const own = record('job', 'swap', {
      componentId: 'sock',
      systemId: null,
      vesselId: null,
      kindId: 'sock-felt',
      jobId: 'swap',
      overrides: { rules: [{ kind: 'wear', range: { lo: 9, hi: 12 } }] },
      own: null,
    });
    expect(factsOf([reef('ultra-low-nutrient'), own]).definition.rules[0]).toEqual({
      kind: 'wear',
      range: { lo: 9, hi: 12 },
    });
  });
  test('a due test is a job whose services are the tests', () => {
    const records = [
      reef('balanced-reef'),
      record('job', 'test', {
        componentId: null,
        systemId: 'reef',
        vesselId: null,
        kindId: 'water-test',
        jobId: 'test-nitrate',
        overrides: {},
        own: null,
      }),
      record('channel', 'no3', {
        componentId: null,
        systemId: 'reef',
        name: 'Nitrate',
        quantity: 'concentration',
        parameter: 'nitrate',
      }),
      record('reading', 'r1', {
        channelId: 'no3',
        when: { kind: 'day', day: '2026-11-20' },
        value: 25,
        below: false,
        source: 'typed',
        quality: 'good',
        timing: 'before',
        serviceId: null,
        whoId: null,
        note: '',
      }),
    ];
    const plan = makePlan(Snapshot.of([...base, ...records]), instantAtOf('2026-11-25'), '2026-11-25');
    expect(plan.jobs.find((row) => row.jobId === 'test')).toMatchObject({
      lastDone: '2026-11-20',
      recommended: '2026-11-27',
      work: 'test',
    });
    expect(plan.outOfBand).toMatchObject([
      { systemName: 'Reef', parameter: 'nitrate', verdict: 'above', value: 25 },
    ]);
  });
});

describe('what one job means for another', () => {
  const job = (
    id: string,
    where: Partial<RecordContent<'job'>>,
    kindId: string,
    jobId: string,
  ): Stored<'job'> =>
    record('job', id, {
      componentId: null,
      systemId: null,
      vesselId: null,
      kindId,
      jobId,
      overrides: {},
      own: null,
      ...where,
    });
  const planOf = (records: Stored[], today = '2026-11-25') =>
    makePlan(Snapshot.of([...base, ...records]), instantAtOf(today), today).jobs;
  const pellets = [
    record('component', 'pellets', component({ kindId: 'pellet-reactor', name: 'Pellets' })),
    job('strip', { componentId: 'pellets' }, 'pellet-reactor', 'strip'),
  ];
  const pump = [
    record('component', 'pump', component({ kindId: 'return-pump', name: 'Return pump' })),
    job('soak', { componentId: 'pump' }, 'return-pump', 'strip-soak'),
    record('service', 'soaked', service('2026-11-01', { jobId: 'soak' })),
  ];

  test('pellets that run on the same water shorten the return pump’s range, and the sentence says so', () => {
    const [alone, beside] = [planOf(pump), planOf([...pump, ...pellets])].map((rows) =>
      rows.find((row) => row.jobId === 'soak'),
    );
    expect((beside?.likely ?? '') < (alone?.likely ?? '')).toBe(true);
    expect(beside?.sentence).toContain('Sooner with polymer pellets');
    const resting = record(
      'component',
      'pellets',
      component({ kindId: 'pellet-reactor', name: 'Pellets', status: 'off' }),
    );
    expect(planOf([...pump, ...pellets, resting]).find((row) => row.jobId === 'soak')?.likely).toBe(
      alone?.likely,
    );
  });
  test('biological work calls for an ammonia test the next day; a test answers it', () => {
    const reef = record('system', 'reef', {
      siteId: 'site',
      name: 'Reef',
      water: 'salt',
      believedVolumeL: null,
      note: '',
      programmeId: 'balanced-reef',
    });
    const stripped = [
      reef,
      ...pellets,
      job('ammonia', { systemId: 'reef' }, 'water-test', 'test-ammonia'),
      record('channel', 'nh', {
        componentId: null,
        systemId: 'reef',
        name: 'Ammonia',
        quantity: 'concentration',
        parameter: 'ammonia',
      }),
    ];
    const tested = (day: string) =>
      record('reading', `r${day}`, {
        channelId: 'nh',
        when: { kind: 'day', day },
        value: 0.05,
        below: true,
        source: 'typed',
        quality: 'good',
        timing: 'before',
        serviceId: null,
        whoId: null,
        note: '',
      });
    const rowOf = (records: Stored[]) => planOf(records).find((row) => row.jobId === 'ammonia');
    expect(rowOf([...stripped, tested('2026-11-10')])).toMatchObject({
      state: 'far-off',
      recommended: null,
      sentence: 'Only after death, new livestock, outage, biological work or medication.',
    });
    const worked = record('service', 'work', service('2026-11-23', { jobId: 'strip' }));
    const called = rowOf([...stripped, tested('2026-11-10'), worked]);
    expect(called).toMatchObject({ recommended: '2026-11-24', governs: { rule: 'after-event' } });
    expect(called?.sentence).toContain('after biological work on Mon 23 Nov');
    expect(rowOf([...stripped, tested('2026-11-24'), worked])?.recommended).toBeNull();
  });
  test('the side a person takes where keepers differ replaces the catalogue’s figures; own figures stay before it', () => {
    const choosing = (choices: Record<string, string>) =>
      record('setting', SETTING_ID, { ...defaultSetting, choices });
    const carbon = [
      record('component', 'carbon', component({ kindId: 'carbon', name: 'Carbon' })),
      job('swap-carbon', { componentId: 'carbon' }, 'carbon', 'replace'),
    ];
    const rangeOf = (records: Stored[]) => {
      const snapshot = Snapshot.of([...base, ...carbon, ...records]);
      const [rule] = definitionsOf(snapshot)(snapshot.content('job', 'swap-carbon') ?? expect.fail()).rules;
      return rule && 'range' in rule ? [rule.range.lo, rule.range.hi] : null;
    };
    expect(rangeOf([])).toEqual([7, 35]);
    expect(rangeOf([choosing({ carbon: 'weekly' })])).toEqual([6, 8]);
    expect(rangeOf([choosing({ carbon: 'a side nobody knows' })])).toEqual([7, 35]);
    const own = { rules: [{ kind: 'wear' as const, range: { lo: 40, hi: 50 } }] };
    expect(
      rangeOf([
        choosing({ carbon: 'weekly' }),
        job('swap-carbon', { componentId: 'carbon', overrides: own }, 'carbon', 'replace'),
      ]),
    ).toEqual([40, 50]);
  });
  test('a sock only while cleaning is washed after dirt was stirred up', () => {
    const only = record('setting', SETTING_ID, { ...defaultSetting, choices: { sock: 'cleaning' } });
    const change = job('change', { systemId: 'reef' }, 'water-change', 'change');
    const done = record('service', 'changed', service('2026-11-22', { jobId: 'change' }));
    const sock = (records: Stored[]) =>
      planOf([only, change, ...records]).find((row) => row.jobId === 'swap');
    expect(sock([])?.recommended).toBeNull();
    expect(sock([done])).toMatchObject({ recommended: '2026-11-22', state: 'past-window' });
  });
  test('water that comes in sets the bands of a flow-through system', () => {
    const native = record('system', 'reef', {
      siteId: 'site',
      name: 'Kelp',
      water: 'salt',
      believedVolumeL: null,
      note: '',
      programmeId: 'flow-through',
    });
    const reading = (id: string, channelId: string, value: number) =>
      record('reading', id, {
        channelId,
        when: { kind: 'day', day: '2026-11-20' },
        value,
        below: false,
        source: 'typed',
        quality: 'good',
        timing: null,
        serviceId: null,
        whoId: null,
        note: '',
      });
    const tank = [
      native,
      record('channel', 'tank', {
        componentId: null,
        systemId: 'reef',
        name: 'Salinity',
        quantity: 'salinity',
        parameter: 'salinity',
      }),
      reading('t', 'tank', 27),
    ];
    const plan = (records: Stored[]) =>
      makePlan(Snapshot.of([...base, ...records]), instantAtOf('2026-11-25'), '2026-11-25');
    expect(plan(tank).outOfBand).toEqual([]);
    const incoming = [
      record('component', 'line', component({ kindId: 'intake-line', name: 'Line 1' })),
      record('channel', 'in', {
        componentId: 'line',
        systemId: null,
        name: 'Incoming water: salinity',
        quantity: 'salinity',
        parameter: 'salinity',
      }),
      reading('i', 'in', 24),
    ];
    expect(plan([...tank, ...incoming])).toMatchObject({
      incoming: [{ parameter: 'salinity', value: 24, day: '2026-11-20' }],
      outOfBand: [{ parameter: 'salinity', verdict: 'above', value: 27 }],
    });
  });
});
