import { hasRole, type Role } from '../../catalogue/roles.ts';
import { constraints, type Constraint, type ConstraintId } from './constraints.ts';
import { mayBeOffToo } from './inTurn.ts';
import type { Step } from './step.ts';

/** What must not come on before flow is proved. */
export const needsFlow: readonly Role[] = ['heat', 'cool', 'sterilise', 'dosing'];

/** What goes wrong at a step because of what is off, or how low the water stands, when its turn comes. */
export interface SequenceFault {
  constraint: Constraint;
  /** The step behind it: what lowered the water, or switched off what is missed. */
  first: string;
  then: string;
}

const byId = (id: ConstraintId): Constraint => constraints.find((one) => one.id === id) ?? constraints[0];

/**
 * Goes through an order and keeps book of what is off and where the water is low: nothing that heats, doses or gives off
 * gas comes on without flow, nothing at all comes on while the level is down, what has to be seen running is looked at
 * while it runs, and of several that do the same enough run.
 */
export function sequenceFaults(order: readonly Step[]): SequenceFault[] {
  const off = new Map<string, Step>();
  const low = new Map<string, Step>();
  const faults: SequenceFault[] = [];
  const fault = (id: ConstraintId, first: Step, then: Step): void =>
    void faults.push({ constraint: byId(id), first: first.id, then: then.id });
  const circulationOff = (systemId: string): Step | undefined =>
    [...off.values()].find(
      (step) => step.systemIds.includes(systemId) && hasRole(step.off?.kindId ?? null, 'circulation'),
    );
  const changes = new Set(order.flatMap((step) => (step.phase === 'drain' ? step.forJobs : [])));
  // while its water is low, nothing of it runs anyway
  const ofChange = ({ forJobs }: Step): boolean => forJobs.some((id) => changes.has(id));
  const shutBy = new Set(order.flatMap((step) => (step.phase === 'shut' ? step.forJobs : [])));
  for (const step of order) {
    const componentId = step.off?.componentId ?? null;
    if (step.phase === 'drain') for (const id of step.systemIds) low.set(id, step);
    if (step.phase === 'refill') for (const id of step.systemIds) low.delete(id);
    if (step.phase === 'shut' && componentId) {
      const { oneOf } = step.off ?? {};
      const others = [...off.values()].filter((one) => oneOf && one.off?.oneOf?.set === oneOf.set);
      const [other] = others.filter((one) => !ofChange(one));
      const together = others.map((one) => one.off?.oneOf);
      if (oneOf && other && !ofChange(step) && !mayBeOffToo(together, oneOf)) fault('in-turn', other, step);
      off.set(componentId, step);
    }
    if (step.phase === 'restart' && componentId) {
      off.delete(componentId);
      for (const id of step.systemIds) {
        const lowered = low.get(id);
        if (lowered) fault('level-before-restart', lowered, step);
        const still = circulationOff(id);
        if (still && hasRole(step.off?.kindId ?? null, ...needsFlow))
          fault('flow-before-heat-and-lamp', still, step);
      }
    }
    const own = step.unitId === null ? undefined : off.get(step.unitId);
    if (own && step.work === 'inspect' && step.jobId !== null && !shutBy.has(step.jobId))
      fault('checked-while-it-runs', own, step);
  }
  return faults;
}
