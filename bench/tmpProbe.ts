import { performance } from 'node:perf_hooks';
import { prepareCase } from '../core/wear/wearCases.ts';
import { wearPosterior } from '../core/wear/wearPosterior.ts';
import { logExposureAtSurvival, survivalAtLog } from '../core/wear/wearSurvival.ts';
import { ageReplacement } from '../core/wear/ageReplacement.ts';
import { simulate } from './wear/simulateLives.ts';
const cases = simulate(7, 625, [10]).map((one) => prepareCase(one.asked));
let evals = 0;
for (let r = 0; r < 3; r++) {
  let t = performance.now();
  const grids = cases.map((c) =>
    wearPosterior(c.counted.range, c.counted.cycles, undefined, c.counted.exposureNow),
  );
  console.log('posterior', performance.now() - t, grids.reduce((s, g) => s + g.mus.length, 0) / grids.length);
  t = performance.now();
  let s = 0;
  for (const g of grids) for (let k = 0; k < 10; k++) s += survivalAtLog(g, g.middle + k * 0.1);
  console.log('10 survivals', performance.now() - t, s);
  t = performance.now();
  for (const g of grids) for (const l of [0.9, 0.5, 0.1]) s += logExposureAtSurvival(g, l, -Infinity);
  console.log('3 quantiles', performance.now() - t);
  t = performance.now();
  for (const g of grids) s += ageReplacement(g, 5, Math.exp(g.middle + 0.3));
  console.log('age', performance.now() - t, s);
}
