import { levelAll } from '../../contract/levelling/levelPlan.ts';
import type { LevelAnswer, LevelQuestion } from './messages.ts';

// Levels plans beside the screen: a second or two of search, told step by step. It ends with whoever asked.

self.addEventListener('message', ({ data }: MessageEvent<LevelQuestion>) => {
  const search = levelAll(data.instances.map((instance) => ({ instance })));
  let step = search.next();
  for (let told = 0; !step.done; step = search.next()) {
    if (step.value - told < 0.05) continue;
    told = step.value;
    self.postMessage({ share: told } satisfies LevelAnswer);
  }
  self.postMessage({ placements: step.value } satisfies LevelAnswer);
});
