import { MS_PER_DAY, noonOf, type Instant } from '../time/day.ts';
import type { OtherJob } from '../rules/evaluation.ts';
import { instantOf, type JobFacts } from '../rules/facts.ts';
import type { CostRatios } from './lateness.ts';
import { planJob, type JobPlan } from './planJob.ts';
import type { WearPriors } from '../wear/wearGrid.ts';
import type { VisitRhythm } from './visits.ts';

export interface PlannedJob {
  facts: JobFacts;
  visits: VisitRhythm | null;
}

/**
 * Plans every job. Jobs that count another job's services come after it, since they need its date.
 * @param instantAt the instant of planning for a zone (the end of a local day differs between sites)
 */
export function planAll(
  jobs: readonly PlannedJob[],
  instantAt: (zone: string) => Instant,
  costRatios: CostRatios,
  priorsOf: (jobId: string) => WearPriors | undefined = () => undefined,
): Map<string, JobPlan> {
  const plans = new Map<string, JobPlan>();
  const byId = new Map(jobs.map((job) => [job.facts.jobId, job]));
  planInto(plans, byId, byId.keys(), { instantAt, costRatios, priorsOf });
  return plans;
}

/** How jobs are planned, beside their own facts. */
export interface Planning {
  instantAt: (zone: string) => Instant;
  costRatios: CostRatios;
  /** What is believed before a job's own records; undefined: the house's. */
  priorsOf: (jobId: string) => WearPriors | undefined;
  /** Told of a job whose planning fails, so that the others stand; absent: it is thrown. */
  onBroken?: (jobId: string, error: unknown) => void;
}

/** Plans those of the asked jobs that have no plan yet, and whatever they count, into `plans`. */
export function planInto(
  plans: Map<string, JobPlan>,
  byId: ReadonlyMap<string, PlannedJob>,
  asked: Iterable<string>,
  { instantAt, costRatios, priorsOf, onBroken }: Planning,
): void {
  const underway = new Set<string>();

  const plan = (jobId: string): JobPlan | null => {
    const done = plans.get(jobId);
    if (done) return done;
    const job = byId.get(jobId);
    if (!job || underway.has(jobId) || job.facts.status === 'removed') return null;
    underway.add(jobId);
    const at = instantAt(job.facts.zone);
    try {
      const planned = planJob(job.facts, {
        at,
        costRatios,
        visits: job.visits,
        priors: priorsOf(jobId),
        other: (id) => otherJob(job.facts, id, at),
      });
      plans.set(jobId, planned);
      return planned;
    } catch (error) {
      if (!onBroken) throw error;
      onBroken(jobId, error);
      return null;
    } finally {
      underway.delete(jobId);
    }
  };
  const otherJob = (asking: JobFacts, id: string, at: Instant): OtherJob | null => {
    const other = byId.get(id);
    const planned = plan(id);
    if (!other || !planned) return null;
    const since = asking.services.at(-1);
    // never done: what was on record before both were known calls for nothing
    const baseline = other.facts.services[0];
    const sinceAt = since
      ? instantOf(since.done)
      : baseline
        ? instantOf(baseline.done)
        : Number.NEGATIVE_INFINITY;
    return {
      action: other.facts.definition.action,
      // done in the same visit (the same half day) is the same turn, not the next one
      doneSince: other.facts.services
        .map((service) => instantOf(service.done))
        .filter((done) => done > sinceAt + MS_PER_DAY / 2),
      nextInDays:
        planned.jobDay === null ? null : Math.max(0, (noonOf(planned.jobDay, asking.zone) - at) / MS_PER_DAY),
      intervalDays: planned.intervalDays ?? 0,
    };
  };

  for (const jobId of asked) plan(jobId);
}
