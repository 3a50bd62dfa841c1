import { timingCost } from './priced.ts';
import type { Working } from './working.ts';

// The ways in which a part of a plan is taken out, to be put back better.

/** Jobs taken out at once. */
const REMOVED_MOST = 8;
/** Shares of the ways: a visit that need not be made, two that change places, what is in the way of the worst placed. */
const CLOSES = 0.25;
const SWAPS = 0.1;
const FOR_WORST = 0.35;
/** The worst placed of so many. */
const TRIED = 4;
/** Visits with more that would change places are left as they are: it costs more than it finds. */
const SWAPPED_MOST = 40;

/** What is taken out, and how it may go back. */
export interface Removal {
  removed: ReadonlySet<number>;
  /** The one that is put back before the others; −1: any. */
  first: number;
  /** Visits not used again: by the first alone, or by all where none is. */
  banned: ReadonlySet<number>;
  /** Two visits that change places; null: none do. */
  swapped: readonly [number, number] | null;
}
const plain = { first: -1, banned: new Set<number>(), swapped: null };
type Pick = (n: number) => number;

/** The next part to take out, by chance. @param even a stream of numbers from 0 to 1 */
export function removalFor(plan: Working, ideals: Ideals, even: () => number): Removal {
  const pick: Pick = (n) => Math.floor(even() * n);
  const visit = pick(plan.instance.visits.length);
  const kind = even();
  const closed = kind < CLOSES ? closing(plan, visit) : null;
  const swapped = kind >= CLOSES && kind < CLOSES + SWAPS ? swapping(plan, visit, pick) : null;
  return (
    closed ?? swapped ?? (kind > 1 - FOR_WORST ? forWorst(plan, ideals, pick) : around(plan, visit, pick))
  );
}

/** Everything of one visit: perhaps it need not be made. */
function closing(plan: Working, visit: number): Removal | null {
  const there = plan.at(visit);
  return there.length === 0 || there.length > 2 * REMOVED_MOST
    ? null
    : { ...plain, removed: new Set(there), banned: new Set([visit]) };
}

/** Some of a visit, and some of anywhere. */
function around(plan: Working, visit: number, pick: Pick): Removal {
  const there = plan.at(visit);
  const removed = new Set<number>();
  const want = 2 + pick(REMOVED_MOST - 1);
  for (let i = 0; i < want; i++) {
    const fromHere = there.length > 0 && pick(10) < 6;
    removed.add(fromHere ? (there[pick(there.length)] ?? 0) : pick(plan.instance.jobs.length));
  }
  return { ...plain, removed };
}

/** Two visits change places: a job that fills one makes all weekly ones pass it by, and none of them moves alone. */
function swapping(plan: Working, visit: number, pick: Pick): Removal | null {
  const other = pick(plan.instance.visits.length);
  if (other === visit) return null;
  const isAtBoth = (job: number): boolean =>
    [visit, other].every((one) => plan.paths[job]?.includes(one) ?? false);
  const removed = new Set([...plan.at(visit), ...plan.at(other)].filter((job) => !isAtBoth(job)));
  return removed.size > SWAPPED_MOST ? null : { ...plain, removed, swapped: [visit, other] };
}

/** What stands in the way of the worst placed of a few: jobs it keeps away from, and some of the visits it would like. */
function forWorst(plan: Working, ideals: Ideals, pick: Pick): Removal {
  const { jobs, visits } = plan.instance;
  let [first, worst] = [0, -1];
  for (let i = 0; i < TRIED; i++) {
    const job = pick(jobs.length);
    const lost = timingCost(plan.instance, job, plan.paths[job] ?? []) - ideals.costOf(job);
    if (lost > worst) [first, worst] = [job, lost];
  }
  const removed = new Set([first]);
  const near = plan.awayFrom(first);
  if (near.length > 0 && pick(2) === 0) {
    // all that keeps it from one visit: a job between two weekly ones finds no place while either stays
    for (const other of plan.inTheWay(first, pick(visits.length))) removed.add(other);
  } else for (let i = 0; i < Math.min(near.length, 2); i++) removed.add(near[pick(near.length)] ?? first);
  for (const visit of ideals.pathOf(first)) {
    const there = plan.at(visit);
    for (let i = pick(3); i > 0 && there.length > 0 && removed.size < 2 * REMOVED_MOST; i--)
      removed.add(there[pick(there.length)] ?? first);
  }
  // where it would go by itself may be where it harms others most: sometimes some visits are closed to it
  const banned = new Set<number>();
  if (pick(2) === 0) for (let v = 0; v < visits.length; v++) if (pick(3) === 0) banned.add(v);
  return { ...plain, removed, first, banned };
}

/** The turns each job would take alone, worked out when first asked. */
export class Ideals {
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
