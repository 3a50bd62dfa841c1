import { instantOf, type WaterReading, type WaterSeries } from '../facts.ts';
import { MS_PER_DAY } from '../../time/day.ts';
import { judge, parameters } from '../../water/parameters.ts';
import { crossing } from '../crossing.ts';
import type { Evaluate, RuleContext, RuleReason } from '../evaluation.ts';
import type { BandSide } from '../rule.ts';

type Leaving = {
  survives: (daysFromNow: number) => number;
  reason: Extract<RuleReason, { kind: 'water-test' }>;
  soon: number;
};

/**
 * Due when the water leaves its band at the side the rule names. Out already: due since that test. Otherwise by a
 * robust trend of the tests since it was last done; with fewer than three tests, or a level that moves away from the
 * limit, it stays silent. Of several systems served, whichever leaves first.
 */
export const waterTest: Evaluate<'water-test'> = (rule, context) => {
  const { facts } = context;
  const several = facts.water.some((one) => one.systemId !== facts.water[0]?.systemId);
  const leaving = facts.water
    .filter((series) => series.parameter === rule.parameter)
    .flatMap((series) =>
      sidesOf(rule.side ?? 'above').flatMap((side) => leavingBand(series, side, context, several) ?? []),
    )
    .sort((a, b) => a.soon - b.soon);
  const first = leaving[0];
  if (!first) return null;
  return {
    kind: 'water-test',
    clock: 'from-now',
    survives: (days) => leaving.reduce((product, one) => product * one.survives(days), 1),
    ...(parameters[rule.parameter].nutrient ? { cause: 'feeding' as const } : {}),
    reason: first.reason,
  };
};

const sidesOf = (side: BandSide): ('above' | 'below')[] => (side === 'either' ? ['above', 'below'] : [side]);

function leavingBand(
  series: WaterSeries,
  side: 'above' | 'below',
  { age, at }: RuleContext,
  several: boolean,
): Leaving | null {
  const { band, parameter } = series;
  const { repeatability, lowest } = parameters[parameter].method;
  const limit = (side === 'above' ? band?.hi : band?.lo) ?? null;
  if (!band || limit === null) return null;
  const since = age.last ? instantOf(age.last) : Number.NEGATIVE_INFINITY;
  const readings = series.readings.filter(
    (reading) => reading.at > since && (!parameters[parameter].nutrient || reading.timing !== 'after'),
  );
  const latest = readings.at(-1);
  if (!latest) return null;
  const latestInDays = (latest.at - at) / MS_PER_DAY;
  const out = judge(latest.value, latest.below, band, repeatability) === side;
  const found = out
    ? { survives: (days: number) => (days < latestInDays ? 1 : 0), inDays: latestInDays, trend: null }
    : crossing(
        readings.map((reading) => ({
          days: (reading.at - at) / MS_PER_DAY,
          value: valueOf(reading, lowest),
        })),
        { value: limit, side },
        repeatability,
      );
  // crossing calls "over" only what judge calls out as well, so a missing trend here means silence
  if (!found || (!out && !found.trend)) return null;
  return {
    survives: found.survives,
    soon: found.inDays,
    reason: {
      kind: 'water-test',
      parameter,
      side,
      limit,
      latest: { value: latest.value, below: latest.below, at: latest.at },
      trend: found.trend && { perWeek: found.trend.perDay * 7, readings: found.trend.readings },
      systemName: several ? series.systemName : null,
    },
  };
}

/** A censored reading stands at half its limit: good enough for a median of slopes. */
const valueOf = (reading: WaterReading, lowest: number): number =>
  reading.below ? lowest / 2 : reading.value;
