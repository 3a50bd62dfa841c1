import type { State } from '../planning/states.ts';
import type { Day } from '../time/day.ts';
import { dayWord, relativeWord, type DateStyle } from './words.ts';

export interface WhenAsked {
  state: State;
  recommended: Day | null;
  latest: Day | null;
  today: Day;
}
/** A day and how far it is: "Tue 8 Dec", "in 10 days". */
export interface WhenWord {
  day: string;
  far: string;
}

/**
 * The day that is told of a job: a recommended day that has gone by is no advice any more. In its window the job is for
 * now, until the window ends; past it, the day on which it ended.
 * @returns null where there is no date
 */
export function whenWord(
  { state, recommended, latest, today }: WhenAsked,
  style: DateStyle,
): WhenWord | null {
  if (state === 'past-window' && latest !== null && latest < today)
    return { day: dayWord(latest, today, style), far: relativeWord(latest, today) };
  if (recommended === null) return null;
  if (recommended < today)
    return {
      day: 'now',
      far: latest !== null && latest > today ? `until ${dayWord(latest, today, style)}` : 'it is due',
    };
  return { day: dayWord(recommended, today, style), far: relativeWord(recommended, today) };
}
