/** The states of a job by day, in their order of risk. */
export const states = [
  'left-off',
  'past-window',
  'in-window',
  'time-to-do',
  'look-first',
  'coming-up',
  'far-off',
  'held',
  'paused',
] as const;
export type State = (typeof states)[number];

/** A job is "in its window" from this chance of being due on. */
export const IN_WINDOW_CHANCE = 0.1;
/** Coming up: recommended on or before the later of the next visit and this many days ahead. */
export const COMING_UP_DAYS = 14;
