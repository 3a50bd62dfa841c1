import { levelled } from '../../core/planning/levelling/level.ts';
import type { Placement } from '../../core/planning/levelling/instance.ts';
import { levelAll } from '../../usecases/levelling/levelPlan.ts';
import type { LevelAnswer, LevelQuestion } from './messages.ts';

// Levels plans beside the screen. A first plan comes within a blink: each job at its cheapest visit, or, where a plan of
// before is known, that with the change worked in. Then the whole search runs, told step by step, so that the plan is the
// one everybody else comes to.

const QUICK_ITERATIONS = 300;
const TOLD_EVERY = 0.05;

self.addEventListener('message', ({ data }: MessageEvent<LevelQuestion>) => {
  const { instances, from, jobsOfAll } = data;
  self.postMessage({
    quick: instances.map((instance, i): Placement => {
      const before = from[i];
      return levelled(instance, before ? { from: before, iterations: QUICK_ITERATIONS } : { iterations: 0 });
    }),
  } satisfies LevelAnswer);
  const search = levelAll(
    instances.map((instance) => ({ instance })),
    jobsOfAll,
  );
  let step = search.next();
  for (let told = 0; !step.done; step = search.next()) {
    if (step.value - told < TOLD_EVERY) continue;
    told = step.value;
    self.postMessage({ share: told } satisfies LevelAnswer);
  }
  self.postMessage({ placements: step.value } satisfies LevelAnswer);
});
