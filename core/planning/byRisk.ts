import type { JobPlan } from './planJob.ts';
import { states } from './states.ts';

/** What the order of risk goes by. */
export type Risk = Pick<JobPlan, 'state' | 'costRatio' | 'chanceDueNow' | 'recommended' | 'jobId'>;

/** By state (most at risk first), within a state by what waiting costs: cost ratio × chance due. */
export function byRisk(a: Risk, b: Risk): number {
  const byState = states.indexOf(a.state) - states.indexOf(b.state);
  if (byState !== 0) return byState;
  const cost = b.costRatio * (b.chanceDueNow ?? 0) - a.costRatio * (a.chanceDueNow ?? 0);
  if (Math.abs(cost) > 1e-9) return cost;
  return (a.recommended ?? '9999').localeCompare(b.recommended ?? '9999') || a.jobId.localeCompare(b.jobId);
}
