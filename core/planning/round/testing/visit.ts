import { inOrder } from '../order.ts';
import { stepsOf, type Visited } from '../stepsOf.ts';
import type { Off, RoundJob, Step } from '../step.ts';

/** A thing that goes off, called by its kind unless it has a name of its own. */
export const off = (componentId: string, kindId: string = componentId): Off => ({
  ...{ what: componentId, provedBy: 'seen', componentId, kindId },
});
/** Ten minutes of cleaning in water A, but for what is said. */
export const job = (jobId: string, some: Partial<RoundJob> = {}): RoundJob => ({
  ...{ jobId, systemIds: ['a'], componentId: null, unitId: null, kindId: 'k', work: 'clean', thing: jobId },
  ...{ action: 'clean', minutes: 10, wait: null, shuts: [], tests: null, biological: false },
  ...{ largeMechanical: false, newCharge: false, temporary: null, litres: null, inWater: true },
  ...{ cautions: [], baths: [] },
  ...some,
});
export const systems: readonly Visited[] = [
  { id: 'a', name: 'A', standing: 'clean' },
  { id: 'b', name: 'B', standing: 'clean' },
];
export const ordered = (...jobs: RoundJob[]): Step[] => inOrder(stepsOf(jobs, systems), ['a', 'b']);
