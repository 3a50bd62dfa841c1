import { Clock } from './clock.ts';
import { wanted, type Constraint } from './constraints.ts';
import { phases, type Step } from './step.ts';

/** A constraint that an order breaks, by the ids of its steps. */
export interface Broken {
  constraint: Constraint;
  first: string;
  then: string;
}

/**
 * The steps in a workable order: a topological order of the constraints that keeps to the phases and, inside them, to
 * the systems' order (clean before suspect, quarantine last) and the order given. Things come on again in the reverse
 * of how they went off. While something soaks or drains by itself, other steps come first.
 * @param systemOrder the systems in the order they are worked on
 * @throws Error where constraints want a circle: the table is then wrong, not the visit
 */
export function inOrder(steps: readonly Step[], systemOrder: readonly string[]): Step[] {
  const ranks = new Map(
    steps.map((step, given) => [
      step.id,
      [
        phases.indexOf(step.phase),
        Math.min(...step.systemIds.map((id) => orderOf(systemOrder, id))),
        step.phase === 'restart' || step.phase === 'prove' ? -given : given,
      ],
    ]),
  );
  const before = new Map<string, Set<string>>(steps.map((step) => [step.id, new Set<string>()]));
  for (const { first, then } of wanted(steps)) before.get(then.id)?.add(first.id);
  const clock = new Clock();
  const left = new Set(steps);
  const done = new Set<string>();
  const order: Step[] = [];
  while (left.size > 0) {
    let next: Step | null = null;
    let best: readonly number[] = [];
    for (const step of left) {
      if (![...(before.get(step.id) ?? [])].every((id) => done.has(id))) continue;
      const key = [clock.waits(step) ? 1 : 0, ...(ranks.get(step.id) ?? [])];
      if (next === null || compare(key, best) < 0) [next, best] = [step, key];
    }
    if (!next)
      throw new Error(`the constraints want a circle among: ${[...left].map((s) => s.id).join(', ')}`);
    clock.take(next);
    left.delete(next);
    done.add(next.id);
    order.push(next);
  }
  return order;
}
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
  return wanted(order)
    .filter(({ first, then }) => (places.get(first.id) ?? 0) > (places.get(then.id) ?? 0))
    .map(({ constraint, first, then }) => ({ constraint, first: first.id, then: then.id }));
}
