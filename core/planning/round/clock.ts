import type { Step } from './step.ts';

/** One pair of hands going through steps: what it is busy with, and what works by itself meanwhile. Minutes. */
export class Clock {
  now = 0;
  private readonly ready = new Map<string, number>();

  /** Whether a step's job still soaks or drains. */
  waits({ jobId }: Step): boolean {
    return jobId !== null && (this.ready.get(jobId) ?? 0) > this.now;
  }

  /** Does a step. @returns when it began */
  take({ jobId, phase, handsMin, waitMin }: Step): number {
    const begin = Math.max(this.now, jobId === null ? 0 : (this.ready.get(jobId) ?? 0));
    this.now = begin + handsMin;
    // a fitting stays in for hours: nobody stands by, it is taken out later if need be
    if (jobId !== null && waitMin > 0 && phase !== 'fit') this.ready.set(jobId, this.now + waitMin);
    return begin;
  }

  /** When everything has ended, what works by itself included. */
  end(): number {
    return Math.max(this.now, ...this.ready.values());
  }
}
