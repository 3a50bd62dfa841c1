import { hasRole } from '../../catalogue/roles.ts';
import type { Plant } from './plant.ts';
import type { Step } from './step.ts';

/** A refill for which less stands ready than it takes. */
export interface Short {
  stepId: string;
  systemId: string;
  neededL: number;
  /** What is left for it, of the stores that were read. */
  readyL: number;
}

/** Emptied, nothing of it is left. */
const empties = ({ work, kindId, phase }: Step): boolean =>
  phase === 'clean' && hasRole(kindId, 'store') && (work === 'clean' || work === 'empty' || work === 'wash');

/**
 * Draws each refill of a visit from the stores of its water, in the order of the steps: the fullest first. A store that
 * was cleaned is empty; one that nobody read says nothing, and then nothing is said of what it feeds.
 */
export function litresShort(order: readonly Step[], { stores = [], systems }: Plant): Short[] {
  const left = new Map(
    stores.flatMap((one) => (one.usableL === null ? [] : [[one.componentId, one.usableL]])),
  );
  const short: Short[] = [];
  for (const step of order) {
    if (step.unitId !== null && empties(step) && left.has(step.unitId)) left.set(step.unitId, 0);
    const [systemId] = step.systemIds;
    if (step.phase !== 'refill' || step.litres === null || systemId === undefined) continue;
    const kind = systems.find((one) => one.systemId === systemId)?.takes;
    const feeds = stores.filter((one) => one.holds === kind && one.systemIds.includes(systemId));
    if (feeds.length === 0 || feeds.some((one) => !left.has(one.componentId))) continue;
    let open = step.litres;
    for (const { componentId } of [...feeds].sort(
      (a, b) => (left.get(b.componentId) ?? 0) - (left.get(a.componentId) ?? 0),
    )) {
      const drawn = Math.min(open, left.get(componentId) ?? 0);
      left.set(componentId, (left.get(componentId) ?? 0) - drawn);
      open -= drawn;
    }
    if (open > 0) short.push({ stepId: step.id, systemId, neededL: step.litres, readyL: step.litres - open });
  }
  return short;
}
