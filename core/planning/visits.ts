import { addDays, daysBetween, weekdayOf, type Day } from '../time/day.ts';

/** On which days somebody comes by. */
export interface VisitRhythm {
  /** ISO weekdays, Monday 1 … Sunday 7. */
  weekdays: readonly number[];
  /** Every week (1), every other (2), … counted from the week of `from`. */
  everyWeeks: number;
  from: Day;
}

/** The first `count` visit days on or after a day; none where there is no rhythm. */
export function visitDays(rhythm: VisitRhythm | null, onOrAfter: Day, count: number): Day[] {
  const found: Day[] = [];
  if (!rhythm || rhythm.weekdays.length === 0) return found;
  const mondayOfFrom = addDays(rhythm.from, 1 - weekdayOf(rhythm.from));
  for (let ahead = 0; found.length < count && ahead <= 7 * rhythm.everyWeeks * (count + 1); ahead++) {
    const day = addDays(onOrAfter, ahead);
    const week = Math.floor(daysBetween(mondayOfFrom, day) / 7);
    const inTurn = ((week % rhythm.everyWeeks) + rhythm.everyWeeks) % rhythm.everyWeeks === 0;
    if (inTurn && rhythm.weekdays.includes(weekdayOf(day))) found.push(day);
  }
  return found;
}

/** The next visit after a day, or null. */
export function nextVisitAfter(rhythm: VisitRhythm | null, day: Day): Day | null {
  return visitDays(rhythm, addDays(day, 1), 1)[0] ?? null;
}
