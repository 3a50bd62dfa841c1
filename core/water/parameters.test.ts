import { describe, expect, test } from 'vitest';
import { allowed, casesOf, numberOut } from '../reference/cases.ts';
import { bandInForce, findProgramme, programmes } from '../catalogue/programmes.ts';
import { isStripped, judge, parameters } from './parameters.ts';
import { robustTrend } from '../statistics/robustSlope.ts';

describe('a reading against its band', () => {
  const band = { lo: 5, hi: 20 };
  test.each([
    [23, false, 'above'],
    [20.8, false, 'near-high'],
    [19.4, false, 'near-high'],
    [12, false, 'in-band'],
    [5.6, false, 'near-low'],
    [3, false, 'below'],
    [0.5, true, 'below'],
  ] as const)('nitrate %d mg/L (below lowest: %s) in 5 to 20 ± 1 is %s', (value, below, verdict) => {
    expect(judge(value, below, band, 1)).toBe(verdict);
  });
  test('below the lowest reading is in a band that has no low end', () => {
    expect(judge(0.05, true, { lo: null, hi: 0.05 }, 0.03)).toBe('in-band');
    expect(judge(0.2, false, { lo: null, hi: 0.05 }, 0.03)).toBe('above');
  });
  test('no band is said, never guessed', () => expect(judge(12, false, null, 1)).toBe('no-band'));
});

describe('programmes', () => {
  test('every band and test names a parameter; low ends lie below high ends', () => {
    for (const programme of programmes) {
      expect(programme.who.length).toBeGreaterThan(20);
      for (const [id, band] of Object.entries(programme.bands)) {
        expect(parameters).toHaveProperty(id);
        if (band !== 'source' && band.lo !== null && band.hi !== null) expect(band.lo).toBeLessThan(band.hi);
      }
    }
  });
  // Common practice, no published source: bands as the schools of practice name them.
  test.each([
    ['ultra-low-nutrient', 'phosphate', 0.01, 0.03],
    ['balanced-reef', 'nitrate', 5, 20],
    ['balanced-reef', 'alkalinity', 8, 9],
    ['tannin-fresh', 'nitrate', null, 40],
    ['cold-sea', 'temperature', 10, 14],
    ['cool-fresh', 'temperature', 14, 18],
    ['brackish', 'salinity', 10, 20],
  ] as const)('%s %s', (id, parameter, lo, hi) =>
    expect(findProgramme(id)?.bands[parameter]).toEqual({ lo, hi }),
  );
  test('ammonia and nitrite are not measurable in every one', () => {
    for (const programme of programmes)
      expect([programme.bands.ammonia, programme.bands.nitrite]).toEqual([
        { lo: null, hi: 0.05 },
        { lo: null, hi: 0.02 },
      ]);
  });
  test('a person’s own band comes before the programme’s; no programme, no band', () => {
    const own = { nitrate: { lo: null, hi: 40 } };
    expect(bandInForce(findProgramme('cool-fresh'), own, 'nitrate', null).band).toEqual({ lo: null, hi: 40 });
    expect(bandInForce(findProgramme('cool-fresh'), undefined, 'nitrate', null).band).toBeNull();
    expect(bandInForce(null, undefined, 'ammonia', null).band).toBeNull();
  });
  test('a band of the source is the incoming water ± the repeatability; none read yet: no band', () => {
    const native = findProgramme('flow-through');
    expect(bandInForce(native, undefined, 'salinity', null)).toEqual({ band: null, fromSource: true });
    const { repeatability } = parameters.salinity.method;
    expect(bandInForce(native, undefined, 'salinity', 24.6).band).toEqual({
      lo: 24.6 - repeatability,
      hi: 24.6 + repeatability,
    });
    const cold = { temperature: { lo: 10, hi: 14 } };
    expect(bandInForce(native, cold, 'temperature', 17).band).toEqual({ lo: 10, hi: 14 });
  });
  test('no measurable nutrient is a warning where the practice says so, and only when it was below the lowest reading', () => {
    expect(isStripped('phosphate', true, true)).toBe(true);
    expect(isStripped('phosphate', false, true)).toBe(false);
    expect(isStripped('nitrate', true, false)).toBe(false);
    expect(isStripped('ammonia', true, true)).toBe(false);
  });
});

describe('robust slope', () => {
  test.each(casesOf('robust slope'))('$name [$source]', (one) => {
    const [x, y] = [one.inputs.x?.value, one.inputs.y?.value] as [number[], number[]];
    const trend = robustTrend(x.map((days, i) => ({ days, value: y[i] ?? 0 })));
    expect(Math.abs((trend?.slopePerDay ?? 0) - numberOut(one, 'slope'))).toBeLessThanOrEqual(
      allowed(one, 'slope') + 1e-9,
    );
    expect(Math.abs((trend?.intercept ?? 0) - numberOut(one, 'intercept_joint'))).toBeLessThanOrEqual(
      allowed(one, 'intercept_joint') + 1e-9,
    );
  });
  test('one point, or one day, makes no trend', () => {
    expect(robustTrend([{ days: 1, value: 2 }])).toBeNull();
    expect(
      robustTrend([
        { days: 1, value: 2 },
        { days: 1, value: 3 },
      ]),
    ).toBeNull();
  });
});
