import { instantOf, type WaterSeries } from '../facts.ts';
import { judge, parameters } from '../../water/parameters.ts';
import { courseTrend, isJudged, pointValue, readingError } from '../../water/testSeries.ts';
import { alongLine, alreadyOver } from '../crossing.ts';
import { byCalendar, type Evaluate, type RuleContext, type RuleReason } from '../evaluation.ts';
import type { BandSide } from '../../catalogue/rule.ts';
import { crossedAt } from './condition.ts';

type Leaving = {
  survives: (daysFromNow: number) => number;
  reason: Extract<RuleReason, { kind: 'water-test' }>;
  crossingInDays: number;
};

/**
 * Due when the water leaves its band at the side the rule names. Out already: due since it left. Otherwise by the line
 * of its tests, the same that the water is judged by, with its error; with fewer than three it stays silent. Of several
 * systems served, whichever leaves first.
 */
export const waterTest: Evaluate<'water-test'> = (rule, context) => {
  const { facts } = context;
  const several = facts.water.some((one) => one.systemId !== facts.water[0]?.systemId);
  const leaving = facts.water
    .filter((series) => series.parameter === rule.parameter)
    .flatMap((series) =>
      sidesOf(rule.side ?? 'above').flatMap((side) => leavingBand(series, side, context, several) ?? []),
    )
    .sort((a, b) => a.crossingInDays - b.crossingInDays);
  const first = leaving[0];
  if (!first) return null;
  return {
    kind: 'water-test',
    ...byCalendar((days) => leaving.reduce((product, one) => product * one.survives(days), 1)),
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
  const { band, parameter, method } = series;
  const limit = (side === 'above' ? band?.hi : band?.lo) ?? null;
  if (!band || limit === null) return null;
  // a test taken before the job was done says nothing of the water after it
  const since = age.last ? instantOf(age.last) : Number.NEGATIVE_INFINITY;
  const judged = series.points.filter((point) => isJudged(point) && point.at > since);
  const latest = judged.at(-1);
  if (!latest) return null;
  const toPoint = (point: (typeof judged)[number]) => ({ days: point.days, value: pointValue(point) });
  const end = { value: limit, side };
  const out = judge(latest.value, latest.below, band, method.repeatability) === side;
  const trend = out ? null : courseTrend(series);
  const found = out
    ? alreadyOver(judged.map(toPoint), end, readingError(method))
    : trend && alongLine({ ...trend, from: 'readings' }, toPoint(latest), end);
  if (!found) return null;
  return {
    survives: found.survives,
    crossingInDays: found.inDays,
    reason: {
      kind: 'water-test',
      parameter,
      side,
      limit,
      latest: { value: latest.value, below: latest.below, at: latest.at },
      crossed: crossedAt(found.crossed, at),
      trend: found.trend && { perWeek: found.trend.perDay * 7, readings: found.trend.readings },
      systemName: several ? series.systemName : null,
    },
  };
}
