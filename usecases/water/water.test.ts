import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { afterOneChange } from '../../core/water/afterChange.ts';
import { MS_PER_DAY } from '../../core/time/day.ts';
import { definitionsOf } from '../../model/facts/definition.ts';
import { RecordIndex } from '../../model/facts/recordIndex.ts';
import type { RecordContent, RecordKind, Stored } from '../../contract/records.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { pointOf, thinned } from '../../model/water/series.ts';
import { testedWater } from '../../model/water/testedWater.ts';
import { testSheet } from '../../model/water/testSheet.ts';
import { waterAnswer } from './waterAnswer.ts';

const NOW = Date.parse('2026-11-25T14:20:00Z');
const at = (ago: number, hour = '12:00'): string =>
  `${new Date(NOW - ago * MS_PER_DAY).toISOString().slice(0, 10)}T${hour}:00.000Z`;

/** A tank of 100 L in UTC, with whatever is laid on top. */
function tank() {
  const records: Stored[] = [];
  const add = <K extends RecordKind>(
    kind: K,
    content: RecordContent<K>,
    id: string = randomUUID(),
  ): string => {
    records.push({ kind, id, version: 1, deleted: false, content });
    return id;
  };
  const siteId = add('site', { name: 'Home', timeZone: 'UTC', visits: null });
  const systemId = add('system', {
    siteId,
    name: 'Reef',
    water: 'salt',
    believedVolumeL: null,
    note: '',
    programmeId: 'balanced-reef',
  });
  add('vessel', {
    systemId,
    name: 'Tank',
    shape: 'box',
    dimensions: { lengthCm: 50, widthCm: 50 },
    waterDepthCm: 40,
    displacementShare: 0,
  });
  const channel = (
    parameter: NonNullable<RecordContent<'channel'>['parameter']>,
    more: Partial<RecordContent<'channel'>> = {},
  ) =>
    add('channel', {
      componentId: null,
      systemId,
      name: parameter,
      quantity: 'concentration',
      parameter,
      ...more,
    });
  const read = (
    channelId: string,
    when: string,
    value: number,
    more: Partial<RecordContent<'reading'>> = {},
  ) =>
    add('reading', {
      channelId,
      when: { kind: 'instant', at: when },
      value,
      below: false,
      source: 'typed',
      quality: 'good',
      timing: null,
      serviceId: null,
      whoId: null,
      note: '',
      ...more,
    });
  const evidence = () => {
    const snapshot = Snapshot.of(records);
    return { snapshot, index: RecordIndex.of(snapshot), definitionOf: definitionsOf(snapshot) };
  };
  return { siteId, systemId, add, channel, read, evidence };
}

describe('thinning for a chart', () => {
  test('few readings stay as they are', () => {
    const read = [1, 2, 3].map((value, i) => pointOf({ at: i * 1000, value, below: false }));
    expect(thinned(read, 10).map((point) => [point.value, point.readings])).toEqual([
      [1, 1],
      [2, 1],
      [3, 1],
    ]);
    expect(thinned([], 10)).toEqual([]);
  });
  test('no spike is lost, no reading is told twice, the middle lies between least and most', () =>
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -5, max: 50, noNaN: true }), { minLength: 30, maxLength: 400 }),
        fc.integer({ min: 10, max: 25 }),
        (values, most) => {
          const points = thinned(
            values.map((value, i) => pointOf({ at: i * 60_000, value, below: false })),
            most,
          );
          expect(points.length).toBeLessThanOrEqual(most);
          expect(points.reduce((sum, point) => sum + point.readings, 0)).toBe(values.length);
          expect(Math.max(...points.map((point) => point.most))).toBe(Math.max(...values));
          expect(Math.min(...points.map((point) => point.least))).toBe(Math.min(...values));
          for (const point of points) {
            expect(point.value).toBeGreaterThanOrEqual(point.least);
            expect(point.value).toBeLessThanOrEqual(point.most);
          }
        },
      ),
      { seed: 6, numRuns: 80 },
    ));
});

describe('the tests of a system', () => {
  test('a device counts as one test a day, its median; channels of one parameter stand together', () => {
    const one = tank();
    const probe = one.channel('ph', { name: 'probe', quantity: 'ph' });
    for (const [hour, value] of [
      ['01:00', 8.0],
      ['09:00', 8.1],
      ['20:00', 8.6],
    ] as const)
      one.read(probe, at(3, hour), value, { source: 'device' });
    one.read(one.channel('ph', { quantity: 'ph' }), at(1), 8.1);
    const points = testedWater(one.evidence(), one.systemId, 'UTC', NOW).get('ph') ?? [];
    expect(points.map((point) => [point.value, point.instrument?.kind ?? null])).toEqual([
      [8.1, 'probe'],
      [8.1, null],
    ]);
  });

  test('a calibration logged on the probe’s equipment ends the doubt on what is read after it', () => {
    const one = tank();
    const componentId = one.add('component', {
      siteId: one.siteId,
      systemIds: [one.systemId],
      parentId: null,
      stationId: null,
      kindId: 'ph-probe',
      name: 'pH probe',
      status: 'running',
      statusSince: null,
      statusReason: '',
      dutyHoursPerDay: 24,
      facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
    });
    const jobId = one.add('job', {
      componentId,
      systemId: null,
      vesselId: null,
      kindId: 'ph-probe',
      jobId: 'calibrate',
      overrides: {},
      own: null,
    });
    const service = (ago: number) =>
      one.add('service', {
        jobId,
        when: { kind: 'instant', at: at(ago) },
        whoId: null,
        found: null,
        shareDone: 1,
        minutes: null,
        supplies: [],
        note: '',
        pictureIds: [],
      });
    service(60);
    const methodId = one.add('method', {
      name: 'tank probe',
      parameter: 'ph',
      kind: 'probe',
      componentId,
      unit: 'pH',
      step: 0.01,
      lowest: 0,
      repeatability: 0.05,
      titration: null,
      batch: '',
      expires: null,
      note: '',
    });
    const channel = one.channel('ph', { quantity: 'ph', methodId });
    one.read(channel, at(1), 8.3);
    const doubt = () =>
      testedWater(one.evidence(), one.systemId, 'UTC', NOW).get('ph')?.at(-1)?.doubt?.kind ?? null;
    // handbook: pH probes are calibrated every two to four weeks
    expect(doubt()).toBe('calibration-overdue');
    service(2);
    expect(doubt()).toBeNull();
  });

  test('a kit’s expiry typed later clears or raises the doubt; its last day is still good', () => {
    const doubtWith = (expires: string) => {
      const one = tank();
      const methodId = one.add('method', {
        name: 'kit',
        parameter: 'nitrate',
        kind: 'kit',
        componentId: null,
        unit: 'mg/L NO3',
        step: 1,
        lowest: 0.5,
        repeatability: 1,
        titration: null,
        batch: '',
        expires,
        note: '',
      });
      one.read(one.channel('nitrate', { methodId }), at(1), 30);
      const { verdicts, remedies } = waterAnswer(one.evidence(), one.systemId, NOW);
      return [verdicts[0]?.doubtful?.doubt.kind ?? null, remedies.length];
    };
    expect(doubtWith('2026-11-24')).toEqual([null, 1]);
    expect(doubtWith('2026-11-23')).toEqual(['kit-expired', 0]);
  });

  test('too old to act upon: the verdict stands, no amount is told', () => {
    const one = tank();
    one.read(one.channel('nitrate'), at(50), 40);
    const { verdicts, remedies } = waterAnswer(one.evidence(), one.systemId, NOW);
    expect(verdicts[0]?.verdict).toBe('above');
    expect(remedies).toEqual([]);
  });

  test('as a table: one row a visit, censored and rough as written, an hour only where it is known', () => {
    const one = tank();
    const [nitrate, phosphate] = [one.channel('nitrate'), one.channel('phosphate', { unit: 'µg/L P' })];
    one.read(nitrate, at(8), 0.5, { below: true, when: { kind: 'day', day: '2026-11-17' } });
    one.read(phosphate, at(1, '09:30'), 0.0306618, { rough: true, note: '=1+1' });
    const { snapshot, index } = one.evidence();
    expect(testSheet(snapshot, index, one.systemId)).toEqual([
      ['Date', 'Time', 'Before or after the change', 'nitrate', 'phosphate', 'Who', 'Note'].map((head) =>
        head === 'nitrate' ? 'Nitrate [mg/L NO3]' : head === 'phosphate' ? 'Phosphate [µg/L P]' : head,
      ),
      ['2026-11-17', '', '', '<0.5', '', '', ''],
      ['2026-11-24', '09:30', '', '', expect.stringMatching(/^~10(\.0|$)|^~9\.99/) as string, '', '=1+1'],
    ]);
  });
});

test('after one change everything known shifts; what would shift too far is said; pH does not mix by shares', () => {
  const told = afterOneChange(
    0.5,
    {
      nitrate: { value: 20 },
      temperature: { value: 25 },
      salinity: { value: 35 },
      ph: { value: 8.2 },
      ammonia: { value: 0.05, below: true },
    },
    { temperature: 20, salinity: 34 },
  );
  expect(told).toEqual([
    { parameter: 'nitrate', before: 20, after: 10, assumed: true, tooMuch: false },
    { parameter: 'temperature', before: 25, after: 22.5, assumed: false, tooMuch: true },
    { parameter: 'salinity', before: 35, after: 34.5, assumed: false, tooMuch: false },
  ]);
});
