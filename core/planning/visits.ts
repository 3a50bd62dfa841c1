import { addDays, daysBetween, weekdayOf, type Day } from '../time/day.ts';
import { isThere, type Worker } from './hands.ts';

/** On which days somebody comes by. */
export interface VisitRhythm {
  /** ISO weekdays, Monday 1 … Sunday 7. */
  weekdays: readonly number[];
  /** Every week (1), every other (2), … counted from the week of `from`. */
  everyWeeks: number;
  from: Day;
  /** Days of the rhythm on which no visit is made: moved, left out, a holiday. */
  without?: readonly Day[];
  /** Days besides: what was moved there or added. They stand over `without`. */
  also?: readonly Day[];
  /** Those who work here: a day on which nobody of them is there has no visit. None said: every day has somebody. */
  workers?: readonly Worker[];
}

const A_YEAR = 366;

/**
 * The first `count` visit days on or after a day; none where there is no rhythm. Looks a year beyond where the rhythm
 * alone would end, for those who are away.
 */
export function visitDays(rhythm: VisitRhythm | null, onOrAfter: Day, count: number): Day[] {
  const found: Day[] = [];
  if (!rhythm || rhythm.weekdays.length === 0) return found;
  const { without = [], also = [], workers = [] } = rhythm;
  const mondayOfFrom = addDays(rhythm.from, 1 - weekdayOf(rhythm.from));
  const isUsual = (day: Day): boolean => {
    const week = Math.floor(daysBetween(mondayOfFrom, day) / 7);
    const inTurn = ((week % rhythm.everyWeeks) + rhythm.everyWeeks) % rhythm.everyWeeks === 0;
    return inTurn && rhythm.weekdays.includes(weekdayOf(day)) && !without.includes(day);
  };
  const furthest = 7 * rhythm.everyWeeks * (count + 1 + without.length) + (workers.length > 0 ? A_YEAR : 0);
  for (let ahead = 0; found.length < count && ahead <= furthest; ahead++) {
    const day = addDays(onOrAfter, ahead);
    const isMade = also.includes(day) || isUsual(day);
    if (isMade && (workers.length === 0 || workers.some((worker) => isThere(worker, day)))) found.push(day);
  }
  return found;
}

/** The next visit after a day, or null. */
export function nextVisitAfter(rhythm: VisitRhythm | null, day: Day): Day | null {
  return visitDays(rhythm, addDays(day, 1), 1)[0] ?? null;
}
