import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { MS_PER_DAY } from '../time/day.ts';
import { counted } from './driver.ts';
import {
  learnYearly,
  YearlyClock,
  yearlyPoint,
  type YearlyPattern,
  type YearlyPoint,
} from './yearlyPattern.ts';

const YEAR = 365.2425;
const day = (days: number) => days * MS_PER_DAY;
const evenly = (k: number) => (k * 0.618_033_988_75) % 1;
/** Without chance: spreads a scatter of about 0.2 evenly over its cycles. */
const scatter = (k: number) => 0.6 * (evenly(k) - 0.5);
const swing = (pattern: YearlyPattern, atDays: number) =>
  pattern.sine * Math.sin((2 * Math.PI * atDays) / YEAR) +
  pattern.cosine * Math.cos((2 * Math.PI * atDays) / YEAR);

/** Jobs of a place, each done when it was due and said to be so, over so many years. */
function place(
  truth: YearlyPattern,
  { jobs = 8, years = 2, lives = [12, 30, 45, 60] } = {},
): YearlyPoint[][] {
  return Array.from({ length: jobs }, (_, job) => {
    const usual = lives[job % lives.length] ?? 30;
    const points: YearlyPoint[] = [];
    let at = 40 * evenly(job);
    for (let k = 0; at < years * YEAR; k++) {
      const life = usual * Math.exp(swing(truth, at + usual / 2) + scatter(17 * job + k));
      const point = yearlyPoint('right', life, { from: day(at), until: day(at + life) });
      if (point) points.push(point);
      at += life;
    }
    return points;
  });
}
const none: YearlyPattern = { sine: 0, cosine: 0 };
const warm: YearlyPattern = { sine: 0.1, cosine: 0.32 };

describe('the season that the jobs of a place share', () => {
  test('is found with its size and its time of year', () => {
    const found = learnYearly(place(warm));
    expect(found?.cosine).toBeCloseTo(warm.cosine, 1);
    expect(found?.sine).toBeCloseTo(warm.sine, 1);
  });
  test('is not seen where there is none', () => expect(learnYearly(place(none))).toBeNull());
  test('is not told from two jobs, from ten cycles, or from half a year', () => {
    expect(learnYearly(place(warm, { jobs: 2 }))).toBeNull();
    expect(learnYearly(place(warm).map((points) => points.slice(0, 1)))).toBeNull();
    expect(learnYearly(place(warm, { years: 0.5 }))).toBeNull();
  });
  test('is not made of one job whose load doubled half a year ago', () => {
    const changed = place(none).map((points, job) =>
      job > 0
        ? points
        : points.map((one) => ({
            ...one,
            logLife: one.logLife - (one.from > day(1.5 * YEAR) ? Math.LN2 : 0),
          })),
    );
    const found = learnYearly(changed);
    expect(Math.hypot(found?.sine ?? 0, found?.cosine ?? 0)).toBeLessThan(0.06);
  });
  test('does not depend on the order of the records', () => {
    const jobs = place(warm);
    const turned = [...jobs].reverse().map((points) => [...points].reverse());
    expect(learnYearly(turned)?.cosine).toBeCloseTo(learnYearly(jobs)?.cosine ?? Number.NaN, 9);
  });
  test('an open word says nothing of it', () => {
    const span = { from: 0, until: day(10) };
    expect(yearlyPoint('as-new', 10, span)).toBeNull();
    expect(yearlyPoint('failed', 10, span)).toBeNull();
    expect(yearlyPoint('right', 0, span)).toBeNull();
  });
});

describe('days of the calendar and days of the year’s mean', () => {
  const clock = new YearlyClock(warm);
  test('a year has as many of the one as of the other, from whatever day', () =>
    fc.assert(
      fc.property(fc.integer({ min: -40_000, max: 80_000 }), (from) => {
        expect(clock.between(day(from), day(from + YEAR))).toBeCloseTo(YEAR, 5);
      }),
    ));
  test('there and back is the same day', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -40_000, max: 80_000 }),
        fc.double({ min: 0.01, max: 3000, noNaN: true }),
        (from, days) => {
          const exposure = clock.between(day(from), day(from + days));
          expect(clock.daysFor(day(from), exposure)).toBeCloseTo(days, 4);
        },
      ),
    ));
  test('a day wears more where lives are shorter', () => {
    // lives are longest at the year's beginning here, shortest half a year later
    expect(clock.between(0, day(30))).toBeLessThan(25);
    expect(clock.between(day(180), day(210))).toBeGreaterThan(35);
  });
  test('a history by its season goes from days to exposure and back', () => {
    const now = { days: 20, span: { from: day(170), until: day(190) }, driver: null, driverRate: null };
    const cycle = {
      days: 30,
      span: { from: day(0), until: day(30) },
      driver: null,
      found: null,
      newLifeAfter: false,
    };
    const history = counted({ lo: 20, hi: 60 }, [cycle], now, clock);
    expect(history.cycles[0]?.exposure).toBeLessThan(25);
    expect(history.exposureNow).toBeGreaterThan(23);
    for (const days of [0, 5, 20, 33, 400])
      expect(history.toDays(history.fromDays(days))).toBeCloseTo(days, 4);
    expect(history.seasonPace).toBeGreaterThan(1.2);
  });
  test('what is logged says its season itself', () => {
    const cycle = {
      days: 30,
      span: { from: 0, until: day(30) },
      driver: 60,
      found: null,
      newLifeAfter: false,
    };
    const now = { days: 0, span: { from: day(30), until: day(30) }, driver: 0, driverRate: 2 };
    expect(counted({ lo: 20, hi: 60 }, [cycle], now, clock)).toMatchObject({
      cycles: [{ exposure: 30 }],
      seasonPace: null,
    });
  });
});
