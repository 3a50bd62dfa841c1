import { describe, expect, test } from 'vitest';
import { standingWord, verdictSentences, type VerdictStyle } from '../explain/verdictWord.ts';
import { withDoubts, type Instrument, type InstrumentReading } from './instrumentDoubt.ts';
import { parameters, type ParameterId } from './parameters.ts';
import type { TestPoint, TestSeries } from './testSeries.ts';
import { verdictOf } from './verdict.ts';

const at = (days: number, value: number, more: Partial<TestPoint> = {}): TestPoint => ({
  days,
  value,
  below: false,
  timing: null,
  doubt: null,
  ...more,
});
const series = (parameter: ParameterId, points: TestPoint[], more: Partial<TestSeries> = {}): TestSeries => ({
  parameter,
  band: { lo: 5, hi: 20 },
  warnAtZero: false,
  method: parameters[parameter].method,
  points,
  resets: [],
  ...more,
});
const weekly = (values: number[], from = -7 * (values.length - 1)): TestPoint[] =>
  values.map((value, i) => at(from + 7 * i, value));
const show = (parameter: ParameterId, value: number) =>
  `${Number(value.toFixed(parameters[parameter].decimals))} mg/L`;
const style: VerdictStyle = {
  show,
  difference: show,
  today: '2026-03-02',
  date: 'day-month',
};

describe('the trend', () => {
  test('a clear rise has a slope and the day it leaves the band', () => {
    // 1 mg/L a day by construction: 6, 8, … 14 over four weeks is 2 a week; 20 is three weeks ahead
    const found = verdictOf(series('nitrate', weekly([6, 8, 10, 12, 14])));
    expect(found.trend).toMatchObject({ kind: 'rising', readings: 5 });
    expect(found.trend.kind === 'rising' && found.trend.perWeek).toBeCloseTo(2, 9);
    expect(found.leaves?.side).toBe('above');
    expect(found.leaves?.inDays).toBeCloseTo(21, 6);
    expect(verdictSentences(found, style)[0]).toBe(
      'Rising 2 mg/L a week; leaves its band about Mon 23 Mar (Wed 18 Mar to Thu 2 Apr).',
    );
  });
  test('the kit’s own noise is not called a trend', () => {
    const found = verdictOf(series('nitrate', weekly([10, 11, 9.5, 10.5, 10])));
    expect(found.trend.kind).toBe('steady');
    expect(found.leaves).toBeNull();
  });
  test('a coarse step counts as error: one step of 5 up in four weeks says nothing', () => {
    const coarse = { lowest: 0, repeatability: 1, step: 10 };
    expect(verdictOf(series('nitrate', weekly([10, 10, 10, 15]), { method: coarse })).trend.kind).toBe(
      'steady',
    );
  });
  test('fewer than three: not known yet; tests after a change and before the last service do not count', () => {
    expect(verdictOf(series('nitrate', weekly([10, 12]))).trend).toEqual({
      kind: 'not-known',
      readings: 2,
      needed: 3,
    });
    const after = weekly([10, 12, 14, 16]).map((point, i) =>
      i % 2 ? { ...point, timing: 'after' as const } : point,
    );
    expect(verdictOf(series('nitrate', after)).trend.kind).toBe('not-known');
    expect(verdictOf(series('nitrate', weekly([20, 25, 30, 10, 11]), { resets: [-10] })).trend.kind).toBe(
      'not-known',
    );
  });
  test('one wild value does not bend it (Theil 1950, Sen 1968)', () => {
    const found = verdictOf(series('nitrate', weekly([6, 8, 10, 40, 14, 16, 18])));
    expect(found.trend.kind === 'rising' && found.trend.perWeek).toBeCloseTo(2, 1);
  });
});

describe('the last week', () => {
  test('against what such weeks bring; an unusual jump is said', () => {
    const found = verdictOf(series('nitrate', weekly([10, 11, 12, 13, 14, 22])));
    expect(found.week).toMatchObject({ change: 8, usual: 1, unusual: true, withinError: false });
    expect(verdictSentences(found, style).at(-1)).toMatch(
      /^8 mg\/L up .* usually 1 mg\/L up\. That is unusual/,
    );
  });
  test('a change that two tests cannot tell is said to be that', () => {
    const found = verdictOf(series('nitrate', weekly([10, 11])));
    expect(found.week).toMatchObject({ withinError: true, usual: null });
  });
});

describe('the standing', () => {
  test('out, in, near, none, not tested', () => {
    const stand = (value: number, more: Partial<TestPoint> = {}, changes: Partial<TestSeries> = {}) =>
      standingWord(verdictOf(series('nitrate', [at(0, value, more)], changes)), style);
    expect(stand(23)).toBe('3 mg/L above its band');
    expect(stand(12)).toBe('in its band');
    expect(stand(20.5)).toBe('near its upper edge');
    expect(stand(0.5, { below: true }, { warnAtZero: true })).toBe('none to measure');
    expect(stand(12, {}, { band: null })).toBe('no band set');
    expect(standingWord(verdictOf(series('nitrate', [])), style)).toBe('not tested');
  });
});

describe('doubt about an instrument', () => {
  const probe = (more: Partial<Instrument> = {}): Instrument => ({
    name: 'pH probe',
    kind: 'probe',
    method: parameters.ph.method,
    expires: null,
    calibrations: [-60],
    calibrationHolds: null,
    ...more,
  });
  const kit: Instrument = { ...probe(), name: 'pH kit', kind: 'kit', calibrations: [] };
  const reading = (instrument: Instrument | null, days: number, value: number): InstrumentReading => ({
    point: { days, value, below: false, timing: null },
    instrument,
    saidDoubtful: false,
  });
  test('a probe that no longer agrees with the kit is doubted since the last check that agreed', () => {
    const it = probe();
    const points = withDoubts([
      reading(it, -40, 8.2),
      reading(kit, -30, 8.2),
      reading(it, -30, 8.22),
      reading(it, -20, 8.4),
      reading(kit, -2, 8.1),
      reading(it, -2, 8.6),
      reading(it, 0, 8.61),
    ]);
    expect(points.map((point) => point.doubt?.kind ?? null)).toEqual([
      null,
      null,
      null,
      'disagrees-with-kit',
      null,
      'disagrees-with-kit',
      'disagrees-with-kit',
    ]);
    const found = verdictOf(series('ph', points, { band: { lo: 8, hi: 8.4 } }));
    expect(found.verdict).toBe('in-band');
    expect(found.latest?.value).toBe(8.1);
    expect(verdictSentences(found, style)[0]).toBe(
      '8.61 mg/L not counted: pH probe differs from the kit by 0.5 mg/L and last agreed 30 days ago; clean and calibrate it before acting. Using the last test not in doubt.',
    );
  });
  test('calibrating it starts anew', () => {
    const it = probe({ calibrations: [-60, -1] });
    const points = withDoubts([reading(kit, -2, 8.1), reading(it, -2, 8.6), reading(it, 0, 8.15)]);
    expect(points.at(-1)?.doubt).toBeNull();
    expect(points[1]?.doubt?.kind).toBe('disagrees-with-kit');
  });
  test('a kit past its date, a calibration long overdue, and what the reader said', () => {
    expect(withDoubts([reading({ ...kit, expires: -10 }, 0, 8)])[0]?.doubt).toEqual({
      kind: 'kit-expired',
      name: 'pH kit',
      daysBeforeReading: 10,
    });
    const late = probe({ calibrations: [-60], calibrationHolds: 21 });
    expect(withDoubts([reading(late, -35, 8)])[0]?.doubt).toBeNull();
    expect(withDoubts([reading(late, 0, 8)])[0]?.doubt?.kind).toBe('calibration-overdue');
    expect(withDoubts([{ ...reading(null, 0, 8), saidDoubtful: true }])[0]?.doubt).toEqual({ kind: 'said' });
  });
});
