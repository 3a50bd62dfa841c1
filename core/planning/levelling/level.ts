import { evenStream } from '../../numeric/evenStream.ts';
import type { LevelInstance, Placement } from './instance.ts';
import { Ideals, removalFor } from './removals.ts';
import { Working } from './working.ts';

// Large plans are searched, not solved: each job in turn takes its cheapest path (a shortest path, exact for one job),
// then parts of the plan are taken out and put back, as long as counted. The same input gives the same plan.

/** Rounds in which every job takes its cheapest path again; fewer where nothing moves any more. */
const PASSES = 12;
/** Removed out and put back so often at most in one place, and in all places of a plan together. */
const ITERATIONS_MOST = 24_000;
const ITERATIONS_OF_ALL = 64_000;
/** Up to so many jobs a plan may get a little worse on the way: the best one is kept beside it. */
const WANDERS_UP_TO = 400;
/** How much worse, as a share of the plan’s cost, at the beginning; it falls to nothing. */
const WANDERS_BY = 0.1;
/** How often that goes from the beginning. */
const TEETH = 2;
const PROGRESS_EVERY = 256;

export interface Progress {
  done: number;
  of: number;
}

/** What a search starts from, and how long it goes on. */
export interface LevelOptions {
  /** A plan of before: what has not been touched stays as far as it can. */
  from?: Placement;
  /** How often parts are taken out; absent: as often as is worth it for a place alone. */
  iterations?: number;
  seed?: number;
}

/**
 * Levels one place: which visit does which turn of which job, so that early and late cost, visits, set-ups and minutes
 * beyond those there are cost least together. Steps are counted, no clock is read; what it yields is how far it is, and
 * whoever iterates may stop.
 * @returns a placement that breaks no constraint; jobs that fit nowhere have no visit
 */
export function* level(
  instance: LevelInstance,
  options: LevelOptions = {},
): Generator<Progress, Placement, undefined> {
  const plan = new Working(instance);
  const count = instance.jobs.length;
  const iterations = options.iterations ?? ITERATIONS_MOST;
  const of = iterations + PASSES * count;
  begin(plan, options.from);
  let done = 0;
  for (let pass = 0; pass < PASSES; pass++) {
    const before = plan.total;
    for (let job = 0; job < count; job++) {
      retake(plan, job);
      if (++done % PROGRESS_EVERY === 0) yield { done, of };
    }
    if (plan.total > before - 1e-6) break;
  }
  done = PASSES * count;
  const even = evenStream(options.seed ?? 1);
  const wanders = count <= WANDERS_UP_TO;
  const ideals = new Ideals(plan);
  let best = plan.copy();
  let bestTotal = plan.total;
  for (let iteration = 0; iteration < iterations && count > 0 && instance.visits.length > 0; iteration++) {
    const tooth = 1 - (((iteration * TEETH) / iterations) % 1);
    const slack = wanders ? WANDERS_BY * bestTotal * tooth ** 3 : 0;
    removeAndRepair(plan, ideals, even, bestTotal + slack);
    if (wanders && plan.total < bestTotal - 1e-9) {
      bestTotal = plan.total;
      best = plan.copy();
    } else if (!wanders) bestTotal = plan.total;
    if (++done % PROGRESS_EVERY === 0) yield { done, of };
  }
  return wanders ? best : plan.copy();
}

/** How often one place’s plan is taken apart where many are levelled: all of them share the steps there are. */
export const iterationsFor = (jobs: number, jobsOfAll: number): number =>
  Math.min(ITERATIONS_MOST, Math.round((ITERATIONS_OF_ALL * jobs) / Math.max(1, jobsOfAll)));

/** Runs a search to its end. @returns what it found */
export function ended<T>(search: Generator<unknown, T, undefined>): T {
  for (;;) {
    const { done, value } = search.next();
    if (done) return value;
  }
}
export const levelled = (instance: LevelInstance, options: LevelOptions = {}): Placement =>
  ended(level(instance, options));

/** Pins first, then what is hardest to place. */
function begin(plan: Working, from: Placement | undefined): void {
  const { jobs } = plan.instance;
  const order = jobs.map((_, j) => j).sort((a, b) => hardness(plan, b) - hardness(plan, a) || a - b);
  for (const j of order) {
    const old = from?.[j];
    const stays = old !== undefined && fits(plan, j, old);
    plan.put(j, stays ? old : plan.bestPath(j).visits);
  }
}
const hardness = ({ instance }: Working, j: number): number =>
  ((instance.jobs[j]?.pinned.length ?? 0) > 0 ? 1e6 : 0) + (instance.jobs[j]?.minutes ?? 0);

function fits(plan: Working, j: number, path: readonly number[]): boolean {
  const pinned = plan.instance.jobs[j]?.pinned ?? [];
  return pinned.every((pin) => path.includes(pin)) && path.every((v) => plan.placing(j, v) < Infinity);
}

function retake(plan: Working, job: number): void {
  const before = plan.total;
  const old = plan.take(job);
  plan.put(job, plan.bestPath(job).visits);
  // the cheapest path never costs more; equal ones stay as they were
  if (plan.total > before - 1e-9) {
    plan.take(job);
    plan.put(job, old);
  }
}

/** Takes some jobs out and puts them back in another order; kept where the whole costs no more than allowed. */
function removeAndRepair(plan: Working, ideals: Ideals, even: () => number, most: number): void {
  const before = plan.total;
  const removal = removalFor(plan, ideals, even);
  const order = [...removal.removed].map((job) => ({
    job,
    key: job === removal.first ? Infinity : even() * (plan.instance.jobs[job]?.minutes ?? 0) + 30 * even(),
  }));
  order.sort((a, b) => b.key - a.key);
  const old = order.map(({ job }) => ({ job, path: plan.take(job) }));
  if (removal.swapped) putSwapped(plan, old, removal.swapped);
  else
    for (const { job } of old) {
      const banned = removal.first === -1 || job === removal.first ? removal.banned : nowhere;
      plan.put(job, plan.bestPath(job, banned).visits);
    }
  if (plan.total <= Math.max(before, most) + 1e-9) return;
  for (const { job } of old) plan.take(job);
  for (const { job, path } of old) plan.put(job, path);
}
const nowhere: ReadonlySet<number> = new Set();

/** Each turn at one of two visits moves to the other; what cannot goes where it is cheapest, and so does what would rather. */
function putSwapped(
  plan: Working,
  old: readonly { job: number; path: readonly number[] }[],
  [v, w]: readonly [number, number],
): void {
  for (const { job, path } of old) {
    const turned = path.map((at) => (at === v ? w : at === w ? v : at)).sort((a, b) => a - b);
    plan.put(job, fits(plan, job, turned) ? turned : plan.bestPath(job).visits);
  }
  for (const { job } of old) retake(plan, job);
}
