import { levelled } from '../../core/planning/levelling/level.ts';
import type { Placement } from '../../core/planning/levelling/instance.ts';
import { levelAll } from '../../usecases/levelling/levelPlan.ts';
import type { LevelAnswer, LevelQuestion } from './messages.ts';

// Levels plans beside the screen. Where a plan of before is known, the change is worked into it first, within a blink; then
// the whole search runs, told step by step, so that the plan is the one everybody else comes to.

const QUICK_ITERATIONS = 300;
const TOLD_EVERY = 0.05;

self.addEventListener('message', ({ data }: MessageEvent<LevelQuestion>) => {
  const { instances, from, jobsOfAll } = data;
  const known = from.filter((one) => one !== null);
  if (known.length === instances.length && known.length > 0)
    self.postMessage({
      quick: instances.map((instance, i): Placement =>
        levelled(instance, { from: from[i] ?? [], iterations: QUICK_ITERATIONS }),
      ),
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
