import { MS_PER_DAY, type Instant } from '../../time/day.ts';
import { median } from '../../statistics/median.ts';
import type { Point } from '../../statistics/robustSlope.ts';
import { lifeByPath } from '../../wear/conditionPath.ts';
import { lifeOfNormal, lifeSurvival } from '../../wear/thisLife.ts';
import { plainAge } from '../age.ts';
import { crossing, slopeOfCycle, type Crossed, type Crossing } from '../crossing.ts';
import {
  byCalendar,
  byExposure,
  type CrossedAt,
  type Evaluate,
  type OtherJob,
  type RuleContext,
  type RuleCurve,
} from '../evaluation.ts';
import { instantOf, type JobFacts, type UnitReading } from '../facts.ts';
import { measures, type Measure } from '../../quantity/measures.ts';
import type { ConditionBase, IntervalRule } from '../../catalogue/rule.ts';
import { lifeSeen } from '../wearEvidence.ts';
import { worksShown } from '../workShown.ts';

/** A reading so soon after a service tells the clean value. */
const CLEAN_WITHIN_DAYS = 3;

/**
 * Due when something read on the unit crosses its limit. Over it already: due since it crossed. On its way there from a
 * known clean value: the readings are evidence on the one life that the records and the looks tell of as well. Without
 * either, the trend of the readings since it was last done, or the slopes of earlier cycles while there are fewer than
 * three. Against the clean value it stays silent until one is known, or until the best that was ever read proves it.
 */
export const condition: Evaluate<'condition'> = (rule, context) => {
  const { facts, age, at } = context;
  const { worse, repeatability } = measures[rule.measure];
  const easier = rule.after === undefined ? null : context.other(facts.siblings[rule.after] ?? rule.after);
  const readings = facts.unitReadings.filter(
    (reading) => reading.measure === rule.measure && (!rule.after || speaksAfter(reading, easier, facts)),
  );
  const services = facts.services.map((service) => instantOf(service.done));
  const since = age.last ? instantOf(age.last) : Number.NEGATIVE_INFINITY;
  const { known, clean, limit } = limitFrom(rule, readings, services);
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
  // a bound of the clean value proves that the limit is crossed, and nothing of the way there
  if (known === null && rule.against !== 'as-read' && !found?.crossed) return null;
  const path = found?.crossed
    ? null
    : pathCurve(context, {
        ...{ points, clean: known, limit, repeatability, earlier },
        trend: found?.trend ?? null,
      });
  const curve = path ?? (found && byCalendar(found.survives));
  if (!curve || !latest) return null;
  return {
    kind: 'condition',
    ...curve,
    cause: 'this-life',
    reason: {
      kind: 'condition',
      measure: rule.measure,
      after: easier?.action ?? null,
      limit,
      clean: rule.against === 'as-read' ? null : clean,
      latest: { value: latest.value, at: latest.at },
      crossed: crossedAt(found?.crossed ?? null, at),
      trend: found?.trend ?? null,
      lastWork: worksShown(facts.unitReadings, services, rule.measure).at(-1) ?? null,
    },
  };
};

interface LimitFrom {
  /** The clean value that was read; null: it was not. */
  known: number | null;
  /** That, or the best that was ever read. */
  clean: number | null;
  /** null: against a clean value that nobody knows. */
  limit: number | null;
}
function limitFrom(
  { measure, against, limit }: Pick<IntervalRule<'condition'>, 'measure' | 'against' | 'limit'>,
  readings: readonly UnitReading[],
  services: readonly Instant[],
): LimitFrom {
  const known = cleanValue(readings, services);
  const clean = known ?? bestEver(readings, measures[measure].worse);
  return { known, clean, limit: limitOf(against, limit, clean) };
}

/**
 * Where a condition rule has its limit by what was read so far, in the measure's stored unit: the same that its date is
 * judged by. null: it stands against a clean value that nobody has read.
 */
export const conditionLimit = (
  rule: IntervalRule<'condition'>,
  { unitReadings, services }: Pick<JobFacts, 'unitReadings' | 'services'>,
): number | null =>
  limitFrom(
    rule,
    unitReadings.filter((reading) => reading.measure === rule.measure),
    services.map((service) => instantOf(service.done)),
  ).limit;

/** Read right after the easier job or this one: what is wrong then, the easier job did not mend. */
function speaksAfter({ at, timing }: UnitReading, easier: OtherJob | null, { services }: JobFacts): boolean {
  const dones = [...(easier?.doneSince ?? []), ...services.map((service) => instantOf(service.done))];
  return (
    timing !== 'before' && dones.some((done) => at >= done && at - done <= CLEAN_WITHIN_DAYS * MS_PER_DAY)
  );
}

/** A crossing in instants, for what is told of it. */
export const crossedAt = (crossed: Crossed | null, at: Instant): CrossedAt | null =>
  crossed && {
    after: crossed.afterDays === null ? null : Math.round(at + crossed.afterDays * MS_PER_DAY),
    by: Math.round(at + crossed.byDays * MS_PER_DAY),
  };

interface Path {
  points: readonly Point[];
  clean: number | null;
  limit: number;
  repeatability: number;
  earlier: readonly number[];
  trend: Crossing['trend'];
}
/** What is expected of a life about which only its own first readings speak: within a factor of about two. */
const EXPECTED_SD = 0.7;
/** Earlier lives tell this one no nearer than this, in ln. */
const LEAST_SD = 0.2;

/**
 * The life of this part from its path so far, where its age and its clean value are known. Where a wear rule counts the
 * same life, the readings are joined to what its records and looks say, and that curve is within this one.
 */
function pathCurve(
  context: RuleContext,
  { points, clean, limit, repeatability, earlier, trend }: Path,
): Pick<RuleCurve, 'ofLife' | 'notDue' | 'holds'> | null {
  const { ageDays, wear } = context;
  const start = clean ?? points[0]?.value ?? null;
  if (ageDays === null || start === null || start === limit) return null;
  const distance = limit - start;
  const exposureAt = (days: number): number =>
    wear ? wear.history.fromDays(ageDays + days) : ageDays + days;
  const readings = points
    .map(({ days, value }) => ({ age: exposureAt(days), fractionToLimit: (value - start) / distance }))
    .filter((reading) => reading.age > 0);
  if (readings.length === 0) return null;
  const error = repeatability / Math.abs(distance);
  if (wear) {
    const { history } = wear;
    const { survives } = lifeSeen(wear, plainAge(ageDays), lifeByPath(wear.expected, readings, error));
    const fresh = lifeSurvival(wear.expected);
    return {
      ofLife: (exposureDays) => fresh(history.fromDays(exposureDays)),
      notDue: (days, age) => survives(history.fromDays(age.exposureIn(days))),
      holds: ['wear'],
    };
  }
  const expected = livesOf(earlier, distance);
  // one life and nothing known of others: its path speaks once it goes somewhere
  if (!expected && trend?.from !== 'readings') return null;
  const last = readings.at(-1);
  const belief = lifeOfNormal(
    expected ?? {
      mean: Math.log((last?.age ?? 1) / Math.min(1.5, Math.max(0.1, last?.fractionToLimit ?? 1))),
      sd: EXPECTED_SD,
    },
  );
  return byExposure(lifeSurvival(lifeByPath(belief, readings, error)));
}

function livesOf(slopes: readonly number[], distance: number): { mean: number; sd: number } | null {
  const logs = slopes.flatMap((slope) => (slope * distance > 0 ? [Math.log(distance / slope)] : []));
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

/** Nobody read the clean value; it is no worse than the best that was ever read. */
function bestEver(readings: readonly UnitReading[], worse: Measure['worse']): number | null {
  const values = readings.map((reading) => reading.value);
  if (values.length === 0) return null;
  return worse === 'rises' ? Math.min(...values) : Math.max(...values);
}
