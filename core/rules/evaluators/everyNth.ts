import { MS_PER_DAY } from '../../time/day.ts';
import { byCalendar, type Evaluate } from '../evaluation.ts';

/**
 * Due at each Nth service of another job since this one was last done: a step at that service, where it has been, or on
 * the day it is expected. A visit that was skipped does not count, since it left no service. Logged without it, it stays
 * due by itself until it is done or left out with a reason.
 */
export const everyNth: Evaluate<'every-nth'> = (rule, { facts, at, other }) => {
  const siblingId = facts.siblings[rule.ofJob];
  const job = siblingId ? other(siblingId) : null;
  if (!job) return null;
  const since = job.doneSince.filter((done) => done > (facts.dismissedAt ?? Number.NEGATIVE_INFINITY));
  const nth = since[rule.n - 1];
  const missing = rule.n - since.length;
  if (nth === undefined && job.nextInDays === null) return null;
  const dueInDays =
    nth === undefined ? (job.nextInDays ?? 0) + (missing - 1) * job.intervalDays : (nth - at) / MS_PER_DAY;
  return {
    kind: 'every-nth',
    ...byCalendar((days) => (days < dueInDays - 1e-9 ? 1 : 0)),
    reason: { kind: 'every-nth', n: rule.n, doneSince: since.length, action: job.action },
  };
};
