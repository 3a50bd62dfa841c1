import { describe, expect, test } from 'vitest';
import { endOfDay } from '../../core/time/day.ts';
import { instantAtOf, makePlan } from '../plan.ts';
import type { RecordContent, RecordKind, Stored } from '../records.ts';
import { Snapshot } from '../snapshot.ts';
import { assembleJobs } from './jobFacts.ts';

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
