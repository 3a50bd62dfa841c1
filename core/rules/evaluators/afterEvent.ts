import { instantOf } from '../facts.ts';
import { MS_PER_DAY } from '../../time/day.ts';
import { byCalendar, type Evaluate } from '../evaluation.ts';

/** What nobody answered for so long, for a job that was never done, calls it no more. House default. */
const CALL_HOLDS_DAYS = 90;

/**
 * Due so many days after the first event of its kind since it was last done or left out with a reason; it stays due by
 * itself until one of both. Silent while there is none.
 */
export const afterEvent: Evaluate<'after-event'> = (rule, { facts, age, at }) => {
  const done = age.last ? instantOf(age.last) : null;
  const since = Math.max(done ?? Number.NEGATIVE_INFINITY, facts.dismissedAt ?? Number.NEGATIVE_INFINITY);
  const ofKind = facts.events.filter((one) => one.kind === rule.event && one.at > since);
  // never done: the latest call counts, not the oldest in the book
  const event =
    done === null ? ofKind.findLast((one) => at - one.at <= CALL_HOLDS_DAYS * MS_PER_DAY) : ofKind[0];
  if (!event) return null;
  const dueInDays = (event.at - at) / MS_PER_DAY + rule.days;
  return {
    kind: 'after-event',
    ...byCalendar((days) => (days < dueInDays - 1e-9 ? 1 : 0)),
    reason: { kind: 'after-event', event: rule.event, at: event.at, days: rule.days, note: event.note },
  };
};
