import type { Mean } from '../../core/planning/round/plant.ts';
import type { Day } from '../../core/time/day.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import type { Stored } from '../../contract/records.ts';
import type { Plan } from '../plan/planRows.ts';
import { buildRound } from './build.ts';
import { namedOf } from './named.ts';
import { played } from './offer.ts';
import { offeredVisit } from './offered.ts';
import { leftOffIds } from './offList.ts';

/** A round as it would be offered, for programs. Days are local days at the place. */
export interface PrintedRound {
  place: string;
  date: Day;
  visitMinutes: number | null;
  minutes: number;
  waits: { jobId: string; text: string; untilDate: Day; chance: number | null }[];
  steps: {
    startMin: number;
    minutes: number;
    systems: string[];
    text: string;
    off: string[];
    on: string[];
    jobIds: string[];
  }[];
  still: { system: string; what: Mean; fromMin: number; minutes: number; limitMinutes: number | null }[];
  /** The least oxygen of each water in which flow or air stands, mg/L. */
  oxygen: { system: string; leastMgL: number; atMin: number; limitMgL: number }[];
  /** Refills for which less new water stands ready than they take. */
  short: { step: number; system: string; neededL: number; readyL: number }[];
  named: {
    rule: string;
    steps: number[];
    harm: boolean;
    text: string;
    /** The job that would be right on another visit, and the nearest one. */
    leave: { jobId: string; untilDate: Day } | null;
  }[];
}

/**
 * @param today the local day on which it is asked; the round is that of the next visit from then on
 * @param all everything that is due, whatever the minutes
 */
export function printedRound(
  evidence: Evidence,
  { jobs, waters, stores }: Pick<Plan, 'jobs' | 'waters' | 'stores'>,
  site: Stored<'site'>,
  { today, all }: { today: Day; all: boolean },
): PrintedRound {
  const { snapshot, index } = evidence;
  const offered = offeredVisit(evidence, jobs, site, { today });
  const { proposal, minutes: visitMinutes } = offered;
  const { day: date, looks } = proposal;
  const offer = all ? { jobIds: proposal.rows.map((row) => row.jobId), waits: [] } : offered;
  const steps = buildRound(evidence, offer.jobIds, proposal.changePlan, looks);
  const leftOff = leftOffIds(snapshot, index);
  const { timing, still, breaches, oxygen, short } = played(snapshot, steps, { waters, stores }, leftOff);
  const named = namedOf(evidence, {
    ...{ steps, jobIds: offer.jobIds, looks, breaches, siteId: site.id, day: date, leftOff },
  });
  const nameOf = (id: string): string => snapshot.content('system', id)?.name ?? '';
  const places = new Map(steps.map((step, i) => [step.id, i]));
  const at = (ids: readonly string[]): number[] => ids.flatMap((id) => places.get(id) ?? []);
  const switched = (phase: string, step: (typeof steps)[number]): string[] =>
    step.phase === phase && step.off?.componentId ? [step.off.componentId] : [];
  return {
    place: site.content.name,
    date,
    visitMinutes,
    minutes: timing.lengthMin,
    waits: offer.waits.map(({ row, until, chance, out }) => ({
      jobId: row.jobId,
      text: `${row.thing}: ${row.action}${out === null ? '' : ` (waits: ${out})`}`,
      untilDate: until,
      chance: chance === null ? null : Math.round(chance * 1000) / 1000,
    })),
    steps: steps.map((step) => ({
      startMin: timing.begins.get(step.id) ?? 0,
      minutes: step.handsMin,
      systems: step.systemIds.map(nameOf),
      text: step.title,
      off: switched('shut', step),
      on: switched('restart', step),
      jobIds: [...step.forJobs],
    })),
    still: still.flatMap(({ systemId, what, fromMin, minutes, limitMin }) =>
      what === 'media'
        ? []
        : [{ ...{ system: nameOf(systemId), what, fromMin, minutes }, limitMinutes: limitMin }],
    ),
    oxygen: oxygen.map(({ systemId, leastMgL, atMin, limitMgL }) => ({
      ...{ system: nameOf(systemId), leastMgL: Math.round(leastMgL * 100) / 100, atMin, limitMgL },
    })),
    short: short.map(({ stepId, systemId, neededL, readyL }) => ({
      ...{ step: places.get(stepId) ?? -1, system: nameOf(systemId), neededL, readyL },
    })),
    named: named.map(({ rule, text, stepIds, harm, leave }) => ({
      ...{ rule, steps: at(stepIds), harm, text },
      leave: leave && { jobId: leave.jobId, untilDate: leave.until },
    })),
  };
}
