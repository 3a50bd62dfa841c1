import { describe, expect, test } from 'vitest';
import { molarMass } from '../chemistry/constants.ts';
import { dangersOf, type DangerTest, type DangerTests, type Living } from './dangers.ts';

const reef: Living = {
  ...{ water: 'salt', safeC: { lo: 21, hi: 30 }, cold: false, soft: false, invertebrates: true },
};
const unknownFresh: Living = {
  ...{ water: 'fresh', safeC: null, cold: false, soft: false, invertebrates: false },
};
const tested = (value: number, more: Partial<DangerTest> = {}): DangerTest => ({
  ...{ value, below: false, daysAgo: 0, before: null, error: 0.1 },
  ...more,
});
const one = (tests: DangerTests, living: Living) => dangersOf(tests, living)[0];
/** A figure as N, in the stored unit. */
const asNH3 = (n: number) => (n * molarMass.NH3) / 14.007;
const asNO2 = (n: number) => (n * molarMass.NO2) / 14.007;

describe('free ammonia (cases of the trade handbook, from memory of US EPA 1989 and 2013, Emerson 1975)', () => {
  test('3 mg/L N at pH 6.5 and 25 °C is 0.005 of it free: no danger', () => {
    const tests = { ammonia: tested(asNH3(3)), ph: tested(6.5), temperature: tested(25) };
    expect(one(tests, unknownFresh)).toBeUndefined();
  });
  test('17 mg/L N at pH 7 and 20 °C is 0.067 free: an alarm, and the pH is not to be raised', () => {
    const tests = { ammonia: tested(asNH3(17)), ph: tested(7), temperature: tested(20) };
    const danger = one(tests, unknownFresh) ?? expect.fail('no danger');
    expect(danger).toMatchObject({ parameter: 'ammonia', urgency: 'alarm', assumed: [] });
    expect(danger.harmful?.mgL).toBeCloseTo(0.067, 3);
    expect(danger.acts).toContain('change-own-ph');
  });
  test('half of that water changed to pH 7.8 would give more, not less: 0.052 from a total of 1.5 at 25 °C', () => {
    const tests = { ammonia: tested(asNH3(1.5)), ph: tested(7.8), temperature: tested(25) };
    expect(one(tests, unknownFresh)?.harmful?.mgL).toBeCloseTo(0.052, 3);
  });
  test('pH and temperature never tested: the careful side, and it says so', () => {
    const danger = one({ ammonia: tested(1) }, reef) ?? expect.fail('no danger');
    expect(danger.assumed).toEqual(['ph', 'temperature']);
  });
  test('below what the kit shows is no danger', () =>
    expect(one({ ammonia: tested(0.05, { below: true }) }, reef)).toBeUndefined());
});

describe('nitrite', () => {
  test('fresh water of unknown chloride: from 1 mg/L N on (Lewis and Morris 1986, from memory, doubtful)', () => {
    expect(one({ nitrite: tested(asNO2(0.9)) }, unknownFresh)).toBeUndefined();
    const danger = one({ nitrite: tested(asNO2(1.1)) }, unknownFresh);
    expect(danger).toMatchObject({ urgency: 'alarm', assumed: ['chloride'] });
    expect(danger?.acts[0]).toBe('salt');
  });
  test('in sea water chloride protects: 1 mg/L N harms nobody, 5 do, and salt is no remedy', () => {
    expect(one({ nitrite: tested(asNO2(1.1)) }, reef)).toBeUndefined();
    expect(one({ nitrite: tested(asNO2(5.1)) }, reef)?.acts).not.toContain('salt');
  });
});

describe('what else kills', () => {
  test.each([
    ['chlorine at any kit’s lowest', { chlorine: tested(0.05) }, reef, 'chlorine'],
    ['copper with corals', { copper: tested(0.03) }, reef, 'copper'],
    ['oxygen for warm water', { oxygen: tested(3.9) }, reef, 'oxygen'],
    ['oxygen for cold water', { oxygen: tested(4.9) }, { ...unknownFresh, cold: true }, 'oxygen'],
    ['a warm reef', { temperature: tested(30.5) }, reef, 'temperature'],
    ['a cold reef', { temperature: tested(20.5) }, reef, 'temperature'],
    ['sour fresh water', { ph: tested(5.8) }, unknownFresh, 'ph'],
    [
      'half a unit of pH in a day',
      { ph: tested(7.3, { before: { value: 7.9, daysAgo: 1 } }) },
      unknownFresh,
      'ph',
    ],
    ['nitrate over 100 mg/L as N', { nitrate: tested(450) }, unknownFresh, 'nitrate'],
  ] as const)('%s', (_, tests, living, parameter) => expect(one(tests, living)?.parameter).toBe(parameter));
  test.each([
    ['copper in a treated fish tank', { copper: tested(0.18) }, unknownFresh],
    ['soft water by a programme', { ph: tested(5.8) }, { ...unknownFresh, soft: true }],
    [
      'the same half unit over a week',
      { ph: tested(7.3, { before: { value: 7.9, daysAgo: 7 } }) },
      unknownFresh,
    ],
    ['a reef at 26 °C', { temperature: tested(26) }, reef],
    ['a test of three weeks ago', { oxygen: tested(2, { daysAgo: 21 }) }, reef],
  ] as const)('no danger: %s', (_, tests, living) => expect(dangersOf(tests, living)).toEqual([]));
  test('the gravest first', () => {
    const tests = { temperature: tested(31), oxygen: tested(2.5) };
    expect(dangersOf(tests, reef).map((danger) => danger.parameter)).toEqual(['oxygen', 'temperature']);
  });
});

describe('chloride beside nitrite in fresh water (ten times as much protects: Lewis and Morris 1986, from memory, doubtful)', () => {
  const nitrite = tested(asNO2(1.5));
  test('20 mg/L tested: 1.5 mg/L as N harms from 2, no danger, and nothing is assumed', () => {
    expect(one({ nitrite, chloride: tested(20) }, unknownFresh)).toBeUndefined();
    const more = one({ nitrite: tested(asNO2(2.1)), chloride: tested(20) }, unknownFresh);
    expect(more).toMatchObject({ parameter: 'nitrite', limit: 2, assumed: [] });
  });
  test('not tested: 10 is taken, and said', () =>
    expect(one({ nitrite }, unknownFresh)).toMatchObject({ limit: 1, assumed: ['chloride'] }));
  test('below 2 mg/L: half of it is taken, the careful side', () =>
    expect(
      one({ nitrite: tested(asNO2(0.2)), chloride: tested(2, { below: true }) }, unknownFresh),
    ).toMatchObject({
      parameter: 'nitrite',
      limit: 0.1,
    }));
});

describe('gases (limits from memory of the works named in dangers.ts)', () => {
  test.each([
    ['carbon-dioxide', 45, 'gas-off'],
    ['sulfide', 0.004, 'shut-source'],
    ['total-gas', 112, 'air-leak'],
  ] as const)('%s at %d is an alarm: first %s', (parameter, value, first) => {
    const danger = one({ [parameter]: tested(value) }, unknownFresh);
    expect(danger).toMatchObject({ parameter, urgency: 'alarm' });
    expect(danger?.acts[0]).toBe(first);
  });
  test('under them, or below what the kit shows, nothing is said', () => {
    expect(one({ 'carbon-dioxide': tested(25), 'total-gas': tested(103) }, unknownFresh)).toBeUndefined();
    expect(one({ sulfide: tested(0.002, { below: true }) }, unknownFresh)).toBeUndefined();
  });
});
