import { chanceDue } from '../../core/planning/dueCurve.ts';
import { keptWithin } from '../../core/planning/round/keptWithin.ts';
import { isBreach, simulate, type Plant, type Still } from '../../core/planning/round/simulate.ts';
import type { BathKind } from '../../core/catalogue/types.ts';
import type { Step } from '../../core/planning/round/step.ts';
import { timingOf, type Timing } from '../../core/planning/round/timing.ts';
import { daysBetween, type Day } from '../../core/time/day.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { wantedBefore, type Wishes } from '../levelling/wishes.ts';
import type { PlanRow } from '../plan/planRows.ts';
import { buildRound, fittingsFor } from './build.ts';
import { upheavalOf } from './carriers.ts';
import { leftOffIds } from './offList.ts';
import { plantOf } from './plant.ts';
import type { Proposal } from './proposal.ts';
import { standbyConflicts } from './redundancy.ts';
import { biologicalConflicts } from './spacing.ts';

/** A job that is due and not taken up: until when it waits, and the chance that it is due by then. */
export interface Waiting {
  row: PlanRow;
  /** Beyond the minutes; more life than the water bears to lose at once; beside what it must not meet. */
  why: 'minutes' | 'life' | 'apart';
  until: Day;
  chance: number | null;
}
/** What of a proposal a visit takes up by itself. */
export interface Offer {
  jobIds: readonly string[];
  waits: readonly Waiting[];
}

/**
 * What the minutes of a visit allow, what somebody wanted there first and then the gravest first; of what takes life out
 * of a water no more than it bears. The rest waits, with the chance of that.
 * @param minutes there are at the visit; null: nobody said, so all of it
 */
export function offerOf(
  evidence: Evidence,
  { rows, before, changePlan }: Proposal,
  { minutes, day, wishes }: { minutes: number | null; day: Day; wishes: Wishes },
): Offer {
  const isWanted = (row: PlanRow): boolean => wantedBefore(wishes, row.jobId, before);
  const all = [...rows.filter(isWanted), ...rows.filter((row) => !isWanted(row))];
  // what is fitted while dirt is stirred up comes with what stirs it, and with nothing else
  const inOrder = all.filter(({ jobId }) => !isFitting(evidence, jobId));
  const withFittings = (some: readonly string[]): string[] => [...some, ...fittingsFor(evidence, some)];
  const borne = bearable(evidence, inOrder, day);
  const possible = neverBoth(evidence, borne);
  const ids = possible.map((row) => row.jobId);
  const fits = (some: readonly string[]): boolean =>
    minutes === null || timingOf(buildRound(evidence, withFittings(some), changePlan)).handsMin <= minutes;
  const jobIds = withFittings(keptWithin(ids, fits));
  const kept = new Set(jobIds);
  return {
    jobIds,
    waits: all
      .filter((row) => !kept.has(row.jobId))
      .map((row) => ({
        row,
        why: possible.includes(row)
          ? ('minutes' as const)
          : borne.includes(row) || !inOrder.includes(row)
            ? ('apart' as const)
            : ('life' as const),
        until: before,
        chance: row.due ? chanceDue(row.due)(daysBetween(row.today, before)) : null,
      })),
  };
}

const isFitting = ({ snapshot, definitionOf }: Evidence, jobId: string): boolean => {
  const job = snapshot.content('job', jobId);
  return job !== undefined && definitionOf(job).temporary !== undefined;
};

/** Without what would take too much of the life that cleans a water, the gravest kept. */
function bearable(evidence: Evidence, rows: readonly PlanRow[], day: Day): PlanRow[] {
  const isHeavy = ({ jobId }: PlanRow): boolean => {
    const job = evidence.snapshot.content('job', jobId);
    if (!job) return false;
    const { biological, largeMechanical, exports } = upheavalOf(evidence, job);
    return biological || largeMechanical || exports;
  };
  const heavy: string[] = [];
  return rows.filter((row) => {
    if (!isHeavy(row)) return true;
    if (biologicalConflicts(evidence, [...heavy, row.jobId], day).length > 0) return false;
    heavy.push(row.jobId);
    return true;
  });
}

/** Without what must not be in one visit: both of a pair down, acid beside bleach; the gravest kept. */
function neverBoth(evidence: Evidence, rows: readonly PlanRow[]): PlanRow[] {
  const { snapshot, index, definitionOf } = evidence;
  const leftOff = leftOffIds(snapshot, index);
  const bathsOf = (jobId: string): readonly BathKind[] => {
    const job = snapshot.content('job', jobId);
    return job ? (definitionOf(job).handles ?? []) : [];
  };
  const kept: string[] = [];
  const baths = new Set<BathKind>();
  return rows.filter(({ jobId }) => {
    const mine = bathsOf(jobId);
    if (mine.some((one) => [...baths].some((other) => other !== one))) return false;
    if (standbyConflicts(evidence, [...kept, jobId], leftOff).length > 0) return false;
    kept.push(jobId);
    for (const one of mine) baths.add(one);
    return true;
  });
}

/** A round as it would be done: its steps, when each begins, and what of each water stands still meanwhile. */
export interface PlayedRound {
  steps: readonly Step[];
  timing: Timing;
  plant: Plant;
  still: readonly Still[];
  breaches: readonly Still[];
}
export function played(
  snapshot: Snapshot,
  steps: readonly Step[],
  waters: Parameters<typeof plantOf>[2],
  leftOff: ReadonlySet<string>,
): PlayedRound {
  const systemIds = [...new Set(steps.flatMap((step) => step.systemIds))];
  const plant = plantOf(snapshot, systemIds, waters, leftOff);
  const timing = timingOf(steps);
  const still = simulate(steps, plant, timing);
  return { steps, timing, plant, still, breaches: still.filter(isBreach) };
}
