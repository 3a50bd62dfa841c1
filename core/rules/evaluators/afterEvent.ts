import { instantOf } from '../facts.ts';
import { MS_PER_DAY } from '../../time/day.ts';
import { byCalendar, type Evaluate } from '../evaluation.ts';

/** Due so many days after the first event of its kind since it was last done; silent while there is none. */
export const afterEvent: Evaluate<'after-event'> = (rule, { facts, age, at }) => {
  const since = age.last ? instantOf(age.last) : null;
  const ofKind = facts.events.filter((one) => one.kind === rule.event);
  // never done: the latest call counts, not the oldest in the book
  const event = since === null ? ofKind.at(-1) : ofKind.find((one) => one.at > since);
  if (!event) return null;
  const dueInDays = (event.at - at) / MS_PER_DAY + rule.days;
  return {
    kind: 'after-event',
    ...byCalendar((days) => (days < dueInDays - 1e-9 ? 1 : 0)),
    reason: { kind: 'after-event', event: rule.event, at: event.at, days: rule.days, note: event.note },
  };
};
