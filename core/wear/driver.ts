import type { Found } from './found.ts';
import type { WearCycle } from './wearPosterior.ts';
import type { LifeRange } from './wearGrid.ts';

// Where what wears a part is counted (grams fed, litres, hours), its life is worked out by those: totals as days of its
// own usual rate, so that the range in days stands as it is, and back to calendar days by the recent rate.

/** One ended cycle in days, with the total of its driver where somebody logged it. */
export interface CountedCycle {
  /** Exposure in days. */
  days: number;
  /** Calendar days that it took, where its unit rested for some of them. */
  calendarDays?: number;
  driver: number | null;
  found: Found | null;
  newLifeAfter: boolean;
}
/** How far a part is in the present cycle. */
export interface CountedNow {
  days: number;
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

/** A history by its driver where one is logged, by days otherwise. */
export function counted(range: LifeRange, cycles: readonly CountedCycle[], now: CountedNow): Counted {
  const usual = usualRate(cycles, now);
  if (usual === null) {
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
  };
}
