import { setImmediate } from 'node:timers/promises';

/** So long others may wait for a piece of work that is done in between, ms. */
const AT_A_TIME_MS = 20;

/** Does a long piece of work step by step and lets others be served between its steps. */
export async function inBetween<T>(
  steps: Generator<unknown, T>,
  clock: () => number = performance.now.bind(performance),
): Promise<T> {
  let since = clock();
  let step = steps.next();
  while (!step.done) {
    if (clock() - since >= AT_A_TIME_MS) {
      await setImmediate();
      since = clock();
    }
    step = steps.next();
  }
  return step.value;
}
