import { stillWord } from '../../core/explain/stillWord.ts';
import type { Mean } from '../../core/planning/round/simulate.ts';
import { BATHS_MET_WORD, bathsMet } from '../../core/planning/round/hazards.ts';
import { brokenBy } from '../../core/planning/round/order.ts';
import type { Day } from '../../core/time/day.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import type { Stored } from '../../contract/records.ts';
import { minutesThere } from '../levelling/minutesThere.ts';
import { wishesOf } from '../levelling/wishes.ts';
import type { Plan } from '../plan/planRows.ts';
import { buildRound } from './build.ts';
import { offerOf, played } from './offer.ts';
import { leftOffIds } from './offList.ts';
import { nameOfStill } from './plant.ts';
import { proposalOf } from './proposal.ts';
import { standbyConflicts } from './redundancy.ts';
import { biologicalConflicts } from './spacing.ts';

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
  named: { rule: string; steps: number[]; harm: boolean; text: string }[];
}

/**
 * @param today the local day on which it is asked; the round is that of the next visit from then on
 * @param all everything that is due, whatever the minutes
 */
export function printedRound(
  evidence: Evidence,
  { jobs, waters }: Pick<Plan, 'jobs' | 'waters'>,
  site: Stored<'site'>,
  { today, all }: { today: Day; all: boolean },
): PrintedRound {
  const { snapshot, index } = evidence;
  const here = jobs.filter((row) => row.siteId === site.id);
  const wishes = wishesOf(evidence);
  const proposal = proposalOf(evidence, here, site.id, today, { wishes });
  const date = proposal.next ?? today;
  const visitMinutes = minutesThere(snapshot, site, today, date);
  const offer = all
    ? { jobIds: proposal.rows.map((row) => row.jobId), waits: [] }
    : offerOf(evidence, proposal, { minutes: visitMinutes, day: date, wishes });
  const steps = buildRound(evidence, offer.jobIds, proposal.changePlan);
  const leftOff = leftOffIds(snapshot, index);
  const { timing, still, breaches } = played(snapshot, steps, waters, leftOff);
  const nameOf = (id: string): string => snapshot.content('system', id)?.name ?? '';
  const met = bathsMet(steps);
  const places = new Map(steps.map((step, i) => [step.id, i]));
  const at = (ids: readonly string[]): number[] => ids.flatMap((id) => places.get(id) ?? []);
  const switched = (phase: string, step: (typeof steps)[number]): string[] =>
    step.phase === phase && step.off?.componentId ? [step.off.componentId] : [];
  const said = (rule: string, texts: readonly string[], harm: boolean) =>
    texts.map((text) => ({ ...{ rule, steps: [], harm }, text }));
  return {
    place: site.content.name,
    date,
    visitMinutes,
    minutes: timing.lengthMin,
    waits: offer.waits.map(({ row, until, chance }) => ({
      jobId: row.jobId,
      text: `${row.thing}: ${row.action}`,
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
    named: [
      ...brokenBy(steps).map(({ constraint, first, then }) => ({
        ...{ rule: constraint.id, steps: at([first, then]), harm: constraint.harm },
        text: constraint.why,
      })),
      ...breaches.map((one) => ({
        ...{ rule: `stands-still-${one.what}`, steps: at(one.stepIds), harm: false },
        text: stillWord(nameOfStill(snapshot, one), one),
      })),
      ...(met
        ? [
            {
              ...{ rule: 'acid-and-bleach', steps: at([...met.acid, ...met.bleach]), harm: true },
              text: BATHS_MET_WORD,
            },
          ]
        : []),
      ...said('standby', standbyConflicts(evidence, offer.jobIds, leftOff), true),
      ...said('life-taken-out', biologicalConflicts(evidence, offer.jobIds, date), false),
    ],
  };
}
