import { chanceOf, chanceOfLife, type Chance } from '../../core/planning/levelling/dueCurve.ts';
import { daysBetween, type Day } from '../../core/time/day.ts';
import type { PlanRow } from '../plan/planRows.ts';

/** As far ahead as a window that has no end. */
const FAR_DAYS = 36_500;

/** A day that was set: nothing is due before it. */
export const setDay = (day: number): Chance =>
  chanceOf({ earliest: day, quarter: day, likely: day, threeQuarters: day, latest: day });

/** The chance that a job is due so many days from today, by its window; without one by its day, `recommended` days ahead. */
export function chanceByWindow(row: PlanRow, today: Day, recommended: number): Chance {
  const { earliest, quarter, likely, threeQuarters, latest } = row;
  if (earliest === null) return setDay(recommended);
  const ahead = (day: Day | null): number => (day === null ? FAR_DAYS : daysBetween(today, day));
  return chanceOf({
    earliest: ahead(earliest),
    quarter: ahead(quarter),
    likely: ahead(likely),
    threeQuarters: ahead(threeQuarters),
    latest: ahead(latest),
  });
}

/** The chance that it is due so many days after it is done; null: it is not known to come again. */
export const chanceAgain = (row: PlanRow): Chance | null =>
  row.life && row.intervalDays !== null ? chanceOfLife(row.life) : null;
