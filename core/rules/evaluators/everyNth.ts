import type { Evaluate } from '../evaluation.ts';

/**
 * Due at each Nth service of another job since this one was last done: a step on the day that service
 * is expected. A visit that was skipped does not count, since it left no service.
 */
export const everyNth: Evaluate<'every-nth'> = (rule, { facts, other }) => {
  const siblingId = facts.siblings[rule.ofJob];
  const job = siblingId ? other(siblingId) : null;
  if (!job) return null;
  const missing = rule.n - job.doneSince;
  if (missing > 0 && job.nextInDays === null) return null;
  const dueInDays = missing <= 0 ? 0 : (job.nextInDays ?? 0) + (missing - 1) * job.intervalDays;
  return {
    kind: 'every-nth',
    clock: 'from-now',
    survives: (days) => (days < dueInDays - 1e-9 ? 1 : 0),
    reason: { kind: 'every-nth', n: rule.n, doneSince: job.doneSince, action: job.action },
  };
};
