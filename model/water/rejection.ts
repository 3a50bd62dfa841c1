import { MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import { rejectionPercent } from '../../core/chemistry/rejection.ts';
import type { UnitReading } from '../../core/rules/facts.ts';

/** The feed changes slowly: its last TDS holds so long. House default. */
const FEED_HOLDS_DAYS = 45;

/**
 * What a keeper reads as two TDS figures says the rejection of the membrane: 100 × (1 − after ÷ feed). Where the
 * rejection itself was typed the same day, that stands.
 * @param readings of the unit and its parts, oldest first
 * @returns the rejections worked out, percent
 */
export function rejectionsOfTds(readings: readonly UnitReading[]): UnitReading[] {
  const of = (measure: UnitReading['measure']) => readings.filter((one) => one.measure === measure);
  const feed = of('tds-in');
  const typed = of('rejection');
  const near = (a: Instant, b: Instant): boolean => Math.abs(a - b) < MS_PER_DAY / 2;
  return of('tds-membrane').flatMap((one): UnitReading[] => {
    const before =
      feed.find((other) => near(other.at, one.at)) ??
      feed.findLast((other) => other.at <= one.at && one.at - other.at <= FEED_HOLDS_DAYS * MS_PER_DAY);
    if (!before || before.value <= 0 || typed.some((other) => near(other.at, one.at))) return [];
    return [{ ...one, measure: 'rejection', value: Math.max(0, rejectionPercent(before.value, one.value)) }];
  });
}
