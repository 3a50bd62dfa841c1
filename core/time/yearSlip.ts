import type { Day } from './day.ts';

/** Longer ago, or further ahead, a year is more often a slip of the hand than meant. House figures. */
const LONG_AGO_YEARS = 30;
const FAR_AHEAD_YEARS = 10;
/** Plans do not reach further. */
export const PLANS_REACH_YEARS = 100;

const yearsFrom = (day: Day, today: Day): number => Number(day.slice(0, 4)) - Number(today.slice(0, 4));

/** What is asked of a day whose year is unlikely, in a sentence; null: nothing. */
export function yearQuestion(day: Day, today: Day): string | null {
  const years = yearsFrom(day, today);
  const year = day.slice(0, 4);
  if (-years > LONG_AGO_YEARS) return `${year} is ${-years} years ago. Is the year right?`;
  if (years > FAR_AHEAD_YEARS) return `${year} is ${years} years ahead. Is the year right?`;
  return null;
}

/** Whether a day lies further ahead than anything is planned. */
export const isBeyondPlans = (day: Day, today: Day): boolean => yearsFrom(day, today) > PLANS_REACH_YEARS;
