import { addDays, dayOf, MS_PER_DAY, noonOf } from '../../time/day.ts';
import { nextDayOf } from '../../time/recurrence.ts';
import { instantOf } from '../facts.ts';
import { byCalendar, type Evaluate } from '../evaluation.ts';

/** Due on the first day of the recurrence after it was last done; never done: on the next one from today on. */
export const season: Evaluate<'season'> = (rule, { facts, age, at }) => {
  const after = age.last ? dayOf(instantOf(age.last), facts.zone) : addDays(dayOf(at, facts.zone), -1);
  const day = nextDayOf(rule.recurrence, rule.from, after);
  if (day === null) return null;
  const dueInDays = (noonOf(day, facts.zone) - at) / MS_PER_DAY;
  return {
    kind: 'season',
    ...byCalendar((days) => (days < dueInDays - 1e-9 ? 1 : 0)),
    reason: { kind: 'season', recurrence: rule.recurrence, day },
  };
};
