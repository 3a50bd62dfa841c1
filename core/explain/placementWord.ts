import type { PlacementReason, UnplacedReason } from '../planning/levelling/reasons.ts';
import { count, listWord } from './words.ts';

/** What the numbers of a reason stand for, in words. */
export interface PlacementNames {
  day: (visit: number) => string;
  job: (job: number) => string;
}

/** More of them are counted. */
const SHARERS_NAMED = 3;

/** Why a turn of a job stands at its visit, in a sentence. */
export function placementWord(reason: PlacementReason, names: PlacementNames): string {
  switch (reason.kind) {
    case 'pinned':
      return 'Wanted at this visit by a person.';
    case 'best':
      return 'Best visit for its date.';
    case 'full':
      return `${names.day(reason.visit)} would be better, but is full.`;
    case 'not-possible':
      return `${names.day(reason.visit)} would be better, but it cannot be done then: hands, a permit, put off, or too soon after other work.`;
    case 'apart':
      return `${names.day(reason.visit)} would be better, but is too near to: ${names.job(reason.other)}.`;
    case 'shares':
      return reason.others.length > SHARERS_NAMED
        ? `Shares its set-up with ${count(reason.others.length, 'other job')}.`
        : `Shares its set-up with ${listWord(reason.others.map(names.job))}.`;
    case 'saves-visit':
      return `On ${names.day(reason.visit)} it would need an extra visit.`;
    case 'later-turns':
      return `Its later turns fall better than from ${names.day(reason.visit)}.`;
  }
}

/** Why a job has no visit, and what would make room for it. */
export function unplacedWord(reason: UnplacedReason, minutes: number, names: PlacementNames): string {
  switch (reason.kind) {
    case 'no-visits':
      return 'There is no visit. One more would make room.';
    case 'not-possible':
      return 'Nobody can or may do it at any of these visits: hands, a permit, a postponement or days apart.';
    case 'full':
      return `No visit holds ${count(Math.round(minutes), 'minute')} more: the most there is, ${names.day(reason.visit)}, has ${count(Math.max(0, Math.floor(reason.freeMin)), 'minute')} left. A longer visit, or one more, would make room.`;
    case 'near':
      return `Every visit lies too near to ${listWord(reason.others.map(names.job))}. One of them put off, or one more visit, would make room.`;
    case 'not-yet':
      return 'It costs more now than it would save: it comes after these weeks.';
  }
}
