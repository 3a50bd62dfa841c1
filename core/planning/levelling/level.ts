import { evenStream } from '../../numeric/evenStream.ts';
import type { LevelInstance, Placement } from './instance.ts';
import { timingCost } from './priced.ts';
import { Working } from './working.ts';

// Large plans are searched, not solved: each job in turn takes its cheapest path (a shortest path, exact for one job),
// then parts of the plan are torn out and put back, as long as counted. The same input gives the same plan.

/** Rounds in which every job takes its cheapest path again; fewer where nothing moves any more. */
const PASSES = 12;
/** Torn out and put back so often at most in one place, and in all places of a plan together. */
const RUINS_MOST = 16_000;
const RUINS_OF_ALL = 64_000;
/** Jobs torn out at once. */
const TORN_MOST = 8;
/** Up to so many jobs a plan may get a little worse on the way: the best one is kept beside it. */
const WANDERS_UP_TO = 400;
/** How much worse, as a share of the plan’s cost, at the beginning; it falls to nothing. */
const WANDERS_BY = 0.3;
/** Shares of the ways of tearing out: a whole visit, what is in the way of the worst placed; else around a visit. */
const CLOSES = 0.25;
const FOR_WORST = 0.35;
/** The worst placed of so many. */
const TRIED = 4;
const TEETH = 4;
const PROGRESS_EVERY = 256;

export interface Progress {
  done: number;
  of: number;
}

/** What a search starts from, and how long it goes on. */
export interface LevelOptions {
  /** A plan of before: what has not been touched stays as far as it can. */
  from?: Placement;
  /** How often parts are torn out; absent: as often as is worth it for a place alone. */
  ruins?: number;
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
  const ruins = options.ruins ?? RUINS_MOST;
  const of = ruins + PASSES * count;
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
  for (let ruin = 0; ruin < ruins && count > 0 && instance.visits.length > 0; ruin++) {
    const tooth = 1 - (((ruin * TEETH) / ruins) % 1);
    const slack = wanders ? WANDERS_BY * bestTotal * tooth ** 3 : 0;
    tearOut(plan, ideals, even, bestTotal + slack);
    if (wanders && plan.total < bestTotal - 1e-9) {
      bestTotal = plan.total;
      best = plan.copy();
    } else if (!wanders) bestTotal = plan.total;
    if (++done % PROGRESS_EVERY === 0) yield { done, of };
  }
  return wanders ? best : plan.copy();
}

/** How often one place’s plan is torn out where many are levelled: all of them share the steps there are. */
export const ruinsFor = (jobs: number, jobsOfAll: number): number =>
  Math.min(RUINS_MOST, Math.round((RUINS_OF_ALL * jobs) / Math.max(1, jobsOfAll)));

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

/** What is torn out, and the visit that is not used again. */
interface Tear {
  /** The one that is put back before the others; −1: any. */
  first: number;
  torn: ReadonlySet<number>;
  /** Visits not used again: by all that was torn out, or by the first alone. */
  banned: ReadonlySet<number>;
  onlyFirst: boolean;
}
const nowhere: ReadonlySet<number> = new Set();

/** Everything of one visit: perhaps it need not be made. */
function closing(plan: Working, visit: number): Tear | null {
  const there = plan.at(visit);
  return there.length === 0 || there.length > 2 * TORN_MOST
    ? null
    : { first: -1, torn: new Set(there), banned: new Set([visit]), onlyFirst: false };
}

/** Some of a visit, and some of anywhere. */
function around(plan: Working, visit: number, pick: (n: number) => number): Tear {
  const there = plan.at(visit);
  const torn = new Set<number>();
  const want = 2 + pick(TORN_MOST - 1);
  for (let i = 0; i < want; i++) {
    const fromHere = there.length > 0 && pick(10) < 6;
    torn.add(fromHere ? (there[pick(there.length)] ?? 0) : pick(plan.instance.jobs.length));
  }
  return { first: -1, torn, banned: nowhere, onlyFirst: false };
}

/** What stands in the way of the worst placed of a few: jobs it keeps away from, and some of the visits it would like. */
function forWorst(plan: Working, ideals: Ideals, pick: (n: number) => number): Tear {
  let [first, worst] = [0, -1];
  for (let i = 0; i < TRIED; i++) {
    const job = pick(plan.instance.jobs.length);
    const lost = timingCost(plan.instance, job, plan.paths[job] ?? []) - ideals.costOf(job);
    if (lost > worst) [first, worst] = [job, lost];
  }
  const torn = new Set([first]);
  const near = plan.awayFrom(first);
  for (let i = 0; i < Math.min(near.length, 2); i++) torn.add(near[pick(near.length)] ?? first);
  for (const visit of ideals.pathOf(first)) {
    const there = plan.at(visit);
    for (let i = pick(3); i > 0 && there.length > 0 && torn.size < 2 * TORN_MOST; i--)
      torn.add(there[pick(there.length)] ?? first);
  }
  // where it would go by itself may be where it harms others most: sometimes some visits are closed to it
  const banned = new Set<number>();
  if (pick(2) === 0) for (let v = 0; v < plan.instance.visits.length; v++) if (pick(3) === 0) banned.add(v);
  return { first, torn, banned, onlyFirst: true };
}

/** The turns each job would take alone, worked out when first asked. */
class Ideals {
  private readonly plan: Working;
  private readonly paths: (readonly number[] | undefined)[] = [];
  constructor(plan: Working) {
    this.plan = plan;
  }
  pathOf(job: number): readonly number[] {
    return (this.paths[job] ??= this.plan.idealPath(job));
  }
  costOf(job: number): number {
    return timingCost(this.plan.instance, job, this.pathOf(job));
  }
}

/** Tears some jobs out and puts them back in another order; kept where the whole costs no more than allowed. */
function tearOut(plan: Working, ideals: Ideals, even: () => number, most: number): void {
  const { jobs, visits } = plan.instance;
  const before = plan.total;
  const pick = (n: number): number => Math.floor(even() * n);
  const visit = pick(visits.length);
  const kind = even();
  const tear =
    (kind < CLOSES ? closing(plan, visit) : null) ??
    (kind > 1 - FOR_WORST ? forWorst(plan, ideals, pick) : around(plan, visit, pick));
  const order = [...tear.torn].map((job) => ({
    job,
    key: job === tear.first ? Infinity : even() * (jobs[job]?.minutes ?? 0) + 30 * even(),
  }));
  order.sort((a, b) => b.key - a.key);
  const old = order.map(({ job }) => ({ job, path: plan.take(job) }));
  for (const { job } of order) {
    const banned = tear.onlyFirst && job !== tear.first ? nowhere : tear.banned;
    plan.put(job, plan.bestPath(job, banned).visits);
  }
  if (plan.total <= Math.max(before, most) + 1e-9) return;
  for (const { job } of order) plan.take(job);
  for (const { job, path } of old) plan.put(job, path);
}
