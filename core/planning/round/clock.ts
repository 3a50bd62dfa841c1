import type { Step } from './step.ts';

/** One pair of hands going through steps: what it is busy with, and what works by itself meanwhile. Minutes. */
export class Clock {
  now = 0;
  /** By job: until when it works by itself, and the step that set it going. */
  private readonly ready = new Map<string, { at: number; stepId: string }>();
  /** By step: the one whose end let it begin; null: nothing had to end first. */
  private readonly causes = new Map<string, string | null>();
  private last: string | null = null;

  /** Whether a step's job still soaks or drains. */
  waits({ jobId }: Pick<Step, 'jobId'>): boolean {
    return jobId !== null && (this.ready.get(jobId)?.at ?? 0) > this.now;
  }

  /** Does a step. @returns when it began */
  take({ id, jobId, phase, handsMin, waitMin }: Step): number {
    const awaited = jobId === null ? undefined : this.ready.get(jobId);
    const hadToWait = awaited !== undefined && awaited.at > this.now;
    this.causes.set(id, hadToWait ? awaited.stepId : this.last);
    const begin = hadToWait ? awaited.at : this.now;
    this.now = begin + handsMin;
    this.last = id;
    // a fitting stays in for hours: nobody stands by, it is taken out later if need be
    if (jobId !== null && waitMin > 0 && phase !== 'fit')
      this.ready.set(jobId, { at: this.now + waitMin, stepId: id });
    return begin;
  }

  /** When everything has ended, what works by itself included. */
  end(): number {
    return Math.max(this.now, ...[...this.ready.values()].map((one) => one.at));
  }

  /** The chain of steps from the end back to the begin, each let go by the one before it: the critical path. */
  path(): ReadonlySet<string> {
    const chain = new Set<string>();
    const longest = [...this.ready.values()].find((one) => one.at > this.now && one.at === this.end());
    for (let at = longest?.stepId ?? this.last; at !== null; at = this.causes.get(at) ?? null) chain.add(at);
    return chain;
  }
}
