import { MS_PER_DAY, type Instant } from '../time/day.ts';
import type { Found } from './found.ts';
import type { WearCycle } from './wearPosterior.ts';
import type { LifeRange } from './wearGrid.ts';
import type { YearlyClock } from './yearlyPattern.ts';

// Where what wears a part is counted (grams fed, litres, hours), its life is worked out by those: totals as days of its
// own usual rate, so that the range in days stands as it is, and back to calendar days by the recent rate.

/** From an instant to a later one. */
export interface Span {
  from: Instant;
  until: Instant;
}

/** One ended cycle in days, with the total of its driver where somebody logged it. */
export interface CountedCycle {
  /** Exposure in days. */
  days: number;
  /** Calendar days that it took, where its unit rested for some of them. */
  calendarDays?: number;
  /** When it ran; where it is not said, a season of the place says nothing of it. */
  span?: Span | undefined;
  driver: number | null;
  found: Found | null;
  newLifeAfter: boolean;
}
/** How far a part is in the present cycle. */
export interface CountedNow {
  days: number;
  /** From the last service to now. */
  span?: Span | undefined;
  driver: number | null;
  /** Per day, lately. */
  driverRate: number | null;
}

/** A history in days, or in days of the usual rate, and the way back to calendar days. */
export interface Counted {
  range: LifeRange;
  cycles: WearCycle[];
  /** Exposure now, as in the cycles. */
  exposureNow: number;
  /** Days since the last service at an exposure that lies at or after now. */
  toDays: (exposure: number) => number;
  /** And from days since the last service to exposure. */
  fromDays: (days: number) => number;
  /** Counted per day, usually and lately; null where days are all there is. */
  usualPerDay: number | null;
  recentPerDay: number | null;
  /** Days of the year's mean that one of the days ahead wears like; null where no season is known. */
  seasonPace: number | null;
}

/** A rate far under the usual one says that the part rests, not that it lives for ever. */
const SLOWEST_SHARE = 0.05;

/** The driver's mean per day over all cycles with a total; null where none has. */
export function usualRate(cycles: readonly CountedCycle[], now: CountedNow): number | null {
  let total = 0;
  let days = 0;
  for (const cycle of cycles) {
    if (cycle.driver === null || cycle.days <= 0) continue;
    total += cycle.driver;
    days += cycle.days;
  }
  if (total > 0 && days > 0) return total / days;
  if (now.driver !== null && now.driver > 0 && now.days > 0) return now.driver / now.days;
  return now.driverRate !== null && now.driverRate > 0 ? now.driverRate : null;
}

/**
 * A history by its driver where one is logged, by days otherwise.
 * @param season what a day wears at this place over the year; a driver that is logged says that by itself
 */
export function counted(
  range: LifeRange,
  cycles: readonly CountedCycle[],
  now: CountedNow,
  season: YearlyClock | null = null,
): Counted {
  const usual = usualRate(cycles, now);
  if (usual === null) {
    if (season && now.span) return bySeason(range, cycles, now, now.span, season);
    return {
      range,
      cycles: cycles.map(({ days, calendarDays, found, newLifeAfter }) => ({
        exposure: days,
        days: calendarDays ?? days,
        found,
        newLifeAfter,
      })),
      exposureNow: now.days,
      toDays: (exposure) => exposure,
      fromDays: (days) => days,
      usualPerDay: null,
      recentPerDay: null,
      seasonPace: null,
    };
  }
  const soFar = now.driver === null ? now.days : now.driver / usual;
  const pace = Math.max(now.driverRate === null ? 1 : now.driverRate / usual, SLOWEST_SHARE);
  return {
    range,
    cycles: cycles.map(({ days, calendarDays, driver, found, newLifeAfter }) => ({
      exposure: driver === null ? days : driver / usual,
      days: calendarDays ?? days,
      found,
      newLifeAfter,
    })),
    exposureNow: soFar,
    toDays: (exposure) =>
      exposure >= soFar || soFar <= 0 ? now.days + (exposure - soFar) / pace : (now.days * exposure) / soFar,
    // before now the total is taken as even over the days so far
    fromDays: (days) =>
      days >= now.days || now.days <= 0 ? soFar + (days - now.days) * pace : (soFar * days) / now.days,
    usualPerDay: usual,
    recentPerDay: now.driverRate,
    seasonPace: null,
  };
}

/** A season is spoken of as it is in the weeks ahead. */
const SEASON_AHEAD_DAYS = 60;

/** A history by days of the year's mean: those of the fast half of the year count as more than one. */
function bySeason(
  range: LifeRange,
  cycles: readonly CountedCycle[],
  now: CountedNow,
  span: Span,
  season: YearlyClock,
): Counted {
  const pace = ({ from, until }: Span) =>
    until > from ? (season.between(from, until) * MS_PER_DAY) / (until - from) : 1;
  const soFar = now.days * pace(span);
  return {
    range,
    cycles: cycles.map((cycle) => ({
      exposure: cycle.span ? cycle.days * pace(cycle.span) : cycle.days,
      days: cycle.calendarDays ?? cycle.days,
      found: cycle.found,
      newLifeAfter: cycle.newLifeAfter,
    })),
    exposureNow: soFar,
    toDays: (exposure) =>
      exposure >= soFar || soFar <= 0
        ? now.days + season.daysFor(span.until, Math.max(0, exposure - soFar))
        : (now.days * exposure) / soFar,
    fromDays: (days) =>
      days >= now.days || now.days <= 0
        ? soFar + season.between(span.until, span.until + Math.max(0, days - now.days) * MS_PER_DAY)
        : (soFar * days) / now.days,
    usualPerDay: null,
    recentPerDay: null,
    seasonPace: pace({
      from: span.until,
      until: span.until + Math.min(SEASON_AHEAD_DAYS, Math.sqrt(range.lo * range.hi)) * MS_PER_DAY,
    }),
  };
}
