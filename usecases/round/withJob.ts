import { isOnce, type Step } from '../../core/planning/round/step.ts';
import type { RecordContent } from '../../contract/records.ts';
import type { RoundState } from '../../model/round/fold.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { buildRound } from './build.ts';

type Round = RecordContent<'round'>;

/**
 * A round under way with one more job. What was done or skipped stays where it is. As long as nothing was switched off,
 * all that is left is put into its best order with the new; afterwards the new comes behind what was begun, before the
 * round is wiped down and written up.
 * @param doneNow the step that is being answered with it: it stays
 */
export function withJob(
  evidence: Evidence,
  round: Round,
  state: RoundState,
  jobId: string,
  doneNow: string | null = null,
): Round {
  const looks = (round.looks ?? []).filter((id) => id !== jobId);
  const jobIds = [...new Set([...round.jobIds, jobId])];
  const plan = evidence.snapshot.get('change-plan', round.changePlanId ?? '') ?? null;
  const isOpen = ({ id }: Pick<Step, 'id'>): boolean =>
    id !== doneNow && (state.steps.get(id)?.state ?? 'open') === 'open';
  const had = round.steps as readonly Step[];
  const past = had.filter((step) => !isOpen(step));
  const content = (steps: readonly Step[]): Round => ({ ...round, jobIds, looks, steps: asContent(steps) });
  if (state.off.length === 0 && !round.ownOrder) {
    const done = new Set(past.map((step) => step.id));
    const fresh = buildRound(evidence, jobIds, plan, new Set(looks));
    return content([...past, ...fresh.filter((step) => !done.has(step.id))]);
  }
  const known = new Set(had.map((step) => step.id));
  const more = buildRound(evidence, [jobId], plan).filter((step) => !isOnce(step) && !known.has(step.id));
  const at = had.findIndex((step) => isOpen(step) && (step.phase === 'wipe' || step.phase === 'record'));
  const cut = at < 0 ? had.length : at;
  return content([...had.slice(0, cut), ...more, ...had.slice(cut)]);
}

/** Steps as they are kept: the same, in lists of their own. */
export function asContent(steps: readonly Step[]): Round['steps'] {
  return steps.map(({ baths, ...step }) => ({
    ...step,
    ...(baths ? { baths: [...baths] } : {}),
    forJobs: [...step.forJobs],
    systemIds: [...step.systemIds],
    cautions: [...step.cautions],
    tests: [...step.tests],
  }));
}
