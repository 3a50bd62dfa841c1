import { setImmediate } from 'node:timers/promises';

/** So long others may wait for a piece of work that is done in between, ms. */
const AT_A_TIME_MS = 20;

/** A long piece of work asks now and then whether its turn is over, and passes it on. */
export class Turn {
  private readonly clock: () => number;
  private since: number;

  constructor(clock: () => number = performance.now.bind(performance)) {
    this.clock = clock;
    this.since = clock();
  }

  get isOver(): boolean {
    return this.clock() - this.since >= AT_A_TIME_MS;
  }

  /** Ends when those who waited have been served. */
  async pass(): Promise<void> {
    await setImmediate();
    this.since = this.clock();
  }
}

/** Does a long piece of work step by step and lets others be served between its steps. */
export async function inBetween<T>(steps: Generator<unknown, T>, clock?: () => number): Promise<T> {
  const turn = new Turn(clock);
  let step = steps.next();
  while (!step.done) {
    if (turn.isOver) await turn.pass();
    step = steps.next();
  }
  return step.value;
}
