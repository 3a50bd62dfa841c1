import { MS_PER_DAY, type Instant } from '../../time/day.ts';
import { median } from '../../numeric/median.ts';
import type { Point } from '../../water/robustSlope.ts';
import { lifeByPath, pathSurvival, type ExpectedLife } from '../../wear/conditionPath.ts';
import { wearPosterior } from '../../wear/wearPosterior.ts';
import { momentsOf } from '../../wear/wearSurvival.ts';
import { crossing, slopeOfCycle } from '../crossing.ts';
import type { Evaluate, RuleContext } from '../evaluation.ts';
import { instantOf, type UnitReading } from '../facts.ts';
import { measures } from '../measures.ts';
import type { ConditionBase } from '../rule.ts';
import { wearHistory } from './wear.ts';

/** A reading so soon after a service tells the clean value. */
const CLEAN_WITHIN_DAYS = 3;

/**
 * Due when something read on the unit crosses its limit: by the readings since it was last done, with the slopes of
 * earlier cycles while there are fewer than three. Against the clean value it stays silent until one is known.
 */
export const condition: Evaluate<'condition'> = (rule, context) => {
  const { facts, age, at } = context;
  const { worse, repeatability } = measures[rule.measure];
  const readings = facts.unitReadings.filter((reading) => reading.measure === rule.measure);
  const services = facts.services.map((service) => instantOf(service.done));
  const since = age.last ? instantOf(age.last) : Number.NEGATIVE_INFINITY;
  const clean = cleanValue(readings, services);
  const limit = limitOf(rule.against, rule.limit, clean);
  if (limit === null) return null;
  const toPoint = (reading: UnitReading) => ({ days: (reading.at - at) / MS_PER_DAY, value: reading.value });
  const points = readings.filter((reading) => reading.at > since).map(toPoint);
  const earlier = services.slice(0, -1).flatMap((from, i) => {
    const to = services[i + 1] ?? from;
    const slope = slopeOfCycle(
      readings.filter((reading) => reading.at > from && reading.at <= to).map(toPoint),
    );
    return slope === null ? [] : [slope];
  });
  const side = worse === 'rises' ? 'above' : 'below';
  const found = crossing(points, { value: limit, side }, repeatability, earlier);
  const latest = readings.at(-1);
  if (!found || !latest) return null;
  const path =
    found.trend === null ? null : thisLife(context, { points, clean, limit, repeatability, earlier });
  return {
    kind: 'condition',
    ...(path === null
      ? { clock: 'from-now', survives: found.survives }
      : { clock: 'since-last-done', survives: path }),
    cause: 'this-life',
    reason: {
      kind: 'condition',
      measure: rule.measure,
      limit,
      clean: rule.against === 'as-read' ? null : clean,
      latest: { value: latest.value, at: latest.at },
      trend: found.trend,
    },
  };
};

interface Path {
  points: readonly Point[];
  clean: number | null;
  limit: number;
  repeatability: number;
  earlier: readonly number[];
}
/** What is expected of a life about which only its own first readings speak: within a factor of about two. */
const EXPECTED_SD = 0.7;
/** Earlier lives tell this one no nearer than this, in ln. */
const LEAST_SD = 0.2;

/**
 * The life of this part from its path so far, where its age and its clean value are known: what its records (or the
 * slopes of earlier cycles) expect, weighed by how well each life explains the readings.
 */
function thisLife(
  context: RuleContext,
  { points, clean, limit, repeatability, earlier }: Path,
): ((exposureDays: number) => number) | null {
  const { ageDays } = context;
  const start = clean ?? points[0]?.value ?? null;
  if (ageDays === null || start === null || start === limit) return null;
  const way = limit - start;
  const readings = points
    .map(({ days, value }) => ({ age: ageDays + days, way: (value - start) / way }))
    .filter((reading) => reading.age > 0);
  const last = readings.at(-1);
  if (!last) return null;
  const expected = expectedLife(context) ??
    livesOf(earlier, way) ?? {
      mean: Math.log(last.age / Math.min(1.5, Math.max(0.1, last.way))),
      sd: EXPECTED_SD,
    };
  return pathSurvival(lifeByPath(expected, readings, repeatability / Math.abs(way)));
}

/** By the found conditions of the same job, where it has a wear rule and is not counted in other units. */
function expectedLife(context: RuleContext): ExpectedLife | null {
  const rule = context.facts.definition.rules.find((one) => one.kind === 'wear');
  if (!rule) return null;
  const history = wearHistory(rule.range, context);
  if (history.usualPerDay !== null) return null;
  const { mean, sd } = momentsOf(wearPosterior(history.range, history.cycles, context.priors));
  return { mean, sd };
}

function livesOf(slopes: readonly number[], way: number): ExpectedLife | null {
  const logs = slopes.flatMap((slope) => (slope * way > 0 ? [Math.log(way / slope)] : []));
  if (logs.length === 0) return null;
  const mean = logs.reduce((sum, log) => sum + log, 0) / logs.length;
  const spread = Math.sqrt(logs.reduce((sum, log) => sum + (log - mean) ** 2, 0) / logs.length);
  return { mean, sd: Math.max(LEAST_SD, spread, EXPECTED_SD / (1 + logs.length)) };
}

function limitOf(against: ConditionBase, limit: number, clean: number | null): number | null {
  if (against === 'as-read') return limit;
  if (clean === null) return null;
  return against === 'rise-over-clean' ? clean + limit : (clean * limit) / 100;
}

/** The last known reading just after a service; without one the median of what followed earlier services. */
function cleanValue(readings: readonly UnitReading[], services: readonly Instant[]): number | null {
  const firsts = services.flatMap((done) => {
    const first = readings.find((reading) => reading.at >= done && reading.timing !== 'before');
    return first && first.at - done <= CLEAN_WITHIN_DAYS * MS_PER_DAY ? [{ done, value: first.value }] : [];
  });
  const last = firsts.at(-1);
  if (!last) return null;
  return last.done === services.at(-1) ? last.value : median(firsts.map((one) => one.value));
}
