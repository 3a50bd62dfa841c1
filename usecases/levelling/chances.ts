import { chanceDue, chanceOfLife, setDay, type Chance } from '../../core/planning/dueCurve.ts';
import { daysBetween } from '../../core/time/day.ts';
import type { PlanRow } from '../plan/planRows.ts';

/** A day that was set: nothing is due before it. */
export const onDay = (day: number): Chance => chanceDue(setDay(day));

/** The chance that a job is due by the end of the day so many days from today; without a curve it stands on its day. */
export const chanceBy = (row: PlanRow): Chance =>
  row.due
    ? chanceDue(row.due)
    : onDay(row.recommended === null ? 0 : daysBetween(row.today, row.recommended));

/** The chance that it is due so many days after it is done; null: it is not known to come again. */
export const chanceAgain = (row: PlanRow): Chance | null =>
  row.life && row.intervalDays !== null ? chanceOfLife(row.life) : null;
