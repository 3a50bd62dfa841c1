import { Clock } from './clock.ts';
import type { Step } from './step.ts';

/** When each step can begin, minutes from the start of the visit, and how long the visit is. */
export interface Timing {
  begins: ReadonlyMap<string, number>;
  /** Minutes of hands: a step for two takes twice its own. */
  handsMin: number;
  /** From the first step to the last, waiting included. */
  lengthMin: number;
  /** Minutes in which hands are free because something soaks or drains. */
  idleMin: number;
  /** The steps that set the length: a minute more on one of them is a minute more of visit. The others fill waiting. */
  path: ReadonlySet<string>;
}

/**
 * One pair of hands takes the steps in the order given. A step that waits by itself (a bath, a drain) lets the next
 * ones go on; only steps of its own job wait for it.
 */
export function timingOf(order: readonly Step[]): Timing {
  const clock = new Clock();
  const begins = new Map(order.map((step) => [step.id, clock.take(step)]));
  const handsMin = order.reduce((sum, step) => sum + step.handsMin * (step.people ?? 1), 0);
  const busyMin = order.reduce((sum, step) => sum + step.handsMin, 0);
  const lengthMin = clock.end();
  return { begins, handsMin, lengthMin, idleMin: lengthMin - busyMin, path: clock.path() };
}
