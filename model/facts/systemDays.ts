import { weekdayOf, type Day } from '../../core/time/day.ts';
import type { Snapshot } from '../snapshot.ts';

/** The weekdays on which work on some waters may be done, where one of them has days of its own; null: any. */
export function ownWeekdays(snapshot: Snapshot, systemIds: readonly string[]): readonly number[] | null {
  const own = systemIds.flatMap((id) => {
    const days = snapshot.content('system', id)?.weekdays;
    return days ? [days] : [];
  });
  const [first, ...others] = own;
  return first ? first.filter((day) => others.every((days) => days.includes(day))) : null;
}

/** Whether a day is one of theirs. Waters whose own days never meet are worked on whenever their place is visited. */
export function isOwnDay(snapshot: Snapshot, systemIds: readonly string[], day: Day): boolean {
  const days = ownWeekdays(snapshot, systemIds);
  return days === null || days.length === 0 || days.includes(weekdayOf(day));
}
