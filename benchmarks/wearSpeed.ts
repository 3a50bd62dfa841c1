import { answerCase, learnPriors, prepareCase, type WearAnswer } from '../core/wear/wearCases.ts';
import { housePriors } from '../core/wear/wearGrid.ts';
import { print, runsOf, spread, timed } from './timings.ts';
import { plainExposureAt, plainPosterior, plainSurvival } from './wear/plainWear.ts';
import { kindNames, simulate } from './wear/simulateLives.ts';

// 10,000 jobs of 10 cycles: window and date of each on one core, beside the formulas written down plainly.

const JOBS = 10_000;
const CYCLES = 10;
const PLAINLY = 100;

const cases = simulate(7, Math.ceil(JOBS / kindNames.length), [CYCLES])
  .slice(0, JOBS)
  .map((one) => prepareCase(one.asked));
const [learned, learning] = timed(() => learnPriors(cases));
const answer = () =>
  cases.map((one, k): WearAnswer => answerCase(one, { sigma: learned.sigma, like: learned.like[k] ?? null }));
print(`${cases.length} jobs × ${CYCLES} cycles, window and date`, spread(runsOf(5, answer)));
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
