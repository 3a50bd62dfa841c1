import { instantOf, type WaterReading, type WaterSeries } from '../facts.ts';
import { MS_PER_DAY } from '../../time/day.ts';
import { judge, parameters } from '../../water/parameters.ts';
import { robustTrend } from '../../water/robustSlope.ts';
import { normalCdf } from '../../wear/normal.ts';
import type { Evaluate, RuleContext, RuleReason } from '../evaluation.ts';

/** With fewer tests since it was last done the trend is not known yet. */
const FEWEST_FOR_TREND = 3;

type Leaving = {
  survives: (daysFromNow: number) => number;
  reason: Extract<RuleReason, { kind: 'water-test' }>;
  soon: number;
};

/**
 * Due when the water leaves its band. Out already: due since that test. Otherwise by a robust trend of the tests
 * since it was last done; noise within the test's error is not called a trend. A first, honest form: with fewer
 * than three tests, or a level that moves away from the limit, it stays silent.
 */
export const waterTest: Evaluate<'water-test'> = (rule, context) => {
  const { facts, ageDays } = context;
  const leaving = facts.water
    .filter((series) => series.parameter === rule.parameter)
    .flatMap(
      (series) =>
        leavingBand(
          series,
          context,
          facts.water.some((other) => other.systemName !== series.systemName),
        ) ?? [],
    )
    .sort((a, b) => a.soon - b.soon);
  const first = leaving[0];
  if (!first) return null;
  return {
    kind: 'water-test',
    // several systems served: whichever leaves its band first
    survives: (exposureDays) =>
      leaving.reduce((product, one) => product * one.survives(exposureDays - (ageDays ?? 0)), 1),
    reason: first.reason,
  };
};

function leavingBand(series: WaterSeries, { age, at }: RuleContext, several: boolean): Leaving | null {
  const { band, parameter } = series;
  const { repeatability, lowest } = parameters[parameter].method;
  const hi = band?.hi ?? null;
  if (!band || hi === null) return null;
  const since = age.last ? instantOf(age.last) : Number.NEGATIVE_INFINITY;
  const readings = series.readings.filter(
    (reading) => reading.at > since && (!parameters[parameter].nutrient || reading.timing !== 'after'),
  );
  const latest = readings.at(-1);
  if (!latest) return null;
  const base = {
    kind: 'water-test' as const,
    parameter,
    band,
    latest: { value: latest.value, at: latest.at },
    systemName: several ? series.systemName : null,
  };
  const latestInDays = (latest.at - at) / MS_PER_DAY;
  if (judge(latest.value, latest.below, band, repeatability) === 'above') {
    return {
      survives: (days) => (days < latestInDays ? 1 : 0),
      reason: { ...base, trend: null },
      soon: latestInDays,
    };
  }
  if (readings.length < FEWEST_FOR_TREND) return null;
  const trend = robustTrend(
    readings.map((reading) => ({ days: (reading.at - at) / MS_PER_DAY, value: valueOf(reading, lowest) })),
  );
  const spanDays = (latest.at - (readings[0]?.at ?? latest.at)) / MS_PER_DAY;
  if (!trend || spanDays <= 0) return null;
  const error = Math.max(trend.residualSd, repeatability) / Math.sqrt(readings.length);
  const slopeError =
    (2 * Math.max(trend.residualSd, repeatability)) / (spanDays * Math.sqrt(readings.length));
  // a slope within its own error is no trend
  if (trend.slopePerDay <= slopeError) return null;
  const crossesInDays = (hi - trend.intercept) / trend.slopePerDay;
  const survives = (days: number): number => {
    if (days <= latestInDays) return 1;
    const ahead = days - latestInDays;
    return normalCdf(
      (hi - trend.intercept - trend.slopePerDay * days) / Math.hypot(error, slopeError * ahead),
    );
  };
  return {
    survives,
    reason: { ...base, trend: { perWeek: trend.slopePerDay * 7, readings: readings.length } },
    soon: crossesInDays,
  };
}

/** A censored reading stands at half its limit: good enough for a median of slopes. */
const valueOf = (reading: WaterReading, lowest: number): number =>
  reading.below ? lowest / 2 : reading.value;
