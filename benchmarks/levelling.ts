import { exactModel } from '../core/planning/levelling/exactModel.ts';
import type { LevelInstance, Placement } from '../core/planning/levelling/instance.ts';
import { levelled, iterationsFor } from '../core/planning/levelling/level.ts';
import { priced } from '../core/planning/levelling/priced.ts';
import { loadHighs } from '../core/planning/levelling/testing/highs.ts';
import { instanceOf, type Shape } from '../core/planning/levelling/testing/instances.ts';
import { print, runsOf, spread, timed } from './timings.ts';

// The search against the exact model solved by HiGHS on small plants; then how long a large plan takes, beside the same
// plan without any search (each job on its cheapest path, once). The search counts steps, so a slow machine gives the same plan.

const SMALL = 30;
const SECONDS = 10;
const LONG_SECONDS = 60;
/** The solver ends where its bound is as near as this, a share: its own default. */
const SOLVER_GAP = 1e-4;
let notProved = 0;
const highs = await loadHighs();
/** Levels a plant both ways. @returns how far the search is above what is proved, percent: no plan costs less */
function compared(seed: number, shape: Shape, seconds: number): number {
  const instance = instanceOf(seed, shape);
  const model = exactModel(instance);
  const [exact, solverMs] = timed(() => solved(model.lp, seconds));
  const [placement, searchMs] = timed(() => levelled(instance));
  const { total, broken } = priced(instance, placement);
  const isProven = exact.objective - exact.bound <= SOLVER_GAP * Math.max(1, exact.objective);
  if (!isProven) notProved++;
  const gap = exact.bound > 0 ? (100 * (total - exact.bound)) / exact.bound : 0;
  print(
    `plant ${seed}: ${shape.jobs} jobs × ${shape.visits} visits${shape.crowded ? ', crowded' : ''}`,
    `search ${total.toFixed(1)} min in ${searchMs.toFixed(0)} ms   HiGHS ${exact.objective.toFixed(1)} in ${solverMs.toFixed(0)} ms${isProven ? '' : `, NOT proved: gap to its bound ${exact.bound.toFixed(1)}`}   gap ${gap.toFixed(2)} %${broken.length > 0 ? '   BROKEN' : ''}`,
  );
  return gap;
}
const gaps: number[] = [];
for (let seed = 1; seed <= SMALL; seed++)
  // every third has work that crowds the rest out
  gaps.push(
    compared(
      seed,
      { jobs: 10 + (seed % 3), visits: 6, everyDays: 7, capacityMin: 120, crowded: seed % 3 === 0 },
      SECONDS,
    ),
  );
gaps.sort((a, b) => a - b);
print(
  `gap to the optimum over ${SMALL} plants`,
  `median ${(gaps[SMALL / 2] ?? 0).toFixed(2)} %   worst ${(gaps.at(-1) ?? 0).toFixed(2)} %   not proved ${notProved}`,
);
// as large as a place of the demonstration: what the solver needs a minute for
for (const seed of [101, 102, 103])
  compared(seed, { jobs: 40, visits: 12, everyDays: 7, capacityMin: 300, crowded: true }, LONG_SECONDS);

/** The best plan found in the time there is, and what no plan can cost less than. */
function solved(lp: string, seconds: number): { objective: number; bound: number } {
  return highs.withModel({ format: 'lp', data: lp }, (model) => {
    model.options.set('time_limit', seconds);
    model.run();
    return { objective: model.getObjectiveValue(), bound: Number(model.info.get('mip_dual_bound')) };
  });
}

const PLACES = 50;
const JOBS_OF_PLACE = 200;
const all = PLACES * JOBS_OF_PLACE;
const places = Array.from({ length: PLACES }, (_, i) =>
  instanceOf(1000 + i, { jobs: JOBS_OF_PLACE, visits: 12, everyDays: 7, capacityMin: 1000 }),
);
const plansOf = (iterations: number): Placement[] => places.map((place) => levelled(place, { iterations }));
const costOf = (plans: readonly Placement[]): number =>
  plans.reduce((sum, plan, i) => sum + priced(places[i] as LevelInstance, plan).total, 0);
const [rough, roughMs] = timed(() => plansOf(0));
const [fine, fineMs] = timed(() => plansOf(iterationsFor(JOBS_OF_PLACE, all)));
print(
  '500 systems × 20 jobs × 12 weeks (50 places of 10 systems): no search',
  `${roughMs.toFixed(0)} ms, cost ${costOf(rough).toFixed(0)} min`,
);
print('the same, levelled', `${fineMs.toFixed(0)} ms, cost ${costOf(fine).toFixed(0)} min`);
const [first] = places;
const before = fine[0];
if (first && before) {
  const jobs = first.jobs.map((job, j) => (j === 0 ? { ...job, pinned: [5] } : job));
  print(
    'after one change: its place again, from the plan of before',
    spread(
      runsOf(9, () =>
        levelled({ ...first, jobs }, { from: before, iterations: iterationsFor(JOBS_OF_PLACE, all) }),
      ),
    ),
  );
}
