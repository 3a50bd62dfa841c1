import { hasRole } from '../../catalogue/roles.ts';
import { Clock } from './clock.ts';
import { wanted, type Constraint } from './constraints.ts';
import { mayBeOffToo } from './inTurn.ts';
import { needsFlow, sequenceFaults } from './sequence.ts';
import { phases, type Phase, type Step } from './step.ts';

/** A constraint that an order breaks, by the ids of its steps. */
export interface Broken {
  constraint: Constraint;
  first: string;
  then: string;
  /** The first is not missing before the other: what it switched off or lowered still is. */
  stillHolds?: true;
}

/**
 * The steps in a workable order: a topological order of the constraints that is gentle to the animals. All waters are
 * looked at and tested first; then one water after the other (clean before suspect, quarantine last): what needs nothing
 * off while the water still moves, one isolation after the other, each proved before the next is opened, the change, what
 * is rinsed in its water. While something soaks or drains by itself, other steps come first, but nothing else of that
 * water is switched off, unless it is one of several pumps of which enough still run.
 * @param systemOrder the systems in the order they are worked on
 * @throws Error where constraints want a circle: the table is then wrong, not the visit
 */
export function inOrder(steps: readonly Step[], systemOrder: readonly string[]): Step[] {
  const ranks = new Map(steps.map((step, given) => [step.id, rankOf(step, given, systemOrder, steps)]));
  const before = new Map<string, Set<string>>(steps.map((step) => [step.id, new Set<string>()]));
  for (const { first, then } of wanted(steps)) before.get(then.id)?.add(first.id);
  const clock = new Clock();
  const isolations = new Isolations(steps);
  const left = new Set(steps);
  const done = new Set<string>();
  const order: Step[] = [];
  while (left.size > 0) {
    let next: Step | null = null;
    let best: readonly number[] = [];
    for (const step of left) {
      if (![...(before.get(step.id) ?? [])].every((id) => done.has(id))) continue;
      const key = [...isolations.rank(step, (one) => clock.waits(one)), ...(ranks.get(step.id) ?? [])];
      if (next === null || compare(key, best) < 0) [next, best] = [step, key];
    }
    if (!next)
      throw new Error(`the constraints want a circle among: ${[...left].map((s) => s.id).join(', ')}`);
    clock.take(next);
    isolations.take(next);
    left.delete(next);
    done.add(next.id);
    order.push(next);
  }
  return order;
}

/** Done for all waters before any is touched. */
const forAll: readonly Phase[] = ['look', 'test', 'judge', 'prepare'];

/** Where a step stands when nothing else decides. */
function rankOf(
  { phase, systemIds, forJobs }: Step,
  given: number,
  systemOrder: readonly string[],
  steps: readonly Step[],
): number[] {
  const system = Math.min(...systemIds.map((id) => orderOf(systemOrder, id)));
  const at = phases.indexOf(phase);
  if (forAll.includes(phase)) return [0, at, system, 0, given];
  if (phase === 'record') return [2, 0, 0, 0, given];
  const isChange = steps.some(
    (one) => one.phase === 'drain' && one.forJobs.some((id) => forJobs.includes(id)),
  );
  const needsOff = steps.some(
    (one) => one.phase === 'shut' && one.forJobs.some((id) => forJobs.includes(id)),
  );
  // panes and siphon while the water moves, then unit by unit, then the change; what is fitted comes first of all
  const block = phase === 'fit' ? 0 : at > phases.indexOf('prove') ? 4 : isChange ? 3 : needsOff ? 2 : 1;
  // on again in the reverse of off, each seen running before the next is started
  const isBack = phase === 'restart' || phase === 'prove';
  const inBlock = isBack ? phases.indexOf('restart') : phase === 'shut' && !isChange ? 0 : at;
  return [1, system, block, inBlock, isBack ? -given : given];
}

/** What is off, and for which jobs: an isolation is worked through and closed before another of that water is opened. */
class Isolations {
  private readonly open = new Map<string, Step>();
  private readonly proofs: ReadonlySet<string>;
  private readonly changes: ReadonlySet<string>;

  constructor(steps: readonly Step[]) {
    this.changes = new Set(steps.flatMap((step) => (step.phase === 'drain' ? step.forJobs : [])));
    this.proofs = new Set(steps.flatMap((step) => (step.phase === 'prove' ? [keyOf(step)] : [])));
  }

  /** The first figures by which steps are taken: what belongs to what is open, what else there is, what must wait. */
  rank(step: Step, waits: (of: Pick<Step, 'jobId'>) => boolean): [number, number] {
    const mine = this.openFor((one) => one.forJobs.some((id) => step.forJobs.includes(id)));
    const here = this.openFor((one) => one.systemIds.some((id) => step.systemIds.includes(id)));
    if ((step.phase === 'shut' || step.phase === 'drain') && here && !mine)
      return this.mayJoin(step, waits) ? [0, 0] : [2, 0];
    // whatever job it is off for, without flow nothing that heats or doses comes on
    if (step.phase === 'restart' && hasRole(step.off?.kindId ?? null, ...needsFlow) && this.isStill(step))
      return [2, 1];
    return [waits(step) ? 1 : 0, mine || this.open.size === 0 ? 0 : 1];
  }

  take(step: Step): void {
    if (step.phase === 'shut') this.open.set(keyOf(step), step);
    // water that stands low is open too
    if (step.phase === 'drain') this.open.set(`low ${step.forJobs.join(' ')}`, step);
    if (step.phase === 'refill') this.open.delete(`low ${step.forJobs.join(' ')}`);
    if (step.phase === (this.proofs.has(keyOf(step)) ? 'prove' : 'restart')) this.open.delete(keyOf(step));
  }

  /** Into the bath beside others of its set that soak already; a change of water waits until they run again. */
  private mayJoin({ off, systemIds, forJobs }: Step, waits: (of: Pick<Step, 'jobId'>) => boolean): boolean {
    const here = [...this.open.values()].filter((one) => one.systemIds.some((id) => systemIds.includes(id)));
    return (
      off?.oneOf !== undefined &&
      !forJobs.some((id) => this.changes.has(id)) &&
      here.every((one) => one.forJobs.some((jobId) => waits({ jobId }))) &&
      mayBeOffToo(
        here.map((one) => one.off?.oneOf),
        off.oneOf,
      )
    );
  }

  private isStill({ systemIds }: Step): boolean {
    return this.openFor(
      (one) =>
        hasRole(one.off?.kindId ?? null, 'circulation') && one.systemIds.some((id) => systemIds.includes(id)),
    );
  }

  private openFor(test: (step: Step) => boolean): boolean {
    return [...this.open.values()].some(test);
  }
}
const keyOf = ({ off, forJobs }: Step): string =>
  `${off?.componentId ?? off?.what ?? ''} ${forJobs.join(' ')}`;

const orderOf = (order: readonly string[], id: string): number => {
  const at = order.indexOf(id);
  return at < 0 ? order.length : at;
};
function compare(a: readonly number[], b: readonly number[]): number {
  for (const [i, value] of a.entries()) if (value !== b[i]) return value - (b[i] ?? 0);
  return 0;
}

/** What a person's own order breaks; named, and forbidden only where it can hurt somebody. */
export function brokenBy(order: readonly Step[]): Broken[] {
  const places = new Map(order.map((step, at) => [step.id, at]));
  return [
    ...wanted(order)
      .filter(({ first, then }) => (places.get(first.id) ?? 0) > (places.get(then.id) ?? 0))
      .map(({ constraint, first, then }) => ({ constraint, first: first.id, then: then.id })),
    ...sequenceFaults(order).map((fault) => ({ ...fault, stillHolds: true as const })),
  ];
}
