/** What to do about a job while nobody of the house is there. */
export type AwayAnswer =
  /** The chance of being due at the return is within what is accepted. */
  | 'wait'
  /** Done on the last day it lasts. */
  | 'before'
  /** Simple enough for whoever helps out. */
  | 'helper'
  /** Done before leaving it still comes due: somebody who can do it must be named. */
  | 'person';

export interface AwayFacts {
  /** The chance that it is due at the return if nothing is done. */
  atReturn: number;
  /** The same if it is done on the last day before leaving; null: what comes after it is not known. */
  ifDoneBefore: number | null;
  /** What is accepted of it: one over what lateness costs. */
  accepted: number;
  /** Whoever helps may do it, and comes. */
  helperMay: boolean;
}

/** What may wait is left; what lasts is done before; the rest is for the helper, or for a named person (handbook: absence). */
export function awayAnswer({ atReturn, ifDoneBefore, accepted, helperMay }: AwayFacts): AwayAnswer {
  if (atReturn <= accepted) return 'wait';
  if (ifDoneBefore !== null && ifDoneBefore <= accepted) return 'before';
  if (helperMay) return 'helper';
  // what is known to come once is done before; of the rest more than half must be gained by it
  return ifDoneBefore === null || ifDoneBefore <= atReturn / 2 ? 'before' : 'person';
}

/** A store must outlast an absence by a quarter. Common practice, no published source. */
export const STORE_MARGIN = 1.25;

/**
 * Whether a store filled on the last day outlasts an absence.
 * @param lastsDays from full to empty, as it is used now
 * @param awayDays days until somebody fills it again
 */
export const outlasts = (lastsDays: number, awayDays: number): boolean =>
  lastsDays >= awayDays * STORE_MARGIN;
