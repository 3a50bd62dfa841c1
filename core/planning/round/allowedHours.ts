import { disturbances, rolesOf, type Disturbance, type Hazard } from '../../catalogue/roles.ts';
import type { WorkKind } from '../../catalogue/types.ts';
import type { Phase, Step } from './step.ts';
import type { Timing } from './timing.ts';

/** One stretch of the day in which something is allowed, minutes from midnight; `to` after `from`. */
export interface AllowedHours {
  what: Disturbance;
  fromMin: number;
  toMin: number;
}

interface Disturbs {
  phases?: readonly Phase[];
  works?: readonly WorkKind[];
  hazards?: readonly Hazard[];
}
/** What disturbs. Common practice, no published source. */
const causes: Readonly<Record<Disturbance, Disturbs>> = {
  // drains, hoses, wet floors
  water: { phases: ['drain', 'refill'], works: ['flush'] },
  // only what a kind says of itself
  noise: {},
  // a hose across the way, a ladder
  obstruction: { phases: ['drain', 'refill'], hazards: ['height'] },
};
const hands: readonly Phase[] = ['clean', 'media', 'drain', 'refill'];

export function disturbs({ phase, work, kindId, dry }: Step, what: Disturbance): boolean {
  const { phases = [], works = [], hazards = [] } = causes[what];
  if (phases.includes(phase)) return true;
  if (!hands.includes(phase) || dry) return false;
  const kind = kindId === null ? null : rolesOf(kindId);
  return (
    (work !== null && works.includes(work)) ||
    (kind?.disturbs?.includes(what) ?? false) ||
    (kind?.hazards.some((one) => hazards.includes(one)) ?? false)
  );
}

/** A step that falls outside the hours in which it is allowed. */
export interface Outside {
  stepId: string;
  what: Disturbance;
}

/** @param beginMin the visit’s begin, minutes from midnight */
export function outsideHours(
  steps: readonly Step[],
  { begins }: Pick<Timing, 'begins'>,
  hours: readonly AllowedHours[],
  beginMin: number,
): Outside[] {
  return disturbances.flatMap((what) => {
    const mine = hours.filter((one) => one.what === what);
    // nothing said: allowed at any hour
    if (mine.length === 0) return [];
    return steps.flatMap((step): Outside[] => {
      if (!disturbs(step, what)) return [];
      const from = beginMin + (begins.get(step.id) ?? 0);
      const to = from + step.handsMin;
      return mine.some((one) => one.fromMin <= from && to <= one.toMin) ? [] : [{ stepId: step.id, what }];
    });
  });
}

const DAY_MIN = 1440;
const STEP_MIN = 5;

/**
 * When a visit may begin so that all of it falls into the hours of the place, minutes from midnight in steps of five: the
 * stretch that holds the wanted begin, else the one nearest to it.
 * @returns null: no begin does
 */
export function beginsAllowed(
  steps: readonly Step[],
  timing: Pick<Timing, 'begins'>,
  hours: readonly AllowedHours[],
  wantedMin: number,
): { fromMin: number; toMin: number } | null {
  const disturbing = steps.filter((step) => disturbances.some((what) => disturbs(step, what)));
  const stretches: { fromMin: number; toMin: number }[] = [];
  for (let begin = 0; begin < DAY_MIN; begin += STEP_MIN) {
    if (outsideHours(disturbing, timing, hours, begin).length > 0) continue;
    const last = stretches.at(-1);
    if (last?.toMin === begin - STEP_MIN) last.toMin = begin;
    else stretches.push({ fromMin: begin, toMin: begin });
  }
  const away = ({ fromMin, toMin }: { fromMin: number; toMin: number }): number =>
    Math.max(0, fromMin - wantedMin, wantedMin - toMin);
  return stretches.sort((a, b) => away(a) - away(b))[0] ?? null;
}
