import { daysBetween, type Day } from '../../core/time/day.ts';
import type { PlanRow } from '../../usecases/plan/plan.ts';
import type { StripData } from './LifeStrip.tsx';

/** A row of the plan as a strip: calendar days become days from today. */
export function stripOf(row: PlanRow): StripData {
  const from = (day: Day): number => daysBetween(row.today, day);
  const { earliest, quarter, threeQuarters, latest } = row;
  return {
    state: row.state,
    lastDone: row.lastDone === null ? null : from(row.lastDone),
    rough: row.lastDoneSpan && { from: from(row.lastDoneSpan.from), to: from(row.lastDoneSpan.to) },
    window:
      earliest && latest
        ? {
            earliest: from(earliest),
            quarter: from(quarter ?? earliest),
            threeQuarters: from(threeQuarters ?? latest),
            latest: from(latest),
          }
        : null,
    recommended: row.recommended === null ? null : from(row.recommended),
    restSince: row.restSince === null ? null : from(row.restSince),
    ticks: row.ticks.map((tick) => ({ days: from(tick.day), kind: tick.kind })),
  };
}
