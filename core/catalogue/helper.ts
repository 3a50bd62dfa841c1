import { canHurt } from './cautions.ts';
import type { JobDefinition, WorkKind } from './types.ts';

const simple: ReadonlySet<WorkKind> = new Set<WorkKind>(['refill', 'empty', 'wash']);
/** Longer jobs are not asked of somebody who helps out. House default. */
const LONGEST_MIN = 15;

/**
 * Whether somebody who only helps out may do a job: a simple one that switches nothing off, needs no papers and can hurt
 * nobody. Common practice, no published source.
 */
export const isForHelper = ({
  work,
  minutes,
  hands,
  shuts,
  cautions,
  biological = false,
  largeMechanical = false,
}: JobDefinition): boolean =>
  simple.has(work) &&
  minutes <= LONGEST_MIN &&
  hands === undefined &&
  shuts.length === 0 &&
  !cautions.some(canHurt) &&
  !biological &&
  !largeMechanical;
