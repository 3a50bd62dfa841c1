import { MS_PER_DAY, type Instant } from '../../time/day.ts';
import { median } from '../../water/robustSlope.ts';
import { crossing, slopeOfCycle } from '../crossing.ts';
import type { Evaluate } from '../evaluation.ts';
import { instantOf, type UnitReading } from '../facts.ts';
import { measures } from '../measures.ts';
import type { ConditionBase } from '../rule.ts';

/** A reading so soon after a service tells the clean value. */
const CLEAN_WITHIN_DAYS = 3;

/**
 * Due when something read on the unit crosses its limit: by the readings since it was last done, with the slopes of
 * earlier cycles while there are fewer than three. Against the clean value it stays silent until one is known.
 */
export const condition: Evaluate<'condition'> = (rule, { facts, age, at }) => {
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
  return {
    kind: 'condition',
    clock: 'from-now',
    survives: found.survives,
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
