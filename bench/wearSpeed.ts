import { performance } from 'node:perf_hooks';
import { answerCase, learnPriors, prepareCase, type WearAnswer } from '../core/wear/wearCases.ts';
import { housePriors } from '../core/wear/wearGrid.ts';
import { plainExposureAt, plainPosterior, plainSurvival } from './wear/plainWear.ts';
import { simulate } from './wear/simulateLives.ts';

// 10,000 jobs of 10 cycles: window and date of each on one core, beside the formulas written down plainly.

const JOBS = 10_000;
const CYCLES = 10;
const PLAINLY = 100;
const print = (name: string, text: string) => process.stdout.write(`${name.padEnd(66)} ${text}\n`);
const timed = <T>(work: () => T): [T, number] => {
  const start = performance.now();
  const result = work();
  return [result, performance.now() - start];
};

const cases = simulate(7, JOBS / 16, [CYCLES]).map((one) => prepareCase(one.asked));
const [learned, learning] = timed(() => learnPriors(cases));
const answer = () =>
  cases.map((one, k): WearAnswer => answerCase(one, { sigma: learned.sigma, like: learned.like[k] ?? null }));
answer();
const runs = Array.from({ length: 5 }, () => timed(answer)[1]).sort((a, b) => a - b);
print(
  `${cases.length} jobs × ${CYCLES} cycles, window and date`,
  `median ${(runs[2] ?? 0).toFixed(0)} ms   min ${(runs[0] ?? 0).toFixed(0)}   max ${(runs.at(-1) ?? 0).toFixed(0)}`,
);
print('the day’s σ and group priors of all of them', `${learning.toFixed(0)} ms`);

const some = cases.filter((_, k) => k % Math.floor(cases.length / PLAINLY) === 0);
const plainly = (step: number) =>
  some.map((one) => {
    const { range, cycles, exposureNow, toDays } = one.counted;
    const grid = plainPosterior(range, cycles, step, exposureNow);
    const left = exposureNow > 0 ? plainSurvival(grid, exposureNow) : 1;
    return [0.9, 0.5, 0.1].map((share) =>
      Math.max(one.now.days, toDays(plainExposureAt(grid, share * left))),
    );
  });
const engine = some.map((one) => {
  const { earliest, likely, latest } = answerCase(one, housePriors);
  return [earliest, likely, latest];
});
const apart = (others: number[][]) =>
  Math.max(
    ...others.flatMap((window, k) => window.map((day, q) => Math.abs(Math.log(day / (engine[k]?.[q] ?? 1))))),
  );
const [plain, plainMs] = timed(() => plainly(0.1));
print(
  `plain reference, ${some.length} jobs, scaled to ${cases.length}`,
  `${((plainMs * cases.length) / some.length).toFixed(0)} ms`,
);
print('largest difference of a day between the two', `${(100 * apart(plain)).toFixed(3)} %`);
print('largest difference from a grid ten times finer', `${(100 * apart(plainly(0.01))).toFixed(3)} %`);
